<?php

declare(strict_types=1);

// How resumes in Norwegian say it, in both written forms where they differ.
return [
    'months' => ['januar' => 1, 'jan' => 1, 'februar' => 2, 'feb' => 2, 'mars' => 3, 'mar' => 3, 'april' => 4, 'apr' => 4, 'mai' => 5, 'juni' => 6, 'jun' => 6, 'juli' => 7, 'jul' => 7, 'august' => 8, 'aug' => 8, 'september' => 9, 'sept' => 9, 'sep' => 9, 'oktober' => 10, 'okt' => 10, 'november' => 11, 'nov' => 11, 'desember' => 12, 'des' => 12],
    'seasons' => ['var' => 3, 'varen' => 3, 'sommer' => 6, 'sommeren' => 6, 'host' => 9, 'hosten' => 9, 'vinter' => 12, 'vinteren' => 12],
    'now' => ['na', 'd d', 'dd', 'i dag', 'idag', 'dags dato', 'naverende', 'pagaende', 'fortsatt', 'navaerende', 'no', 'pagar'],
    'since' => ['siden', 'fra', 'sidan', 'fra og med', 'fom'],
    'until' => ['til', 'til og med', 'tom'],
    'headings' => [
        'work' => ['erfaring', 'arbeidserfaring', 'yrkeserfaring', 'praksis', 'arbeid', 'jobberfaring', 'ansettelser', 'yrkespraksis', 'arbeidspraksis', 'relevant erfaring', 'fartstid', 'jobber', 'arbeidsforhold', 'stillinger'],
        'education' => ['utdanning', 'utdannelse', 'skolegang', 'studier', 'utdanning og kurs', 'skole', 'utdanningar', 'skoler'],
        'skills' => ['ferdigheter', 'kompetanse', 'nokkelkompetanse', 'kunnskaper', 'it kunnskaper', 'datakunnskaper', 'kjernekompetanse', 'verktoy', 'fagkunnskap', 'nokkelkvalifikasjoner', 'kvalifikasjoner', 'ferdigheiter', 'dette kan jeg', 'teknologi'],
        'languages' => ['sprak', 'sprakkunnskaper', 'sprakferdigheter', 'snakker'],
        'certificates' => ['sertifikater', 'kurs', 'kurs og sertifikater', 'sertifiseringer', 'fagbrev', 'fagbrev og kurs', 'sertifikat', 'papirer', 'kurs og fagbrev', 'kursbevis', 'kurser', 'forerkort og sertifikater', 'kompetansebevis', 'lisenser'],
        'summary' => ['sammendrag', 'profil', 'om meg', 'kort om meg', 'nokkelinformasjon', 'innledning', 'personlig profil', 'oppsummering', 'oppsummert'],
        'contact' => ['kontakt', 'kontaktinformasjon', 'personalia', 'personlige opplysninger', 'kontaktopplysninger', 'persondata', 'personopplysninger'],
        'other' => ['interesser', 'fritid', 'referanser', 'prosjekter', 'verv', 'frivillig arbeid', 'annet', 'ovrig', 'publikasjoner', 'hobbyer', 'fritidsinteresser', 'tillitsverv', 'militaertjeneste', 'forstegangstjeneste', 'organisasjonsarbeid', 'diverse'],
    ],
    'degrees' => ['doctorate' => ['ph d', 'phd', 'doktorgrad', 'dr ing', 'dr philos'], 'master' => ['master', 'sivilingenior', 'siv ing', 'cand mag hovedfag', 'hovedfag', 'mastergrad', 'siviløkonom', 'sivilokonom', 'cand real', 'cand scient', 'cand jur'], 'bachelor' => ['bachelor', 'bachelorgrad', 'hogskoleingenior', 'cand mag', 'høgskolekandidat', 'hogskolekandidat', 'ingenior'], 'vocational' => ['fagbrev', 'svennebrev', 'fagskole', 'laerling', 'laretid', 'laeretid', 'yrkesfag', 'teknisk fagskole', 'mesterbrev', 'teknisk fagskole', 'vg3', 'grunnkurs', 'fagutdanning'], 'upper_secondary' => ['videregaende', 'videregaande', 'gymnas', 'studiespesialisering', 'studiespesialiserende', 'allmennfag', 'vg1', 'vg2', 'examen artium', 'vgs']],
    'schools' => ['universitet', 'universitetet', 'hogskole', 'hogskolen', 'hogskule', 'hogskulen', 'fagskole', 'fagskolen', 'skole', 'skule', 'videregaende', 'gymnas', 'institutt', 'akademi'],
    'employers' => ['as', 'asa', 'ans', 'da', 'nuf', 'sa', 'ba', 'rederi', 'rederiet', 'ferger', 'ferjer', 'verft', 'verftet', 'mekaniske', 'kommune', 'fylkeskommune', 'sykehus', 'hotell', 'skipsverft', 'maritim', 'maritime', 'havn', 'havnevesen', 'elektro', 'bygg', 'regnskap', 'konsern', 'gruppen', 'tjenester', 'kraft', 'energi', 'butikk', 'legekontor', 'barnehage', 'transport', 'sjo', 'bank'],
    'titles' => ['vikar', 'kjokkenassistent', 'driftsleder', 'ingenior', 'elektriker', 'skipselektriker', 'leder', 'sjef', 'direktor', 'konsulent', 'radgiver', 'medarbeider', 'assistent', 'laerling', 'styrmann', 'skipper', 'kaptein', 'matros', 'maskinist', 'maskinsjef', 'motormann', 'sveiser', 'platearbeider', 'mekaniker', 'montor', 'tekniker', 'utvikler', 'analytiker', 'arkitekt', 'regnskapsforer', 'regnskapsmedarbeider', 'revisor', 'okonom', 'kokk', 'servitor', 'stuert', 'forpleiningsassistent', 'laerer', 'sykepleier', 'hjelpepleier', 'helsefagarbeider', 'sjafor', 'forer', 'sekretaer', 'koordinator', 'planlegger', 'saksbehandler', 'selger', 'butikkmedarbeider', 'renholder', 'snekker', 'rorlegger', 'maler', 'formann', 'bas', 'operator', 'inspektor', 'prosjektleder', 'avdelingsleder', 'skiftleder', 'lonnsmedarbeider', 'kontormedarbeider', 'resepsjonist', 'vikar', 'praktikant', 'trainee', 'daglig leder', 'fagarbeider', 'hovmester', 'purser', 'barnehagelaerer', 'vernepleier', 'lege', 'jordmor', 'programmerer', 'designer', 'tomrer', 'lagermedarbeider', 'kranforer', 'lonns', 'controller', 'spesialist', 'forsker', 'stipendiat', 'dekksgutt', 'batsmann', 'losaspirant', 'hr'],
    'languages' => ['engelsk' => 'en', 'norsk' => 'nb', 'bokmal' => 'nb', 'nynorsk' => 'nn', 'polsk' => 'pl', 'tysk' => 'de', 'fransk' => 'fr', 'spansk' => 'es', 'portugisisk' => 'pt', 'galisisk' => 'gl', 'svensk' => 'sv', 'dansk' => 'da', 'finsk' => 'fi', 'russisk' => 'ru', 'ukrainsk' => 'uk', 'italiensk' => 'it', 'nederlandsk' => 'nl', 'arabisk' => 'ar', 'tyrkisk' => 'tr', 'vietnamesisk' => 'vi', 'kinesisk' => 'zh', 'hindi' => 'hi', 'islandsk' => 'is', 'litauisk' => 'lt', 'estisk' => 'et', 'latvisk' => 'lv', 'gresk' => 'el', 'japansk' => 'ja', 'somali' => 'so', 'tagalog' => 'tl', 'persisk' => 'fa', 'rumensk' => 'ro', 'tsjekkisk' => 'cs', 'samisk' => 'se'],
    'levels' => ['C2' => ['morsmal', 'forstesprak', 'tospraklig'], 'C1' => ['flytende', 'svaert god', 'svaert godt', 'meget god', 'meget godt', 'avansert', 'utmerket', 'forhandlingsniva'], 'B2' => ['god', 'godt', 'arbeidsniva', 'gode kunnskaper', 'hoyere middels'], 'B1' => ['middels', 'samtaleniva', 'mellomniva', 'brukbar', 'greit'], 'A2' => ['grunnleggende', 'litt', 'noe', 'nybegynner', 'enkel', 'basis', 'hverdagsniva']],
    'driving' => ['forerkort', 'forarkort', 'sertifikat klasse', 'forerrett', 'forerkort klasse'],
    'expires' => ['gyldig til', 'gyldig tom', 'utloper', 'gjelder til', 'gyldig'],
    'issuer' => ['utstedt av', 'fra', 'av'],
    'notice' => ['oppsigelsestid', 'oppsigelse'],
    'notice_units' => ['maned' => 30, 'maneder' => 30, 'mnd' => 30, 'uke' => 7, 'uker' => 7, 'dag' => 1, 'dager' => 1],
    'available' => ['ledig fra', 'kan begynne', 'kan starte', 'tilgjengelig fra', 'tiltredelse'],
    'moves' => ['villig til a flytte', 'kan flytte', 'flytter gjerne', 'apen for a flytte', 'villig til flytting'],
    'stays' => ['ikke villig til a flytte', 'kan ikke flytte', 'onsker ikke a flytte', 'flytter ikke'],
    'pay' => ['lonnsonske', 'lonnskrav', 'onsket lonn', 'lonnsforventning'],
    'labels' => ['name' => ['navn', 'fullt navn'], 'email' => ['epost', 'e post', 'mail'], 'phone' => ['telefon', 'tlf', 'mobil', 'mob', 'tel'], 'city' => ['adresse', 'bosted', 'bor i', 'sted', 'poststed', 'bopel']],
    'leave' => ['permisjon', 'perm', 'foreldrepermisjon', 'svangerskapspermisjon'],
];
