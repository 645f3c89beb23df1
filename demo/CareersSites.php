<?php

declare(strict_types=1);

namespace Jorvent\Demo;

/** The brands of the demo world: their words, looks, units and pages; what candidates may declare; who told a friend. */
final class CareersSites
{
    /** tagline and lead of the first brand, by language */
    public const MAIN = [
        'en' => ['tagline' => 'Ferries between islands, and the yard that keeps them going', 'lead' => 'Ferries, a shipyard and the people who keep both going, in five harbours.'],
        'nb' => ['tagline' => 'Ferger mellom øyer, og verftet som holder dem i gang', 'lead' => 'Ferger, et verft og menneskene som holder begge i gang, i fem havner.'],
        'pl' => ['tagline' => 'Promy między wyspami i stocznia, która o nie dba', 'lead' => 'Promy, stocznia i ludzie, którzy dbają o jedno i drugie, w pięciu portach.'],
    ];

    /** key, name, accent, deep, paper, units, texts */
    public const YARD = ['yard', 'Skerry Yard', '#8A3B12', '#1F4D3A', '#F7F6F2', [21], [
        'en' => ['tagline' => 'We mend what the sea wears down', 'lead' => 'Steel, cables and drawings: the yard of Skerry Line, in Gdańsk, Vigo and Bergen.'],
        'nb' => ['tagline' => 'Vi reparerer det havet sliter på', 'lead' => 'Stål, kabler og tegninger: verftet til Skerry Line, i Gdańsk, Vigo og Bergen.'],
        'pl' => ['tagline' => 'Naprawiamy to, co zużywa morze', 'lead' => 'Stal, kable i rysunki: stocznia Skerry Line w Gdańsku, Vigo i Bergen.'],
    ]];

    /** brand, slug, language, title, body */
    public const PAGES = [
        [1, 'how-we-choose', 'en', 'How we choose', '<p>A person reads every application; no program decides. You hear from us within two working days.</p><h2>What counts</h2><ul><li>what the opening says you need, and nothing else</li><li>the same questions for everyone who applies</li><li>two people in each interview, who write down what they heard before they talk</li></ul><h2>What does not</h2><p>Gaps, age, where you grew up, how you look. We do not ask for a photo.</p>'],
        [1, 'how-we-choose', 'nb', 'Slik velger vi', '<p>Et menneske leser hver søknad; intet program bestemmer. Du hører fra oss innen to arbeidsdager.</p><h2>Det som teller</h2><ul><li>det stillingen sier at du trenger, og ikke noe annet</li><li>de samme spørsmålene til alle som søker</li><li>to personer i hvert intervju, som skriver ned det de hørte, før de snakker sammen</li></ul><h2>Det som ikke teller</h2><p>Hull i CV-en, alder, hvor du vokste opp, hvordan du ser ut. Vi ber ikke om bilde.</p>'],
        [1, 'how-we-choose', 'pl', 'Jak wybieramy', '<p>Każde zgłoszenie czyta człowiek; żaden program nie decyduje. Odpowiadamy w ciągu dwóch dni roboczych.</p><h2>Co się liczy</h2><ul><li>to, czego wymaga oferta, i nic więcej</li><li>te same pytania dla wszystkich</li><li>dwie osoby na każdej rozmowie, które zapisują, co usłyszały, zanim porozmawiają</li></ul><h2>Co się nie liczy</h2><p>Przerwy, wiek, miejsce dorastania, wygląd. Nie prosimy o zdjęcie.</p>'],
        [1, 'life-on-board', 'en', 'Life on board', '<p>Two weeks on, two weeks off, on most ships. A cabin of your own, a cook who means it, and a call home whenever there is a mast in sight.</p><p>Ashore you work days; the yard has an evening shift when a ferry is on the slip.</p>'],
        [2, 'the-yard', 'en', 'The yard', '<p>Three slips, one of them under a roof. We dock nine ferries a year and build one every third.</p><p>Apprentices work beside the one who taught the last one.</p>'],
    ];

    /** question, answers with what they are given by chance in a hundred */
    public const DECLARED = ['gender' => ['woman' => 27, 'man' => 69, 'other' => 4], 'age' => ['under_25' => 14, '25_34' => 33, '35_44' => 27, '45_54' => 18, '55_over' => 8]];

    /** number of the requisition, name, address, language, days ago, visits, applications that came by it */
    public const REFERRALS = [
        [2201, 'Ines Teixeira', 'ines.teixeira@skerryline.example', 'en', 35, 14, 2], [2202, 'Torstein Hauge', 'torstein.hauge@skerryline.example', 'nb', 40, 6, 1], [2208, 'Morag Isbister', 'morag.isbister@skerryline.example', 'en', 10, 3, 0],
        [2178, 'Callum Gauthier', 'callum.gauthier@skerryline.example', 'en', 400, 9, 1], [2160, 'Hanne Solvik', 'hanne.solvik@skerryline.example', 'nb', 515, 11, 1], [2204, 'Wiktor Mazurek', 'wiktor.mazurek@post.example', 'pl', 20, 4, 1],
    ];
}
