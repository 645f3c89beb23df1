<?php

declare(strict_types=1);

namespace Jorvent\Tests\Golden;

/**
 * Resumes written by hand, each as someone with another trade and other habits would: what a reader should find beside it. The first half may be tuned on; of the second only totals are printed. All people are invented.
 *
 * @phpstan-import-type Expected from Resumes
 */
final class Quirks
{
    /** @return iterable<string, array{text: string, expected: Expected}> */
    public static function half(string $half): iterable
    {
        foreach (self::ALL as $name => [$of, $text, $expected]) {
            if ($of === $half) {
                yield $name => ['text' => $text, 'expected' => self::filled($expected)];
            }
        }
    }

    /**
     * @param array<string, mixed> $e
     *
     * @return Expected
     */
    private static function filled(array $e): array
    {
        $spells = $education = $languages = $certificates = $skills = [];
        foreach (\is_array($e['spells'] ?? null) ? $e['spells'] : [] as $s) {
            if (\is_array($s) && \is_string($s[0]) && \is_string($s[1]) && \is_string($s[2])) {
                $spells[] = ['title' => $s[0], 'employer' => $s[1], 'from' => $s[2], 'to' => \is_string($s[3] ?? null) ? $s[3] : null];
            }
        }
        foreach (\is_array($e['education'] ?? null) ? $e['education'] : [] as $s) {
            if (\is_array($s) && \is_string($s[0]) && \is_string($s[1]) && \is_string($s[2]) && \is_string($s[3])) {
                $education[] = ['school' => $s[0], 'level' => $s[1], 'field' => $s[2], 'to' => $s[3]];
            }
        }
        foreach (\is_array($e['languages'] ?? null) ? $e['languages'] : [] as $code => $level) {
            if (\is_string($code) && \is_string($level)) {
                $languages[$code] = $level;
            }
        }
        foreach (\is_array($e['certificates'] ?? null) ? $e['certificates'] : [] as $name => $until) {
            $certificates[] = ['name' => (string) $name, 'until' => \is_string($until) ? $until : null];
        }
        foreach (\is_array($e['skills'] ?? null) ? $e['skills'] : [] as $skill) {
            if (\is_string($skill)) {
                $skills[] = $skill;
            }
        }
        $s = static fn (string $key): string => \is_string($e[$key] ?? null) ? $e[$key] : '';

        return ['name' => $s('name'), 'email' => $s('email'), 'phone' => $s('phone'), 'city' => $s('city'), 'spells' => $spells, 'education' => $education, 'skills' => $skills, 'languages' => $languages, 'certificates' => $certificates];
    }

    private const ALL = [
        'nurse' => ['tuning', <<<'TXT'
            CURRICULUM VITAE

            Navn:       Torunn Elise Haukås
            Adresse:    Fjellveien 12, 5019 Bergen
            Telefon:    934 55 018
            E-post:     torunn.haukas@post.example
            Født:       12.04.1987

            NØKKELKVALIFIKASJONER
            Medikamenthåndtering, sårstell, turnusplanlegging, førstehjelp

            ARBEIDSERFARING
            2018 – d.d.     Sykepleier, Kvitstein sykehus, medisinsk avdeling
                            Faste nattevakter. Veileder for studenter.
            2014 – 2018     Sykepleier (vikar 2014), Granlia sykehjem
                            Ansvarlig for turnus på to poster.
            2011 – 2012     Butikkmedarbeider, Havnens Kolonial AS

            UTDANNING
            2012 – 2014     Bachelor i sykepleie, Høgskolen i Vestnes
            2006 – 2009     Studiespesialiserende, Lia videregående skole

            SPRÅK
            Norsk: morsmål     Engelsk: godt     Tysk: litt

            FØRERKORT
            Klasse B

            REFERANSER
            Oppgis på forespørsel.
            TXT, ['name' => 'Torunn Elise Haukås', 'email' => 'torunn.haukas@post.example', 'phone' => '93455018', 'city' => 'Bergen', 'spells' => [['Sykepleier', 'Kvitstein sykehus', '2018', null], ['Sykepleier', 'Granlia sykehjem', '2014', '2018'], ['Butikkmedarbeider', 'Havnens Kolonial AS', '2011', '2012']], 'education' => [['Høgskolen i Vestnes', 'bachelor', 'sykepleie', '2014'], ['Lia videregående skole', 'upper_secondary', '', '2009']], 'skills' => ['Medikamenthåndtering', 'sårstell', 'rota planning', 'first aid'], 'languages' => ['nb' => 'C2', 'en' => 'B2', 'de' => 'A2']]],
        'chef' => ['tuning', <<<'TXT'
            Marek Dobosz
            Kucharz / szef kuchni
            tel. 512 555 093 | marek.dobosz@post.example | Gdynia

            O MNIE
            Od piętnastu lat w kuchni, najchętniej na promach.

            DOŚWIADCZENIE ZAWODOWE

            PROM „ZORZA”, Bałtyk Prom S.A.
            Szef kuchni
            czerwiec 2019 – obecnie
            – kuchnia dla 400 pasażerów, HACCP
            – zespół: ośmiu kucharzy

            Restauracja Pod Kotwicą, Sopot
            Kucharz
            03.2012 – 05.2019
            – ryby i owoce morza

            Bar Mleczny Fala
            pomoc kuchenna
            09.2010 – 02.2012

            WYKSZTAŁCENIE
            Technikum Gastronomiczne w Gdyni, technik żywienia, 2006–2010

            JĘZYKI
            polski (ojczysty), angielski (komunikatywny)

            KURSY
            HACCP w praktyce – 2013
            Przeszkolenie STCW, ważne do 11.2027

            Wyrażam zgodę na przetwarzanie moich danych osobowych.
            TXT, ['name' => 'Marek Dobosz', 'email' => 'marek.dobosz@post.example', 'phone' => '512555093', 'city' => 'Gdynia', 'spells' => [['Szef kuchni', 'Bałtyk Prom S.A.', '2019-06', null], ['Kucharz', 'Restauracja Pod Kotwicą', '2012-03', '2019-05'], ['pomoc kuchenna', 'Bar Mleczny Fala', '2010-09', '2012-02']], 'education' => [['Technikum Gastronomiczne w Gdyni', 'vocational', 'żywienia', '2010']], 'skills' => ['food safety'], 'languages' => ['pl' => 'C2', 'en' => 'B1'], 'certificates' => ['HACCP w praktyce' => null, 'Przeszkolenie STCW' => '2027-11']]],
        'developer' => ['tuning', <<<'TXT'
            Rhona MacInnes                                      rhona@macinnes.example
            Software engineer                                   +44 7700 900 142
            Edinburgh, Scotland                                 https://macinnes.example/code

            Summary
            Fifteen years of back-end work. I like small teams and boring technology.

            Experience

            Ledgerbird Ltd                                               Edinburgh
            Principal Engineer                                 Feb 2021 – Present
              • Moved billing from PHP to Go without downtime.
              • PostgreSQL, Docker, Linux.
            Senior Engineer                                    Jun 2017 – Jan 2021
              • Built the CI/CD pipeline.

            Freelance                                                    remote
            Contractor                                         Jan 2015 – Dec 2018
              • Java and TypeScript for three shops.

            University of Fair Isle                                      Lerwick
            Research Assistant                                 09/2010 – 12/2014
              • Python tools for tidal data.

            Education
            University of Fair Isle — MSc Computer Science, 2010
            Anderson High School, Lerwick — Highers, 2005

            Skills
            Languages: Go, Java, Python, TypeScript, SQL
            Tools: Docker, Git, Linux
            TXT, ['name' => 'Rhona MacInnes', 'email' => 'rhona@macinnes.example', 'phone' => '447700900142', 'city' => 'Edinburgh', 'spells' => [['Principal Engineer', 'Ledgerbird Ltd', '2021-02', null], ['Senior Engineer', 'Ledgerbird Ltd', '2017-06', '2021-01'], ['Contractor', 'Freelance', '2015-01', '2018-12'], ['Research Assistant', 'University of Fair Isle', '2010-09', '2014-12']], 'education' => [['University of Fair Isle', 'master', 'Computer Science', '2010'], ['Anderson High School', 'upper_secondary', '', '2005']], 'skills' => ['Go', 'Java', 'Python', 'TypeScript', 'SQL', 'Docker', 'Git', 'Linux', 'PostgreSQL', 'PHP', 'CI/CD']]],
        'teacher' => ['tuning', <<<'TXT'
            INGEBORG SÆTRE
            Lærer
            Storgata 4 · 6002 Ålesund · ingeborg.saetre@post.example · tlf 70 55 01 44

            Erfaring
            Fra august 2015 til nå: Lærer ved Solbakken skole, Ålesund
            Fra januar 2013 til juni 2015: Lærervikar, Volda kommune
            Sommeren 2012: Guide hos Fjordcruise AS

            Utdanning
            Master i pedagogikk, Høgskulen i Ørsta, 2012
            Bachelor, historie, Universitetet i Nordvåg, 2010

            Verv
            2016–2018 kasserer i korpset

            Språk
            Nynorsk og bokmål, engelsk flytende, fransk grunnleggende
            TXT, ['name' => 'Ingeborg Sætre', 'email' => 'ingeborg.saetre@post.example', 'phone' => '70550144', 'city' => 'Ålesund', 'spells' => [['Lærer', 'Solbakken skole', '2015-08', null], ['Lærervikar', 'Volda kommune', '2013-01', '2015-06'], ['Guide', 'Fjordcruise AS', '2012-06', '2012-06']], 'education' => [['Høgskulen i Ørsta', 'master', 'pedagogikk', '2012'], ['Universitetet i Nordvåg', 'bachelor', 'historie', '2010']], 'languages' => ['nn' => '', 'nb' => '', 'en' => 'C1', 'fr' => 'A2']]],
        'accountant' => ['tuning', <<<'TXT'
            Personal details
            Name: Oluwaseun Adebayo
            Email: seun.adebayo@post.example
            Mobile: +44 1224 555 017
            Location: Aberdeen

            Employment history

            Employer: Gullcove Marine plc
            Job title: Financial Controller
            Dates: 04/2019 to date
            Duties: month-end, IFRS, cash flow for six companies. Team of nine.

            Employer: Harbour & Sons
            Job title: Assistant Accountant
            Dates: 08/2014 to 03/2019
            Duties: VAT returns and bookkeeping.

            Qualifications
            2014  BA Accounting and Finance, Robert Burns University
            2019  Chartered accountant

            Languages
            English - native; Yoruba - native; French - intermediate
            TXT, ['name' => 'Oluwaseun Adebayo', 'email' => 'seun.adebayo@post.example', 'phone' => '441224555017', 'city' => 'Aberdeen', 'spells' => [['Financial Controller', 'Gullcove Marine plc', '2019-04', null], ['Assistant Accountant', 'Harbour & Sons', '2014-08', '2019-03']], 'education' => [['Robert Burns University', 'bachelor', 'Accounting and Finance', '2014']], 'skills' => ['month-end', 'IFRS', 'cash flow', 'VAT', 'bookkeeping'], 'languages' => ['en' => 'C2', 'fr' => 'B1']]],
        'carpenter' => ['tuning', <<<'TXT'
            Geir-Arne Tofte, tømrer
            5200 Os  *  tofte@post.example  *  mob. 481 55 077

            Jobber:
            Byggmester Vik AS, Os – bas, 5/2016 - d.d.
            Byggmester Vik AS, Os – tømrer, 8/2011 - 4/2016
            Lærling hos Tre & Tak, 2009-2011

            Skoler:
            Fagbrev tømrer 2011
            Os vgs., byggfag, 2007-2009

            Kurs:
            Stillas 2-5 m
            Truckfører T4, gyldig til 2029
            Varme arbeider, gyldig til 06/2028
            TXT, ['name' => 'Geir-Arne Tofte', 'email' => 'tofte@post.example', 'phone' => '48155077', 'city' => 'Os', 'spells' => [['bas', 'Byggmester Vik AS', '2016-05', null], ['tømrer', 'Byggmester Vik AS', '2011-08', '2016-04'], ['Lærling', 'Tre & Tak', '2009', '2011']], 'education' => [['', 'vocational', 'tømrer', '2011'], ['Os vgs', 'upper_secondary', 'byggfag', '2009']], 'certificates' => ['Stillas 2-5 m' => null, 'Truckfører T4' => '2029', 'Varme arbeider' => '2028-06']]],
        'captain' => ['tuning', <<<'TXT'
            Captain Alasdair Drever
            alasdair.drever@post.example
            Kirkwall, Orkney
            01856 555 042

            SEA SERVICE
            Vessel / Company                    Rank               From        To
            Tern Holm, Portlenny Ferries        Master             03/2018     present
            Stroma Lass, Portlenny Ferries      Chief mate         06/2012     02/2018
            Fair Wind, Scotia Crossing          Second mate        01/2008     05/2012

            CERTIFICATES OF COMPETENCY
            Master unlimited, expires 04/2028
            GMDSS general operator
            ECDIS generic, valid until 2027

            EDUCATION AND TRAINING
            Cape Wrath Nautical School: Diploma, Nautical science (2007)

            INTERESTS
            Restored a yawl, 2015 - 2017.
            TXT, ['name' => 'Alasdair Drever', 'email' => 'alasdair.drever@post.example', 'phone' => '01856555042', 'city' => 'Kirkwall', 'spells' => [['Master', 'Portlenny Ferries', '2018-03', null], ['Chief mate', 'Portlenny Ferries', '2012-06', '2018-02'], ['Second mate', 'Scotia Crossing', '2008-01', '2012-05']], 'education' => [['Cape Wrath Nautical School', 'vocational', 'Nautical science', '2007']], 'certificates' => ['Master unlimited' => '2028-04', 'GMDSS general operator' => null, 'ECDIS generic' => '2027']]],
        'analyst_pl' => ['tuning', <<<'TXT'
            mgr Żaneta Wrona-Bielak
            Gdańsk, zaneta.wrona@post.example, +48 601 555 120

            Profil zawodowy
            Analityczka danych z dziesięcioletnim stażem.

            Przebieg zatrudnienia
            Od 05.2020 do nadal – Granholm Data Polska, Starsza analityczka danych
            Prognozowanie sprzedaży biletów: Python, SQL, PostgreSQL.
            Od 10.2015 do 04.2020 – Urząd Morski w Gdyni, Analityczka
            Raporty w Excelu.

            Edukacja
            2013–2015 Uniwersytet Półwyspu, magister, Ekonometria
            2010–2013 Uniwersytet Półwyspu, licencjat, Matematyka

            Znajomość języków: angielski C1, niemiecki A2, polski – ojczysty

            Umiejętności
            SQL; Python; Excel; dashboardy

            Zainteresowania: żeglarstwo, szachy
            TXT, ['name' => 'Żaneta Wrona-Bielak', 'email' => 'zaneta.wrona@post.example', 'phone' => '48601555120', 'city' => 'Gdańsk', 'spells' => [['Starsza analityczka danych', 'Granholm Data Polska', '2020-05', null], ['Analityczka', 'Urząd Morski w Gdyni', '2015-10', '2020-04']], 'education' => [['Uniwersytet Półwyspu', 'master', 'Ekonometria', '2015'], ['Uniwersytet Półwyspu', 'bachelor', 'Matematyka', '2013']], 'skills' => ['SQL', 'Python', 'Excel', 'dashboardy', 'forecasting', 'PostgreSQL'], 'languages' => ['en' => 'C1', 'de' => 'A2', 'pl' => 'C2']]],
        'graduate' => ['tuning', <<<'TXT'
            Fiona Leask
            12 Harbour Row, Lerwick ZE1 0AA | fiona.leask@post.example | 07700 900 311

            ABOUT ME
            Graduate looking for a first post in port operations.

            EDUCATION
            Northern Isles Polytechnic
            BSc Logistics, first class                                   2021 – 2024
            Anderson High School
            Highers in Maths, English, Geography                         2016 – 2021

            WORK EXPERIENCE
            Summer deckhand                                              Jun – Aug 2023
            Skene Sands Boats, Lerwick
            Mooring, tickets, and a lot of coffee.

            Shop assistant (part-time)                                   2019 – 2021
            The Corner Shop

            SKILLS
            Excel, forklift, dangerous goods, good with people

            LANGUAGES
            English – native
            Norwegian – beginner
            TXT, ['name' => 'Fiona Leask', 'email' => 'fiona.leask@post.example', 'phone' => '07700900311', 'city' => 'Lerwick', 'spells' => [['Summer deckhand', 'Skene Sands Boats', '2023-06', '2023-08'], ['Shop assistant', 'The Corner Shop', '2019', '2021']], 'education' => [['Northern Isles Polytechnic', 'bachelor', 'Logistics', '2024'], ['Anderson High School', 'upper_secondary', 'Maths', '2021']], 'skills' => ['Excel', 'forklift', 'dangerous goods', 'good with people', 'mooring'], 'languages' => ['en' => 'C2', 'nb' => 'A2']]],
        'manager_nb' => ['tuning', <<<'TXT'
            Bente Kongshavn
            Adresse: Nygata 3, 9008 Tromsø
            bente.kongshavn@post.example
            +47 77 55 01 61

            Kort om meg:
            Driftsleder med erfaring fra havn og terminal.

            Yrkeserfaring:
            Driftsleder – Nordhavn Terminal AS (mars 2019 – nå)
            Budsjett, bemanning og farlig gods.
            Skiftleder – Nordhavn Terminal AS (aug. 2014 – feb. 2019; permisjon 2016–17)
            Lagermedarbeider – Kirkvoe Frakt (2010–2014)

            Utdannelse:
            Fagskole, logistikk – Fagskolen i Sørvik (2012–2014)

            Kurs og sertifikater:
            Farlig gods (ADR), gyldig til mars 2028
            Lederkurs, Nordhavn Akademi

            Språk:
            norsk (morsmål), engelsk (flytende), russisk (noe)
            TXT, ['name' => 'Bente Kongshavn', 'email' => 'bente.kongshavn@post.example', 'phone' => '4777550161', 'city' => 'Tromsø', 'spells' => [['Driftsleder', 'Nordhavn Terminal AS', '2019-03', null], ['Skiftleder', 'Nordhavn Terminal AS', '2014-08', '2019-02'], ['Lagermedarbeider', 'Kirkvoe Frakt', '2010', '2014']], 'education' => [['Fagskolen i Sørvik', 'vocational', 'logistikk', '2014']], 'skills' => ['budgeting', 'crewing', 'dangerous goods'], 'languages' => ['nb' => 'C2', 'en' => 'C1', 'ru' => 'A2'], 'certificates' => ['Farlig gods (ADR)' => '2028-03', 'Lederkurs, Nordhavn Akademi' => null]]],
        'bosun' => ['test', <<<'TXT'
            ROALD TVEIT
            Bosun

            Contact
            Phone: +47 416 02 771
            Mail: roald.tveit@post.example
            Home: Stavanger

            Sea service
            Vessel / Company                      Rank                 From        To
            MF Havdis, Nordfjord Ferger AS        Bosun                05/2020     present
            MF Havgny, Nordfjord Ferger AS        Able seaman          02/2016     04/2020
            MV Sandpiper, Gullcove Marine         Ordinary seaman      08/2013     01/2016

            Education
            Stavanger Maritime College, vocational, seamanship, 2013

            Certificates
            Basic safety training, valid until 05/2028
            Fast rescue boat, valid until 11/2027

            Languages
            Norwegian (native), English (fluent)
            TXT, ['name' => 'Roald Tveit', 'email' => 'roald.tveit@post.example', 'phone' => '4741602771', 'city' => 'Stavanger', 'spells' => [['Bosun', 'Nordfjord Ferger AS', '2020-05', null], ['Able seaman', 'Nordfjord Ferger AS', '2016-02', '2020-04'], ['Ordinary seaman', 'Gullcove Marine', '2013-08', '2016-01']], 'education' => [['Stavanger Maritime College', 'vocational', 'seamanship', '2013']], 'skills' => [], 'languages' => ['nb' => 'C2', 'en' => 'C1'], 'certificates' => ['Basic safety training' => '2028-05', 'Fast rescue boat' => '2027-11']]],
        'accountant_en' => ['test', <<<'TXT'
            Priscilla Oyelaran-Kirk
            14 Harbour Row, Lerwick
            01595 555 014 · p.oyelarankirk@mail.example

            I am a management accountant who likes a month-end that is over by the fifth day.

            Career history

            Management Accountant
            Skene Sands Boats Ltd, Lerwick
            October 2019 to date
            * Month-end and VAT for four companies
            * Audit without remarks three years running

            Assistant Accountant
            Pentland Repair, Kirkwall
            September 2015 to September 2019
            * Payroll for 120

            Accounts Clerk
            Fair Isle Knitwear
            2013 to 2015

            Education and training

            BA (Hons) Accounting, University of the Northern Isles, 2010 to 2013

            Skills: Excel, payroll, VAT, audit
            TXT, ['name' => 'Priscilla Oyelaran-Kirk', 'email' => 'p.oyelarankirk@mail.example', 'phone' => '01595555014', 'city' => 'Lerwick', 'spells' => [['Management Accountant', 'Skene Sands Boats Ltd', '2019-10', null], ['Assistant Accountant', 'Pentland Repair', '2015-09', '2019-09'], ['Accounts Clerk', 'Fair Isle Knitwear', '2013', '2015']], 'education' => [['University of the Northern Isles', 'bachelor', 'Accounting', '2013']], 'skills' => ['Excel', 'payroll', 'VAT', 'audit', 'month-end']]],
        'teacher_nb' => ['test', <<<'TXT'
            CV

            Gro Anita Solbakk
            Mobil 481 77 206
            gro.solbakk@brev.example
            Bosted: Haugesund

            Yrkeserfaring:

            Aug. 2021 –            Lektor, Haugesund videregående skole
            Aug. 2016 – juli 2021  Lærer, Karmsund ungdomsskole
                                   Kontaktlærer for 9. trinn
            Jan. 2015 – juni 2016  Vikarlærer, Avaldsnes skole

            Utdanning:

            2010 – 2015            Lektorutdanning, master i norsk, Universitetet i Vestland
            2007 – 2010            Haugesund videregående skole, studiespesialiserende

            Språk: norsk (morsmål), engelsk (flytende), tysk (noe)
            Førerkort: klasse B
            TXT, ['name' => 'Gro Anita Solbakk', 'email' => 'gro.solbakk@brev.example', 'phone' => '48177206', 'city' => 'Haugesund', 'spells' => [['Lektor', 'Haugesund videregående skole', '2021-08', null], ['Lærer', 'Karmsund ungdomsskole', '2016-08', '2021-07'], ['Vikarlærer', 'Avaldsnes skole', '2015-01', '2016-06']], 'education' => [['Universitetet i Vestland', 'master', 'norsk', '2015'], ['Haugesund videregående skole', 'upper_secondary', '', '2010']], 'skills' => [], 'languages' => ['nb' => 'C2', 'en' => 'C1', 'de' => 'A2']]],
        'welder_pl' => ['test', <<<'TXT'
            ŻYCIORYS

            Imię i nazwisko: Grzegorz Maliszewski
            Telefon: +48 604 555 217
            E-mail: g.maliszewski@poczta.example
            Miejsce zamieszkania: Gdańsk

            Przebieg pracy zawodowej
            od 04.2018 do dziś: spawacz TIG, Stocznia Wydma Sp. z o.o.
            06.2012 – 03.2018: spawacz MIG/MAG, Stocznia Remontowa Delta
            09.2009 – 05.2012: pomocnik ślusarza, Warsztat Kowalczyk

            Edukacja
            2006 – 2009 Zasadnicza Szkoła Zawodowa nr 3 w Gdańsku, ślusarz

            Uprawnienia
            ISO 9606, ważne do 06.2027
            Prawo jazdy kat. B

            Języki obce
            angielski – podstawowy
            niemiecki – komunikatywny
            TXT, ['name' => 'Grzegorz Maliszewski', 'email' => 'g.maliszewski@poczta.example', 'phone' => '48604555217', 'city' => 'Gdańsk', 'spells' => [['spawacz TIG', 'Stocznia Wydma Sp. z o.o.', '2018-04', null], ['spawacz MIG/MAG', 'Stocznia Remontowa Delta', '2012-06', '2018-03'], ['pomocnik ślusarza', 'Warsztat Kowalczyk', '2009-09', '2012-05']], 'education' => [['Zasadnicza Szkoła Zawodowa nr 3 w Gdańsku', 'vocational', 'ślusarz', '2009']], 'skills' => ['TIG', 'MIG/MAG', 'ISO 9606'], 'languages' => ['en' => 'A2', 'de' => 'B1'], 'certificates' => ['ISO 9606' => '2027-06']]],
        'data_engineer' => ['test', <<<'TXT'
            Mikkel Aarø   |   Data engineer   |   Oslo   |   mikkel@aaro.example   |   +47 922 40 118   |   https://aaro.example

            EXPERIENCE

            Luoto Lines — Senior data engineer                                          Jan 2022 – Present
            Built the forecasting pipeline in Python and SQL; PostgreSQL, Docker, CI/CD.

            Luoto Lines — Data engineer                                                 Jun 2019 – Dec 2021
            Dashboards for revenue management.

            Granholm Data — Junior developer                                            Aug 2017 – May 2019
            C# and .NET services.

            EDUCATION

            Norwegian Institute of Computing — MSc Informatics                          2015 – 2017
            Norwegian Institute of Computing — BSc Informatics                          2012 – 2015

            SKILLS

            Python · SQL · PostgreSQL · Docker · C# · .NET · Git · CI/CD
            TXT, ['name' => 'Mikkel Aarø', 'email' => 'mikkel@aaro.example', 'phone' => '4792240118', 'city' => 'Oslo', 'spells' => [['Senior data engineer', 'Luoto Lines', '2022-01', null], ['Data engineer', 'Luoto Lines', '2019-06', '2021-12'], ['Junior developer', 'Granholm Data', '2017-08', '2019-05']], 'education' => [['Norwegian Institute of Computing', 'master', 'Informatics', '2017'], ['Norwegian Institute of Computing', 'bachelor', 'Informatics', '2015']], 'skills' => ['Python', 'SQL', 'PostgreSQL', 'Docker', 'C#', '.NET', 'Git', 'CI/CD', 'forecasting', 'dashboards', 'revenue management']]],
        'cook_nb' => ['test', <<<'TXT'
            Abdi Warsame Nilsen
            Kokk

            Kontakt: abdi.nilsen@brev.example, tlf. 907 13 552, 5003 Bergen

            Om meg
            Kokk med fagbrev. Trives best der det går fort.

            ERFARING

            Souschef
            Hotell Bryggekanten, Bergen
            mars 2022 - nå

            Kokk
            MS Fjordlys (Kvitholm Rederi AS)
            mai 2018 - februar 2022
            Turnus to uker på, to uker av.

            Lærling
            Restaurant Måltrosten
            august 2016 - april 2018

            UTDANNING
            Restaurant- og matfag, Sandsli videregående skole, 2014-2016

            KURS
            Allergener og mattrygghet, 2021
            STCW grunnkurs, gyldig til mai 2027
            TXT, ['name' => 'Abdi Warsame Nilsen', 'email' => 'abdi.nilsen@brev.example', 'phone' => '90713552', 'city' => 'Bergen', 'spells' => [['Souschef', 'Hotell Bryggekanten', '2022-03', null], ['Kokk', 'Kvitholm Rederi AS', '2018-05', '2022-02'], ['Lærling', 'Restaurant Måltrosten', '2016-08', '2018-04']], 'education' => [['Sandsli videregående skole', 'upper_secondary', 'Restaurant- og matfag', '2016']], 'skills' => ['food safety', 'STCW'], 'certificates' => ['Allergener og mattrygghet' => null, 'STCW grunnkurs' => '2027-05']]],
        'hr_partner' => ['test', <<<'TXT'
            Eilidh Drever
            eilidh.drever@post.example
            07700 900 341
            Aberdeen

            PROFILE
            People partner with ten years in shipping.

            EMPLOYMENT

            2020-present: People Partner at Scotia Crossing
              Crewing, labour law and onboarding for 600 seafarers.
            2016-2020: HR Adviser at Portlenny Ferries
            2014-2016: HR Administrator at Portlenny Ferries

            EDUCATION
            2014: MSc Human Resource Management, Grampian University
            2012: MA Sociology, Grampian University

            LANGUAGES
            English: native. Spanish: B2.
            TXT, ['name' => 'Eilidh Drever', 'email' => 'eilidh.drever@post.example', 'phone' => '07700900341', 'city' => 'Aberdeen', 'spells' => [['People Partner', 'Scotia Crossing', '2020', null], ['HR Adviser', 'Portlenny Ferries', '2016', '2020'], ['HR Administrator', 'Portlenny Ferries', '2014', '2016']], 'education' => [['Grampian University', 'master', 'Human Resource Management', '2014'], ['Grampian University', 'master', 'Sociology', '2012']], 'skills' => ['crewing', 'labour law', 'onboarding'], 'languages' => ['en' => 'C2', 'es' => 'B2']]],
        'logistics_pl' => ['test', <<<'TXT'
            Aleksandra Wrona
            Specjalistka ds. logistyki

            ul. Portowa 8/3, 81-340 Gdynia
            aleksandra.wrona@poczta.example
            601 555 830

            DOŚWIADCZENIE

            Bałtyk Prom S.A., Gdynia
            luty 2021 – obecnie        Specjalistka ds. logistyki
            – odprawy celne, towary niebezpieczne
            październik 2018 – styczeń 2021        Młodsza specjalistka ds. logistyki

            Magazyny Molo Sp. z o.o.
            lipiec 2016 – wrzesień 2018        Magazynierka
            – wózki widłowe

            WYKSZTAŁCENIE

            Uniwersytet Pomorski, logistyka, magister, 2013–2018

            JĘZYKI
            polski – ojczysty; angielski – C1; norweski – A2
            TXT, ['name' => 'Aleksandra Wrona', 'email' => 'aleksandra.wrona@poczta.example', 'phone' => '601555830', 'city' => 'Gdynia', 'spells' => [['Specjalistka ds. logistyki', 'Bałtyk Prom S.A.', '2021-02', null], ['Młodsza specjalistka ds. logistyki', 'Bałtyk Prom S.A.', '2018-10', '2021-01'], ['Magazynierka', 'Magazyny Molo Sp. z o.o.', '2016-07', '2018-09']], 'education' => [['Uniwersytet Pomorski', 'master', 'logistyka', '2018']], 'skills' => ['customs', 'dangerous goods', 'forklift'], 'languages' => ['pl' => 'C2', 'en' => 'C1', 'nb' => 'A2']]],
        'steward' => ['test', <<<'TXT'
            Name            Noa Beltrán Outeiro
            Address         Rúa do Mar 4, A Coruña
            E-mail          noa.beltran@mail.example
            Telephone       +34 600 555 142

            WORK EXPERIENCE

            Dates           From March 2021 to now
            Position        Cabin steward
            Employer        Ría Baixa Navieira
            Duties          Passenger care on the night sailings

            Dates           From June 2018 to February 2021
            Position        Waiter
            Employer        Hotel Faro Vello

            EDUCATION

            Dates           2016 - 2018
            Title           Diploma in Hospitality
            School          A Coruña School of Hospitality

            LANGUAGES

            Spanish         mother tongue
            English         C1
            TXT, ['name' => 'Noa Beltrán Outeiro', 'email' => 'noa.beltran@mail.example', 'phone' => '34600555142', 'city' => 'A Coruña', 'spells' => [['Cabin steward', 'Ría Baixa Navieira', '2021-03', null], ['Waiter', 'Hotel Faro Vello', '2018-06', '2021-02']], 'education' => [['A Coruña School of Hospitality', 'vocational', 'Hospitality', '2018']], 'skills' => ['passenger care'], 'languages' => ['es' => 'C2', 'en' => 'C1']]],
        'engineer_promoted' => ['test', <<<'TXT'
            H A K O N   B R A T L I E
            Marine engineer, Kristiansund
            hakon.bratlie@post.example / 958 44 021

            W O R K

            VESTHOLM MEKANISKE AS, Kristiansund (2012–today)

              Technical superintendent, 2019–today
                Planned maintenance for nine ferries
              Second engineer, 2015–2019
              Motorman, 2012–2015

            SKJELBRED VERFT (2010–2012)

              Apprentice, 2010–2012
                Diesel engines, pumps, hydraulics

            E D U C A T I O N

            Fagskolen i Nordmøre, maritime engineering, 2013–2015
            Atlanten videregående skole, 2008–2010
            TXT, ['name' => 'Hakon Bratlie', 'email' => 'hakon.bratlie@post.example', 'phone' => '95844021', 'city' => 'Kristiansund', 'spells' => [['Technical superintendent', 'Vestholm Mekaniske AS', '2019', null], ['Second engineer', 'Vestholm Mekaniske AS', '2015', '2019'], ['Motorman', 'Vestholm Mekaniske AS', '2012', '2015'], ['Apprentice', 'Skjelbred Verft', '2010', '2012']], 'education' => [['Fagskolen i Nordmøre', 'vocational', 'maritime engineering', '2015'], ['Atlanten videregående skole', 'upper_secondary', '', '2010']], 'skills' => ['planned maintenance', 'diesel engines', 'pumps', 'hydraulics']]],
        'returner' => ['test', <<<'TXT'
            Wiesława Kos
            Bookkeeper

            wieslawa.kos@post.example
            +44 7700 900 662
            Kirkwall, Orkney

            Work

            Bookkeeper (part time), Kirkvoe Harbour Trust, since September 2023
            Bookkeeping, VAT, cash flow.

            Bookkeeper, Blue Anchorage Hotels, April 2012 – June 2017
            Month end, payroll.

            Accounts assistant, Sklep Rybny "Mewa", Ustka, 2008 – 2011

            Education

            Technikum Ekonomiczne, Ustka, 2004 – 2008

            Computer skills
            Excel

            Languages
            Polish, native
            English, C1
            TXT, ['name' => 'Wiesława Kos', 'email' => 'wieslawa.kos@post.example', 'phone' => '447700900662', 'city' => 'Kirkwall', 'spells' => [['Bookkeeper', 'Kirkvoe Harbour Trust', '2023-09', null], ['Bookkeeper', 'Blue Anchorage Hotels', '2012-04', '2017-06'], ['Accounts assistant', 'Sklep Rybny "Mewa"', '2008', '2011']], 'education' => [['Technikum Ekonomiczne', 'vocational', '', '2008']], 'skills' => ['bookkeeping', 'VAT', 'cash flow', 'month-end', 'payroll', 'Excel'], 'languages' => ['pl' => 'C2', 'en' => 'C1']]],
        'naval_architect' => ['test', <<<'TXT'
            CURRICULUM VITAE
            Lars-Petter Ødegård, naval architect

            Address: Myrdalsveien 9, 6014 Ålesund. Telephone: (+47) 97 05 55 31. E-mail: lp.odegard@brev.example

            Professional experience

            12/2018 – d.d.   Osterdal Yard AS, Ålesund: Lead naval architect. Stability, CFD, Rhino.
            03/2014 – 11/2018   Tern & Holm Design: Naval architect. Hull lines in AutoCAD.
            08/2011 – 02/2014   Kvitholm Verft: Design engineer. Finite elements.

            Academic background

            2009 – 2011   M.Sc. in naval architecture, Technical University of Trondhjem
            2006 – 2009   B.Sc. in mechanical engineering, Ålesund University College

            Other: driving licence B. Fluent English, some German.
            TXT, ['name' => 'Lars-Petter Ødegård', 'email' => 'lp.odegard@brev.example', 'phone' => '4797055531', 'city' => 'Ålesund', 'spells' => [['Lead naval architect', 'Osterdal Yard AS', '2018-12', null], ['Naval architect', 'Tern & Holm Design', '2014-03', '2018-11'], ['Design engineer', 'Kvitholm Verft', '2011-08', '2014-02']], 'education' => [['Technical University of Trondhjem', 'master', 'naval architecture', '2011'], ['Ålesund University College', 'bachelor', 'mechanical engineering', '2009']], 'skills' => ['stability', 'CFD', 'Rhino', 'AutoCAD', 'finite elements'], 'languages' => ['en' => 'C1', 'de' => 'A2']]],
    ];
}
