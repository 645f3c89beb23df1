<?php

declare(strict_types=1);

namespace Jorvent\Demo;

/** What people in the demo world do: titles, employers, skills and what they write about their work. All invented. */
final class Trades
{
    /** @var array<string, array{titles: list<string>, skills: list<string>, lines: list<string>, papers: list<string>}> */
    public const ALL = [
        'electrician' => [
            'titles' => ['Apprentice electrician', "Ship's electrician", 'Marine electrician', 'Senior marine electrician', 'Electro-technical officer'],
            'skills' => ['PLC', 'SCADA', 'switchboards', 'shore power', 'bow thrusters', 'cable routing', 'insulation testing', 'high voltage', 'battery hybrid', 'alarm systems', 'fault finding'],
            'lines' => ['Keeps the electrical plant of five car ferries running.', 'Rebuilt the PLC cabinets for ramp and bow door on three of them, in service, without losing a sailing.', 'Moved two boats from oil-fired heating to shore power.', 'New builds and yard periods: cable routing, main switchboards, SCADA drives for thrusters.', 'Signed off insulation tests with the class surveyor.', 'On call one week in four; trains the apprentices.', 'Retrofit of bow thrusters and of the battery hybrid plant.', 'Wrote the PLC fault book that the night shift uses.'],
            'papers' => ['Trade certificate, ship electrician', 'High-voltage course', 'PLC course, level 2', 'Basic safety training'],
        ],
        'engineer' => [
            'titles' => ['Motorman', 'Third engineer', 'Second engineer', 'Chief engineer'],
            'skills' => ['diesel engines', 'hydraulics', 'planned maintenance', 'bunkering', 'boilers', 'pumps', 'ice class', 'LNG', 'vibration measurement', 'engine room watch'],
            'lines' => ['Runs the engine room of a 140 m car and passenger ferry.', 'Planned maintenance of four diesel engines; overhauls done between sailings.', 'Hydraulics of ramps and stabilisers.', 'Led the change to LNG on one boat, with the yard and the class.', 'Bunkering, boilers and pumps on the winter timetable.', 'Cut fuel by watching load and trim, 6 % in a year.'],
            'papers' => ['Certificate of competency, engineer class 2', 'LNG course', 'Basic safety training', 'High-voltage course'],
        ],
        'deck' => [
            'titles' => ['Deckhand', 'Able seaman', 'Second mate', 'Chief mate', 'Master'],
            'skills' => ['navigation', 'ECDIS', 'mooring', 'passage planning', 'bridge watch', 'ice class', 'crew rotation', 'fast rescue boat', 'stability', 'pilotage'],
            'lines' => ['Bridge watch on the inner fairway, day and night.', 'Passage planning and ECDIS for three routes.', 'Mooring and ramp work in all weathers.', 'Pilotage exemption for two fjords.', 'Fast rescue boat crew, drills every month.', 'Plans the crew rotation for forty people.'],
            'papers' => ['Deck officer class 3', 'ECDIS course', 'Fast rescue boat', 'Basic safety training', 'GMDSS general operator'],
        ],
        'welder' => [
            'titles' => ['Apprentice welder', 'Welder', 'Certified welder', 'Welding inspector'],
            'skills' => ['TIG', 'MIG/MAG', 'ultrasonic testing', 'hull repair', 'aluminium', 'pipe work', 'welding procedures', 'ISO 9606', 'magnetic particle testing'],
            'lines' => ['Hull repair and plating on slip and in dock.', 'TIG and MIG/MAG in steel and aluminium.', 'Writes welding procedures and follows them up on the floor.', 'Ultrasonic testing and magnetic particle testing of hull seams.', 'Pipe work for ballast and fuel.', 'Taught six apprentices to their certificate.'],
            'papers' => ['ISO 9606 certificate', 'Ultrasonic testing, level 2', 'International welding inspector'],
        ],
        'architect' => [
            'titles' => ['Junior naval architect', 'Naval architect', 'Senior naval architect'],
            'skills' => ['stability', 'hull form', 'AutoCAD', 'Rhino', 'finite elements', 'Python', 'class approval', 'weight control', 'damage stability', 'CFD'],
            'lines' => ['Stability and damage stability of double-ended ferries.', 'Hull form studies with CFD, towing tank follow-up.', 'Weight control through two new builds.', 'Finite elements for ramp and car deck.', 'Class approval drawings, from first sketch to delivery.', 'Small tools in Python for loading conditions.'],
            'papers' => ['Chartered engineer', 'CFD summer school'],
        ],
        'port' => [
            'titles' => ['Terminal agent', 'Shift leader, terminal', 'Port operations lead', 'Port captain'],
            'skills' => ['berth planning', 'dangerous goods', 'security ISPS', 'shift planning', 'forklift', 'linkspan', 'customs', 'incident handling'],
            'lines' => ['Turns round eleven sailings a day on two linkspans.', 'Berth planning with pilots and tugs.', 'Dangerous goods papers and security ISPS rounds.', 'Shift planning for sixty people.', 'Handled the winter closures without a lost connection.'],
            'papers' => ['Dangerous goods IMDG', 'Port facility security officer'],
        ],
        'steward' => [
            'titles' => ['Cabin steward', 'Waiter', 'Restaurant manager', 'Purser', 'Hotel manager on board'],
            'skills' => ['passenger care', 'cash handling', 'food safety', 'crisis and crowd management', 'rota planning', 'wine', 'stock control', 'Norwegian', 'Spanish'],
            'lines' => ['Passenger care for 900 guests a crossing.', 'Food safety and stock control for two kitchens.', 'Crisis and crowd management, leads the muster station.', 'Rota planning for forty stewards in three languages.', 'Brought waiting times in the cafeteria under six minutes.'],
            'papers' => ['Crisis and crowd management', 'Food safety level 3', 'Basic safety training'],
        ],
        'analyst' => [
            'titles' => ['Data analyst', 'Ticketing data analyst', 'Senior data analyst', 'Data engineer'],
            'skills' => ['SQL', 'Python', 'R', 'PostgreSQL', 'forecasting', 'dashboards', 'A/B testing', 'C#', '.NET', 'Node.js', 'CI/CD', 'revenue management'],
            'lines' => ['Forecasting of passengers and cars by sailing, with Python and SQL.', 'Built the ticketing warehouse in PostgreSQL.', 'A/B testing of fares; revenue management with the commercial team.', 'Dashboards that the terminals open every morning.', 'Moved the nightly loads to CI/CD.', 'Services in C# and .NET for the booking engine.'],
            'papers' => ['MSc statistics', 'BSc informatics'],
        ],
        'finance' => [
            'titles' => ['Payroll officer', 'Accountant', 'Financial controller', 'Head of accounts'],
            'skills' => ['payroll', 'IFRS', 'budgeting', 'month-end', 'Excel', 'seafarer pay', 'VAT', 'audit', 'cash flow'],
            'lines' => ['Payroll for 800 seafarers in four countries.', 'Month-end in five days, audit without remarks.', 'Budgeting with the yard and the ships.', 'VAT and customs for spare parts.', 'Took seafarer pay from paper to system.'],
            'papers' => ['Chartered accountant', 'Payroll diploma'],
        ],
        'people' => [
            'titles' => ['People assistant', 'People partner', 'Crewing officer', 'Training manager'],
            'skills' => ['crewing', 'labour law', 'STCW', 'training plans', 'collective agreements', 'interviews', 'onboarding'],
            'lines' => ['Crewing for twelve ships, certificates and STCW.', 'Collective agreements with three unions.', 'Training plans for bridge and engine room.', 'Onboarding that new people stay for: nine of ten after a year.'],
            'papers' => ['BSc people and work', 'STCW administrator'],
        ],
    ];

    public const EMPLOYERS = ['Norrøysund Ferger', 'Kvitholm Verft', 'Osterdal Yard', 'Stocznia Wydma', 'Pentland Repair', 'Gullcove Marine', 'Luoto Lines', 'Vestholm Mekaniske', 'Ría Baixa Navieira', 'Skene Sands Boats', 'Portlenny Ferries', 'Falkøy Rederi', 'Bałtyk Prom', 'Kirkvoe Harbour', 'Scotia Crossing', 'Illa Norte Transbordos', 'Tern Holm Shipping', 'Granholm Data', 'Havbris Technologies', 'Blue Anchorage Hotels'];

    public const CITIES = [['Bergen', 'NO'], ['Bergen', 'NO'], ['Askøy', 'NO'], ['Os', 'NO'], ['Stavanger', 'NO'], ['Ålesund', 'NO'], ['Aberdeen', 'GB'], ['Aberdeen', 'GB'], ['Lerwick', 'GB'], ['Gdańsk', 'PL'], ['Gdańsk', 'PL'], ['Gdynia', 'PL'], ['Halifax', 'CA'], ['Halifax', 'CA'], ['Lunenburg', 'CA'], ['Vigo', 'ES'], ['Vigo', 'ES'], ['A Coruña', 'ES']];

    public const PREFIX = ['NO' => '+47 5555 ', 'GB' => '+44 1224 49', 'PL' => '+48 58 555 ', 'CA' => '+1 902 555 ', 'ES' => '+34 986 55 '];
    public const ZONES = ['NO' => 'Europe/Oslo', 'GB' => 'Europe/London', 'PL' => 'Europe/Warsaw', 'CA' => 'America/Halifax', 'ES' => 'Europe/Madrid'];
}
