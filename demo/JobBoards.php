<?php

declare(strict_types=1);

namespace Jorvent\Demo;

/** The job boards of the demo world, as an admin would have set them up, and how well each does for Skerry Line. */
final class JobBoards
{
    /** key => name, shape, reach, fields, rules, price */
    public const BOARDS = [
        'quayside' => ['Quayside Jobs', 'json', 48_000, ['title' => 'headline', 'body' => 'body', 'city' => 'town', 'category' => 'category', 'apply' => 'apply', 'until' => 'until', 'reference' => 'reference'],
            ['min_words' => 80, 'max_words' => 900, 'max_title' => 60, 'forbidden_in_title' => '!*#', 'mark_up' => 'lists', 'pay' => 'must', 'place' => ['city'], 'opened_within_days' => 90, 'max_days' => 60, 'categories' => ['Deck' => 'Deck', 'Engine' => 'Engine room', 'Yard' => 'Shipyard', 'Ashore' => 'Ashore', 'Passengers' => 'On board service']],
            ['kind' => 'posting', 'amount' => 39_000, 'currency' => 'EUR', 'days' => 30]],
        'harbour' => ['Harbour Board', 'form', 21_000, ['title' => 'vacancy', 'body' => 'text', 'city' => 'place', 'postcode' => 'postcode', 'category' => 'trade', 'apply' => 'link', 'until' => 'lastday', 'reference' => 'yourref', 'remote' => 'workplace'],
            ['min_words' => 60, 'max_title' => 60, 'mark_up' => 'none', 'pay' => 'should', 'place' => ['city', 'postcode'], 'max_days' => 60, 'categories' => ['Deck' => '101', 'Engine' => '102', 'Yard' => '103', 'Ashore' => '104', 'Passengers' => '105'], 'remote' => ['no' => 'SITE', 'partly' => 'MIXED', 'fully' => 'HOME']],
            ['kind' => 'posting', 'amount' => 24_000, 'currency' => 'EUR', 'days' => 30]],
        'yard' => ['Yard Register', 'xml', 6_400, ['title' => 'post', 'body' => 'words', 'city' => 'town', 'region' => 'county', 'category' => 'craft', 'apply' => 'address', 'until' => 'closing', 'reference' => 'mark'],
            ['min_words' => 40, 'max_title' => 80, 'mark_up' => 'full', 'place' => ['city', 'region'], 'max_days' => 60, 'categories' => ['Deck' => 'SHIP', 'Engine' => 'ELEC', 'Yard' => 'YARD', 'Ashore' => 'OFFICE']],
            ['kind' => 'subscription', 'amount' => 31_000, 'currency' => 'EUR', 'quota' => 12]],
        'leeshore' => ['Lee Shore Work', 'json', 35_000, ['title' => 'role', 'body' => 'description_html', 'city' => 'city', 'country' => 'country', 'category' => 'field', 'pay_from' => 'pay_min', 'pay_to' => 'pay_max', 'currency' => 'pay_currency', 'language' => 'lang', 'apply' => 'apply_url', 'until' => 'expires', 'reference' => 'external_id'],
            ['min_words' => 50, 'max_words' => 600, 'max_title' => 80, 'mark_up' => 'full', 'pay' => 'must', 'place' => ['city'], 'max_days' => 45, 'categories' => ['Deck' => 'sea', 'Engine' => 'technical', 'Yard' => 'technical', 'Ashore' => 'land', 'Passengers' => 'guests'], 'languages' => ['en']],
            ['kind' => 'click', 'amount' => 120, 'currency' => 'EUR']],
        'openberth' => ['Open Berth', 'json', 12_000, ['title' => 'title', 'body' => 'text', 'city' => 'location', 'category' => 'group', 'apply' => 'apply', 'until' => 'to', 'reference' => 'ref'],
            ['min_words' => 100, 'max_title' => 60, 'mark_up' => 'none', 'pay' => 'should', 'place' => ['city'], 'max_days' => 30, 'categories' => ['Deck' => 'A', 'Engine' => 'B', 'Yard' => 'C', 'Ashore' => 'D', 'Passengers' => 'E'], 'languages' => ['en', 'nb']],
            ['kind' => 'application', 'amount' => 1_800, 'currency' => 'EUR']],
        'slipway' => ['Slipway Notices', 'feed', 3_900, ['title' => 'title', 'body' => 'description', 'city' => 'city', 'category' => 'category', 'apply' => 'link', 'until' => 'until', 'reference' => 'reference', 'language' => 'language'],
            ['max_title' => 120, 'mark_up' => 'none', 'place' => ['city']], ['kind' => 'free']],
    ];

    /** language, question, answer: what the guide of the careers site may say */
    public const ANSWERS = [
        ['en', 'What does Skerry Line do?', 'We run ferries between islands, and the yard that keeps them going, from five harbours: Bergen, Aberdeen, Gdańsk, Vigo and Halifax.'],
        ['en', 'How long are the shifts on board?', 'Twelve hours, two weeks on and two weeks off. The rota is published six weeks ahead.'],
        ['en', 'Which language is spoken on board?', 'English on the bridge and in the engine room; beside it, the language of the harbour.'],
        ['en', 'Do you take apprentices?', 'Yes, every August, on board and in the yard. They are listed here from February.'],
        ['nb', 'Hva gjør Skerry Line?', 'Vi kjører ferjer mellom øyer, og verftet som holder dem i gang, fra fem havner: Bergen, Aberdeen, Gdańsk, Vigo og Halifax.'],
        ['nb', 'Hvor lange er vaktene om bord?', 'Tolv timer, to uker på og to uker av. Turnusen er klar seks uker før.'],
        ['pl', 'Czym zajmuje się Skerry Line?', 'Prowadzimy promy między wyspami i stocznię, która je utrzymuje, z pięciu portów: Bergen, Aberdeen, Gdańsk, Vigo i Halifax.'],
        ['pl', 'Jak długie są zmiany na pokładzie?', 'Dwanaście godzin, dwa tygodnie pracy i dwa wolne. Grafik jest gotowy sześć tygodni wcześniej.'],
    ];

    /** number, language, title, text */
    public const TEXTS = [
        [2201, 'nb', 'Skipselektriker', '<h2>Dette gjør du</h2><p>Du er en del av et mannskap som holder folk og varer i gang mellom øyene, sommer som vinter. Du holder det elektriske anlegget på fem bilferjer i drift: tavler, PLC-skap for rampe og baugport, alarmer. Du finner feilen, retter den og skriver ned hvordan.</p><h2>Det første halvåret</h2><p>Du lærer båtene og verftet sammen med en som kjenner dem. Etter tre måneder har du din egen del av planen, og etter seks lærer du den bort.</p><h2>Dette har du med deg</h2><p>Fagbrev som skipselektriker og omtrent tre års arbeid bak deg. Vi trenger PLC, tavler og feilsøking. Vi er glade for SCADA, høyspent og landstrøm. Har du det meste av dette og vil lære resten, så skriv til oss.</p><h2>Dette får du</h2><p>En årslønn som står her, pensjon fra første dag, reise hjem for vår regning når du bor et annet sted, og en turnus som holder.</p>'],
        [2204, 'pl', 'Projektant okrętowy', '<h2>Co będziesz robić</h2><p>Rysujesz to, co stocznia buduje: kadłuby, rampy i przebudowy promów na napęd hybrydowy. Liczysz stateczność, prowadzisz próby i odpowiadasz na pytania z pochylni, zanim staną się poprawkami.</p><h2>Pierwsze pół roku</h2><p>Poznajesz statki i stocznię obok kogoś, kto je zna. Po trzech miesiącach masz własną część planu, po sześciu uczysz jej następną osobę.</p><h2>Czego potrzebujesz</h2><p>Dyplomu z budowy okrętów i kilku lat pracy. Jeśli masz większość z tego i chcesz nauczyć się reszty, napisz do nas.</p><h2>Co dostajesz</h2><p>Roczną płacę, która jest tu podana, emeryturę od pierwszego dnia, podróże do domu na nasz koszt, gdy mieszkasz gdzie indziej, i plan wolnego, który jest dotrzymywany.</p>'],
    ];

    /** key => visits a day at first, share that starts, how often an application comes from there (of all), share that gets past the first look */
    public const DOES = ['careers' => [11.0, .09, 30, .55], 'quayside' => [17.0, .10, 28, .5], 'harbour' => [9.0, .09, 16, .45], 'yard' => [3.0, .16, 12, .7], 'leeshore' => [14.0, .04, 5, .15], 'openberth' => [5.0, .06, 5, .3], 'slipway' => [1.5, .06, 4, .35]];

    /** How much livelier a month is than the average, January first: new year, then spring; quiet in July and December. */
    public const SEASON = [1.45, 1.2, 1.15, 1.05, .95, .85, .6, .9, 1.1, 1.05, .95, .7];

    /** site name's town => region, postcode; Halifax has none, and one board says so */
    public const PLACES = ['Bergen' => ['Vestland', '5003'], 'Aberdeen' => ['Grampian', 'AB11 5AA'], 'Gdańsk' => ['Pomorskie', '80-001'], 'Vigo' => ['Galicia', '36201'], 'Halifax' => ['Nova Scotia', '']];

    /** @return non-empty-list<string> where a requisition of this number stands or stood */
    public static function of(int $number, bool $earlier): array
    {
        if ($earlier) {
            return array_values(array_filter(['careers', 0 === $number % 3 ? null : 'quayside', 0 === $number % 2 ? 'harbour' : null, 0 === $number % 3 ? 'yard' : null, 1 === $number % 4 ? 'leeshore' : null, 2 === $number % 5 ? 'openberth' : null, 3 === $number % 6 ? 'slipway' : null]));
        }

        return 0 === $number % 2 ? ['careers'] : array_values(array_filter(['careers', 'quayside', 1 === $number % 4 ? 'harbour' : null, 1 === $number % 4 ? 'leeshore' : null, 2201 === $number || 0 === $number % 3 ? 'yard' : null]));
    }
}
