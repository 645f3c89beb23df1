<?php

declare(strict_types=1);

// How resumes in Polish say it; months also as they stand after a day ("5 marca").
return [
    'months' => ['styczen' => 1, 'stycznia' => 1, 'sty' => 1, 'luty' => 2, 'lutego' => 2, 'lut' => 2, 'marzec' => 3, 'marca' => 3, 'mar' => 3, 'kwiecien' => 4, 'kwietnia' => 4, 'kwi' => 4, 'maj' => 5, 'maja' => 5, 'czerwiec' => 6, 'czerwca' => 6, 'cze' => 6, 'lipiec' => 7, 'lipca' => 7, 'lip' => 7, 'sierpien' => 8, 'sierpnia' => 8, 'sie' => 8, 'wrzesien' => 9, 'wrzesnia' => 9, 'wrz' => 9, 'pazdziernik' => 10, 'pazdziernika' => 10, 'paz' => 10, 'listopad' => 11, 'listopada' => 11, 'lis' => 11, 'grudzien' => 12, 'grudnia' => 12, 'gru' => 12],
    'seasons' => ['wiosna' => 3, 'lato' => 6, 'jesien' => 9, 'zima' => 12],
    'now' => ['obecnie', 'teraz', 'nadal', 'do dzis', 'do chwili obecnej', 'do teraz', 'aktualnie', 'w toku', 'chwili obecnej', 'dzis', 'trwa', 'dzisiaj', 'do nadal', 'do dnia dzisiejszego', 'do obecnie'],
    'since' => ['od'],
    'until' => ['do'],
    'headings' => [
        'work' => ['doswiadczenie', 'doswiadczenie zawodowe', 'przebieg pracy', 'praca', 'zatrudnienie', 'kariera zawodowa', 'historia zatrudnienia', 'przebieg kariery', 'praktyka morska', 'praktyka zawodowa', 'przebieg zatrudnienia', 'staz pracy'],
        'education' => ['wyksztalcenie', 'edukacja', 'nauka', 'studia', 'szkoly', 'wyksztalcenie i szkolenia'],
        'skills' => ['umiejetnosci', 'kompetencje', 'kluczowe umiejetnosci', 'umiejetnosci techniczne', 'kwalifikacje', 'obsluga komputera', 'znajomosc technologii', 'technologie', 'umiejetnosci zawodowe', 'narzedzia', 'co potrafie', 'mocne strony'],
        'languages' => ['jezyki', 'jezyki obce', 'znajomosc jezykow', 'znajomosc jezykow obcych'],
        'certificates' => ['certyfikaty', 'kursy', 'szkolenia', 'uprawnienia', 'kursy i szkolenia', 'certyfikaty i uprawnienia', 'swiadectwa', 'kursy i certyfikaty', 'szkolenia i certyfikaty', 'dyplomy morskie', 'swiadectwa i kursy', 'licencje'],
        'summary' => ['podsumowanie', 'profil', 'o mnie', 'profil zawodowy', 'podsumowanie zawodowe', 'cel zawodowy', 'streszczenie', 'kilka slow o mnie'],
        'contact' => ['kontakt', 'dane osobowe', 'dane kontaktowe', 'informacje kontaktowe', 'dane'],
        'other' => ['zainteresowania', 'hobby', 'referencje', 'projekty', 'publikacje', 'wolontariat', 'inne', 'osiagniecia', 'informacje dodatkowe', 'dodatkowe informacje', 'sluzba wojskowa', 'czas wolny'],
    ],
    'degrees' => ['doctorate' => ['doktor', 'dr', 'doktorat', 'studia doktoranckie'], 'master' => ['magister', 'mgr', 'mgr inz', 'magister inzynier', 'studia magisterskie', 'studia podyplomowe', 'magisterskie', 'podyplomowe'], 'bachelor' => ['licencjat', 'inzynier', 'inz', 'studia inzynierskie', 'studia licencjackie', 'inzynierskie', 'licencjackie'], 'vocational' => ['technik', 'technikum', 'zasadnicza szkola zawodowa', 'szkola zawodowa', 'czeladnik', 'mistrz', 'szkola policealna', 'policealna', 'szkola branzowa', 'zawodowe'], 'upper_secondary' => ['liceum', 'matura', 'liceum ogolnoksztalcace', 'srednie', 'swiadectwo dojrzalosci']],
    'schools' => ['uniwersytet', 'politechnika', 'akademia', 'szkola', 'liceum', 'technikum', 'wydzial', 'uczelnia', 'instytut', 'zespol szkol', 'kolegium'],
    'employers' => ['sp z o o', 'sp zoo', 's a', 'sa', 'sp j', 'stocznia', 'zaklad', 'zaklady', 'firma', 'spolka', 'armator', 'port', 'urzad', 'szpital', 'hotel', 'bank', 'fabryka', 'grupa', 'prom', 'biuro', 'przedsiebiorstwo', 'restauracja', 'sklep', 'zegluga', 'warsztat', 'apteka', 'przychodnia', 'centrum', 'terminal'],
    'titles' => ['szef kuchni', 'szef', 'pomoc kuchenna', 'pomoc', 'kierowniczka', 'ekspedient', 'ekspedientka', 'inzynier', 'elektryk', 'kierownik', 'specjalista', 'specjalistka', 'asystent', 'asystentka', 'mechanik', 'oficer', 'kapitan', 'spawacz', 'monter', 'technik', 'programista', 'programistka', 'analityk', 'analityczka', 'projektant', 'projektantka', 'architekt', 'ksiegowy', 'ksiegowa', 'kucharz', 'kelner', 'kelnerka', 'steward', 'stewardesa', 'nauczyciel', 'nauczycielka', 'pielegniarka', 'pielegniarz', 'kierowca', 'operator', 'koordynator', 'koordynatorka', 'dyrektor', 'dyrektorka', 'sekretarka', 'praktykant', 'praktykantka', 'stazysta', 'stazystka', 'uczen', 'brygadzista', 'mistrz', 'inspektor', 'kontroler', 'kontrolerka', 'doradca', 'konsultant', 'konsultantka', 'sprzedawca', 'handlowiec', 'magazynier', 'recepcjonista', 'recepcjonistka', 'slusarz', 'stolarz', 'hydraulik', 'malarz', 'marynarz', 'motorzysta', 'bosman', 'lekarz', 'farmaceuta', 'fizjoterapeuta', 'administrator', 'tester', 'testerka', 'grafik', 'prezes', 'pracownik', 'referent', 'referentka', 'barman', 'barmanka', 'kasjer', 'kasjerka', 'planista', 'planistka', 'elektromechanik', 'elektronik', 'dzwigowy', 'oficer wachtowy'],
    'languages' => ['angielski' => 'en', 'norweski' => 'nb', 'polski' => 'pl', 'niemiecki' => 'de', 'francuski' => 'fr', 'hiszpanski' => 'es', 'portugalski' => 'pt', 'galicyjski' => 'gl', 'szwedzki' => 'sv', 'dunski' => 'da', 'finski' => 'fi', 'rosyjski' => 'ru', 'ukrainski' => 'uk', 'wloski' => 'it', 'niderlandzki' => 'nl', 'holenderski' => 'nl', 'arabski' => 'ar', 'turecki' => 'tr', 'wietnamski' => 'vi', 'chinski' => 'zh', 'hindi' => 'hi', 'islandzki' => 'is', 'litewski' => 'lt', 'estonski' => 'et', 'lotewski' => 'lv', 'grecki' => 'el', 'japonski' => 'ja', 'czeski' => 'cs', 'rumunski' => 'ro'],
    'levels' => ['C2' => ['ojczysty', 'jezyk ojczysty', 'dwujezyczny'], 'C1' => ['biegly', 'biegle', 'plynny', 'plynnie', 'bardzo dobry', 'bardzo dobra', 'zaawansowany', 'perfekcyjnie'], 'B2' => ['dobry', 'dobrze', 'dobra', 'wyzszy sredniozaawansowany'], 'B1' => ['sredni', 'komunikatywny', 'komunikatywnie', 'sredniozaawansowany', 'komunikatywna'], 'A2' => ['podstawowy', 'podstawowa', 'podstawy', 'poczatkujacy', 'slaby']],
    'driving' => ['prawo jazdy', 'prawo jazdy kat', 'prawo jazdy kategorii'],
    'expires' => ['wazny do', 'wazne do', 'wazna do', 'waznosc do', 'termin waznosci', 'wazny', 'wazne'],
    'issuer' => ['wydany przez', 'wydane przez', 'wydawca'],
    'notice' => ['okres wypowiedzenia', 'wypowiedzenie'],
    'notice_units' => ['miesiac' => 30, 'miesiace' => 30, 'miesiecy' => 30, 'tydzien' => 7, 'tygodnie' => 7, 'tygodni' => 7, 'dni' => 1, 'dzien' => 1],
    'available' => ['dostepny od', 'dostepna od', 'dyspozycyjny od', 'moge zaczac', 'mozliwosc rozpoczecia'],
    'moves' => ['gotowosc do przeprowadzki', 'gotowy do przeprowadzki', 'gotowa do przeprowadzki', 'mozliwa przeprowadzka', 'mozliwosc relokacji', 'gotowosc do relokacji'],
    'stays' => ['bez przeprowadzki', 'brak gotowosci do przeprowadzki', 'nie planuje przeprowadzki', 'brak mozliwosci relokacji'],
    'pay' => ['oczekiwania finansowe', 'oczekiwane wynagrodzenie', 'oczekiwania placowe'],
    'labels' => ['name' => ['imie i nazwisko', 'nazwisko', 'imie nazwisko'], 'email' => ['email', 'e mail', 'mail', 'poczta'], 'phone' => ['telefon', 'tel', 'kom', 'komorka', 'nr tel'], 'city' => ['adres', 'miejscowosc', 'zamieszkanie', 'miejsce zamieszkania', 'miasto']],
    'leave' => ['urlop', 'urlop macierzynski', 'urlop rodzicielski', 'przerwa'],
];
