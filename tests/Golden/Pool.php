<?php

declare(strict_types=1);

namespace Jorvent\Tests\Golden;

/** What the invented people of the golden set have done, by language. Written before the rules that read it. */
final class Pool
{
    public const PEOPLE = [
        'en' => [['Eilidh Sutherland-Roy', 'Aberdeen', '+44 1224 490112'], ['Brendan Achterberg', 'Halifax', '(902) 555-0147'], ['Uxía Fandiño', 'Vigo', '+34 986 551 203'], ['Desmond Okafor-Pratt', 'Lerwick', '01595 555 014'], ['MORAG ISBISTER', 'Kirkwall', '+44 1856 555 019'], ['Dr Yusuf Demirbaş', 'Glasgow', '0141 555 0188'], ["Siobhán O'Hara", 'Cork', '+353 21 555 0129'], ['Linh Dao', 'Lunenburg', '+1 902 555 0163']],
        'nb' => [['Ragnhild Tveitane', 'Bergen', '+47 55 55 01 71'], ['Per-Olav Brandvold', 'Askøy', '412 34 567'], ['Åse Kvåle', 'Ålesund', '+47 70 55 01 22'], ['Kaisa Rautio', 'Stavanger', '51 55 01 34'], ['Bjørn Øyvind Myhre', 'Tromsø', '+47 77 55 01 08'], ['Ingebjørg Stavdal', 'Haugesund', 'tlf. 52 55 01 90']],
        'pl' => [['Agnieszka Świętochowska', 'Gdańsk', '+48 58 555 01 12'], ['Łukasz Wieliczko', 'Gdynia', '58 555 01 34'], ['Żaneta Kowalczyk-Lis', 'Szczecin', '+48 91 555 01 77'], ['Piotr Zaremba', 'Sopot', '501 555 018'], ['Małgorzata Gąsior', 'Kraków', '+48 12 555 01 45'], ['Jakub Lis', 'Ustka', '59 555 01 03']],
    ];

    /** title, employer, place, lines that name skills, the skills named */
    public const SPELLS = [
        'en' => [
            [['Marine electrician', 'Pentland Repair Ltd', 'Aberdeen', ['Fault finding on PLC cabinets and switchboards of five car ferries.', 'Moved two boats to shore power.'], ['PLC', 'switchboards', 'shore power', 'fault finding']], ['Apprentice electrician', 'Skene Sands Boats', 'Peterhead', ['Cable routing and insulation testing under a foreman.'], ['cable routing', 'insulation testing']], ['Electro-technical officer', 'Scotia Crossing', 'Halifax', ['High voltage, SCADA and alarm systems on a ro-pax ferry.'], ['high voltage', 'SCADA', 'alarm systems']]],
            [['Data analyst', 'Granholm Data', 'Glasgow', ['Forecasting in Python and SQL; dashboards for eleven terminals.'], ['Python', 'SQL', 'forecasting', 'dashboards']], ['Senior data engineer', 'Tern Holm Shipping', 'Leith', ['PostgreSQL warehouse, CI/CD, services in C# and .NET.'], ['PostgreSQL', 'CI/CD', 'C#', '.NET']], ['Web developer', 'Kirkvoe Harbour Board', 'Kirkwall', ['Node.js and C++ for the berth planner.'], ['Node.js', 'C++']]],
            [['Purser', 'Portlenny Ferries', 'Cork', ['Cash handling and crisis and crowd management for 900 passengers.'], ['cash handling', 'crowd management']], ['Cabin steward', 'Scotia Crossing', 'Halifax', ['Food safety, rota planning and stock control in two kitchens.'], ['food safety', 'rota planning', 'stock control']]],
            [['Payroll officer', 'Gullcove Marine', 'Aberdeen', ['Payroll for 800 seafarers; month-end in five days, in Excel.'], ['payroll', 'month-end', 'Excel']], ['Accountant', 'Luoto Lines plc', 'Leith', ['VAT, IFRS and audit without remarks.'], ['VAT', 'IFRS', 'audit']], ['Accounts clerk', 'Harbour Café Co', 'Lerwick', ['Bookkeeping and cash flow.'], ['bookkeeping', 'cash flow']]],
            [['Second mate', 'Scotia Crossing', 'Halifax', ['Passage planning and ECDIS for three routes; bridge watch.'], ['passage planning', 'ECDIS', 'bridge watch']], ['Deckhand', 'Skene Sands Boats', 'Peterhead', ['Mooring and ramp work in all weathers.'], ['mooring']]],
        ],
        'nb' => [
            [['Skipselektriker', 'Norrøysund Ferger AS', 'Bergen', ['Feilsøking på PLC og tavler om bord i fem bilferjer.', 'Landstrøm på to fartøy.'], ['PLC', 'fault finding', 'switchboards', 'shore power']], ['Lærling elektriker', 'Vestholm Mekaniske', 'Os', ['Kabelføring og høyspenning under opplæring.'], ['cable routing', 'high voltage']], ['Automatiker', 'Havbris Teknologi AS', 'Stavanger', ['SCADA og PLC for fiskefôranlegg.'], ['SCADA', 'PLC']]],
            [['Styrmann', 'Falkøy Rederi AS', 'Ålesund', ['Reiseplanlegging og ECDIS på tre ruter.'], ['ECDIS', 'passage planning']], ['Matros', 'Norrøysund Ferger AS', 'Bergen', ['Fortøyning og rampearbeid.'], ['mooring']]],
            [['Lønnsmedarbeider', 'Kvitholm Verft', 'Haugesund', ['Lønn for 400 ansatte, Excel og månedsavslutning.'], ['payroll', 'Excel', 'month-end']], ['Regnskapsfører', 'Osterdal Regnskap AS', 'Bergen', ['Regnskap, mva. og budsjett for små bedrifter.'], ['bookkeeping', 'VAT', 'budgeting']]],
            [['Sveiser', 'Kvitholm Verft', 'Haugesund', ['TIG og MIG/MAG i stål og aluminium.'], ['TIG', 'MIG/MAG', 'aluminium']], ['Formann', 'Vestholm Mekaniske', 'Os', ['Leder tolv sveisere; ISO 9606 og ultralyd.'], ['ISO 9606', 'ultrasonic testing']]],
        ],
        'pl' => [
            [['Elektryk okrętowy', 'Stocznia Wydma Sp. z o.o.', 'Gdańsk', ['Sterowniki PLC, rozdzielnice i układanie kabli na promach.'], ['PLC', 'switchboards', 'cable routing']], ['Inżynier automatyk', 'Bałtyk Prom S.A.', 'Gdynia', ['Systemy SCADA i wysokie napięcie.'], ['SCADA', 'high voltage']]],
            [['Programista', 'Granholm Data Polska', 'Gdańsk', ['Usługi w C# i .NET, bazy PostgreSQL, CI/CD.'], ['C#', '.NET', 'PostgreSQL', 'CI/CD']], ['Analityk danych', 'Bałtyk Prom S.A.', 'Gdynia', ['Python, SQL i prognozowanie ruchu.'], ['Python', 'SQL', 'forecasting']]],
            [['Księgowa', 'Biuro Fala', 'Sopot', ['Księgowość, VAT i lista płac w Excelu.'], ['bookkeeping', 'VAT', 'payroll', 'Excel']], ['Specjalistka ds. płac', 'Stocznia Wydma Sp. z o.o.', 'Gdańsk', ['Naliczanie płac dla 300 osób.'], ['payroll']]],
            [['Spawacz', 'Stocznia Wydma Sp. z o.o.', 'Gdańsk', ['Spawanie TIG i MIG/MAG, ISO 9606.'], ['TIG', 'MIG/MAG', 'ISO 9606']], ['Monter kadłubów', 'Zakład Remontowy Mewa', 'Szczecin', ['Remonty kadłubów i rysunki techniczne.'], ['hull repair']]],
        ],
    ];

    /** school, what is written for the degree, level, field, years */
    public const SCHOOLS = [
        'en' => [['Skerries College', 'Trade certificate', 'vocational', 'Ship electrician', 2], ['University of Fair Isle', 'BSc', 'bachelor', 'Informatics', 3], ['Northern Isles Polytechnic', 'MSc', 'master', 'Statistics', 2], ['Cape Wrath Nautical School', 'Diploma', 'vocational', 'Nautical science', 2], ['Pentland Academy', 'High school', 'upper_secondary', '', 3]],
        'nb' => [['Fjordheim fagskole', 'Fagbrev', 'vocational', 'Skipselektriker', 2], ['Universitetet i Nordvåg', 'Bachelor', 'bachelor', 'Økonomi', 3], ['Høgskolen på Stord og Sund', 'Master', 'master', 'Maritim ledelse', 2], ['Os videregående skole', 'Videregående', 'upper_secondary', 'Elektrofag', 3]],
        'pl' => [['Politechnika Zatokowa', 'Inżynier', 'bachelor', 'Automatyka', 4], ['Uniwersytet Półwyspu', 'Magister', 'master', 'Ekonomia', 2], ['Technikum Okrętowe w Gdyni', 'Technik', 'vocational', 'Elektryk', 4], ['Liceum nr 3 w Sopocie', 'Matura', 'upper_secondary', '', 3]],
    ];

    /** what is written, what is meant */
    public const TONGUES = [
        'en' => [[['English (native)', 'en', 'C2'], ['Norwegian B1', 'nb', 'B1']], [['English – mother tongue', 'en', 'C2'], ['French – basic', 'fr', 'A2']], [['Spanish (native)', 'es', 'C2'], ['English C1', 'en', 'C1'], ['Galician (native)', 'gl', 'C2']], [['English: fluent', 'en', 'C1'], ['Vietnamese: native', 'vi', 'C2']]],
        'nb' => [[['Norsk (morsmål)', 'nb', 'C2'], ['Engelsk (flytende)', 'en', 'C1']], [['Norsk – morsmål', 'nb', 'C2'], ['Engelsk – god', 'en', 'B2'], ['Tysk – grunnleggende', 'de', 'A2']], [['Finsk: morsmål', 'fi', 'C2'], ['Norsk: B2', 'nb', 'B2']]],
        'pl' => [[['polski – ojczysty', 'pl', 'C2'], ['angielski – B2', 'en', 'B2']], [['polski (ojczysty)', 'pl', 'C2'], ['angielski (biegły)', 'en', 'C1'], ['niemiecki (podstawowy)', 'de', 'A2']], [['polski: ojczysty', 'pl', 'C2'], ['norweski: A2', 'nb', 'A2']]],
    ];

    public const CERTIFICATES = [
        'en' => [['Basic safety training', '2027-05'], ['High-voltage course', null], ['GMDSS general operator', '2028-01'], ['Food safety level 3', null], ['First aid at sea', '2026-12']],
        'nb' => [['Grunnleggende sikkerhetskurs', '2027-03'], ['Høyspenningskurs 11 kV', null], ['GOC radiosertifikat', '2028-09'], ['Truckførerbevis T1', null]],
        'pl' => [['Świadectwo przeszkolenia STCW', '2027-06'], ['Uprawnienia SEP do 1 kV', '2028-02'], ['Kurs pierwszej pomocy', null]],
    ];

    public const WORDS = [
        'en' => ['work' => 'Work experience', 'education' => 'Education', 'skills' => 'Skills', 'languages' => 'Languages', 'certificates' => 'Certificates', 'summary' => 'Profile', 'contact' => 'Contact', 'other' => 'Interests', 'now' => 'present', 'at' => 'at', 'hobby' => 'Rows in a six-oared boat; repairs old radios.', 'about' => 'Calm under pressure, tidy with papers.', 'valid' => 'valid until', 'employer' => 'Employer', 'position' => 'Position', 'period' => 'Period', 'place' => 'Place', 'from' => 'From', 'to' => 'to', 'worked' => 'I worked as', 'phone' => 'Phone', 'email' => 'E-mail', 'page' => 'Page'],
        'nb' => ['work' => 'Arbeidserfaring', 'education' => 'Utdanning', 'skills' => 'Ferdigheter', 'languages' => 'Språk', 'certificates' => 'Kurs og sertifikater', 'summary' => 'Om meg', 'contact' => 'Personalia', 'other' => 'Fritid', 'now' => 'd.d.', 'at' => 'hos', 'hobby' => 'Ror i seksæring; reparerer gamle radioer.', 'about' => 'Rolig under press, ryddig med papirer.', 'valid' => 'gyldig til', 'employer' => 'Arbeidsgiver', 'position' => 'Stilling', 'period' => 'Periode', 'place' => 'Sted', 'from' => 'Fra', 'to' => 'til', 'worked' => 'arbeidet jeg som', 'phone' => 'Telefon', 'email' => 'E-post', 'page' => 'Side'],
        'pl' => ['work' => 'Doświadczenie zawodowe', 'education' => 'Wykształcenie', 'skills' => 'Umiejętności', 'languages' => 'Języki obce', 'certificates' => 'Kursy i szkolenia', 'summary' => 'O mnie', 'contact' => 'Dane osobowe', 'other' => 'Zainteresowania', 'now' => 'obecnie', 'at' => 'w', 'hobby' => 'Wiosłuje w szóstce; naprawia stare radia.', 'about' => 'Spokój pod presją, porządek w papierach.', 'valid' => 'ważne do', 'employer' => 'Pracodawca', 'position' => 'Stanowisko', 'period' => 'Okres', 'place' => 'Miejsce', 'from' => 'Od', 'to' => 'do', 'worked' => 'pracowałem jako', 'phone' => 'Telefon', 'email' => 'E-mail', 'page' => 'Strona'],
    ];

    public const MONTHS = ['en' => ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December'], 'nb' => ['januar', 'februar', 'mars', 'april', 'mai', 'juni', 'juli', 'august', 'september', 'oktober', 'november', 'desember'], 'pl' => ['styczeń', 'luty', 'marzec', 'kwiecień', 'maj', 'czerwiec', 'lipiec', 'sierpień', 'wrzesień', 'październik', 'listopad', 'grudzień']];
    public const SHORT = ['en' => ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'], 'nb' => ['jan.', 'feb.', 'mars', 'april', 'mai', 'juni', 'juli', 'aug.', 'sept.', 'okt.', 'nov.', 'des.'], 'pl' => ['sty', 'lut', 'mar', 'kwi', 'maj', 'cze', 'lip', 'sie', 'wrz', 'paź', 'lis', 'gru']];
}
