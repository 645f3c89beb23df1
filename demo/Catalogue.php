<?php

declare(strict_types=1);

namespace Jorvent\Demo;

use Jorvent\Platform\Text\RichText;

/**
 * The job catalogue of Skerry Line: six families, 27 role profiles. Pay bands are stated in NOK and carried to other
 * currencies, rounded to whole thousands.
 *
 * @phpstan-type Profile array{
 *     id: int, family: int, title: string, level: string, trade: string, category: string, summary: string,
 *     description: string, musts: list<string>, wishes: list<string>, competencies: list<array<string, string>>,
 *     questions: list<array<string, mixed>>, bands: array<string, array{int, int}>, years: int,
 * }
 */
final class Catalogue
{
    public const FAMILIES = [1 => 'Fleet engineering', 2 => 'Deck and navigation', 3 => 'Shipyard', 4 => 'Passenger services', 5 => 'Ticketing and data', 6 => 'Finance and people'];
    /** NOK for one unit, as of the day the bands were agreed. */
    private const NOK_PER = ['NOK' => 1.0, 'EUR' => 11.6, 'GBP' => 13.6, 'PLN' => 2.7, 'CAD' => 7.6];
    /** What the same work is paid at a place, compared with Norway. */
    private const LEVEL = ['NOK' => 1.0, 'EUR' => 0.72, 'GBP' => 0.84, 'PLN' => 0.5, 'CAD' => 0.82];

    /**
     * @var list<array{int, string, string, string, int, int, int, list<string>, list<string>, list<string>, string, string}>
     *
     * family, title, level, trade, NOK from, NOK to, years from, musts, wishes, competencies, board category, the certificate asked for
     */
    private const PROFILES = [
        [1, 'Marine Electrician', 'II', 'electrician', 620, 760, 3, ['PLC', 'switchboards', 'fault finding'], ['SCADA', 'high voltage', 'shore power'], ['Fault finding', 'PLC and drives', 'Safety and class rules', 'Working with a crew'], 'Engine', 'a ship electrician’s trade certificate'],
        [1, 'Electro-Technical Officer', 'III', 'electrician', 720, 880, 6, ['PLC', 'high voltage', 'alarm systems'], ['battery hybrid', 'SCADA'], ['Fault finding', 'High-voltage safety', 'Leading a watch'], 'Engine', 'an electro-technical officer certificate'],
        [1, 'Second Engineer', 'III', 'engineer', 700, 840, 5, ['diesel engines', 'planned maintenance', 'hydraulics'], ['LNG', 'ice class'], ['Running the plant', 'Planned maintenance', 'Leading a watch', 'Safety and class rules'], 'Engine', 'a class 2 engineer’s certificate'],
        [1, 'Chief Engineer', 'IV', 'engineer', 860, 1050, 9, ['diesel engines', 'planned maintenance'], ['LNG', 'vibration measurement'], ['Running the plant', 'Leading people', 'Cost and planning'], 'Engine', 'a class 1 or 2 engineer’s certificate'],
        [1, 'Motorman', 'I', 'engineer', 470, 560, 1, ['diesel engines', 'pumps'], ['hydraulics'], ['Care and order', 'Safety and class rules', 'Working with a crew'], 'Engine', 'basic safety training'],
        [2, 'Second Mate', 'II', 'deck', 600, 720, 2, ['navigation', 'bridge watch', 'ECDIS'], ['passage planning', 'ice class'], ['Bridge watch', 'Passage planning', 'Working with a crew'], 'Deck', 'a deck officer’s certificate'],
        [2, 'Chief Mate', 'III', 'deck', 720, 860, 5, ['navigation', 'stability', 'passage planning'], ['pilotage', 'crew rotation'], ['Bridge watch', 'Cargo and stability', 'Leading people'], 'Deck', 'a deck officer class 2 certificate'],
        [2, 'Master', 'IV', 'deck', 920, 1150, 9, ['navigation', 'pilotage'], ['ice class', 'crew rotation'], ['Command', 'Judgement under pressure', 'Leading people', 'Safety and class rules'], 'Deck', 'a master mariner’s certificate'],
        [2, 'Able Seaman', 'I', 'deck', 450, 540, 1, ['mooring', 'fast rescue boat'], ['bridge watch'], ['Seamanship', 'Safety and class rules', 'Working with a crew'], 'Deck', 'basic safety training'],
        [2, 'Passage Planner', 'II', 'deck', 580, 690, 3, ['passage planning', 'ECDIS'], ['crew rotation', 'pilotage'], ['Planning', 'Precision', 'Working across teams'], 'Ashore', 'an ECDIS course'],
        [3, 'Welder', 'I', 'welder', 480, 580, 2, ['TIG', 'hull repair'], ['aluminium', 'pipe work'], ['Quality of the seam', 'Safety at work', 'Working with a crew'], 'Yard', 'an ISO 9606 certificate'],
        [3, 'Welding Inspector', 'III', 'welder', 640, 780, 5, ['ultrasonic testing', 'welding procedures'], ['magnetic particle testing', 'aluminium'], ['Judgement', 'Precision', 'Teaching apprentices'], 'Yard', 'an inspector’s certificate'],
        [3, 'Hydraulics Fitter', 'II', 'engineer', 560, 650, 3, ['hydraulics', 'pumps'], ['planned maintenance'], ['Fault finding', 'Safety at work', 'Working with a crew'], 'Yard', 'a trade certificate'],
        [3, 'Naval Architect', 'III', 'architect', 720, 900, 4, ['stability', 'class approval'], ['CFD', 'Python', 'weight control'], ['Hull and stability', 'Class and rules', 'Working across teams'], 'Ashore', 'a degree in naval architecture'],
        [3, 'Slipway Foreman', 'III', 'welder', 680, 790, 7, ['hull repair', 'welding procedures'], ['aluminium'], ['Leading people', 'Planning', 'Safety at work'], 'Yard', 'a trade certificate'],
        [4, 'Cabin Steward', 'I', 'steward', 410, 480, 0, ['passenger care'], ['food safety', 'Norwegian'], ['Care for guests', 'Working with a crew', 'Calm in a crowd'], 'Passengers', 'basic safety training'],
        [4, 'Restaurant Manager', 'III', 'steward', 560, 660, 4, ['food safety', 'rota planning'], ['stock control', 'wine'], ['Leading people', 'Care for guests', 'Cost and planning'], 'Passengers', 'a food safety certificate'],
        [4, 'Purser', 'III', 'steward', 590, 700, 5, ['passenger care', 'cash handling', 'crisis and crowd management'], ['Norwegian', 'Spanish'], ['Leading people', 'Calm in a crowd', 'Care for guests'], 'Passengers', 'crisis and crowd management'],
        [4, 'Port Operations Lead', 'III', 'port', 620, 740, 4, ['berth planning', 'shift planning'], ['dangerous goods', 'linkspan'], ['Turning a ship round', 'Leading people', 'Calm under pressure'], 'Ashore', 'a port security course'],
        [4, 'Terminal Agent', 'I', 'port', 420, 490, 0, ['customs', 'incident handling'], ['forklift'], ['Care for guests', 'Precision', 'Working with a crew'], 'Ashore', 'a driving licence'],
        [5, 'Ticketing Data Analyst', 'II', 'analyst', 620, 760, 2, ['SQL', 'forecasting'], ['R', 'Python', 'revenue management'], ['Asking the right question', 'Statistics', 'Telling it plainly'], 'Ashore', 'a degree with statistics'],
        [5, 'Data Engineer', 'III', 'analyst', 720, 880, 4, ['SQL', 'PostgreSQL', 'CI/CD'], ['Python', 'Node.js'], ['Building to last', 'Fault finding', 'Working across teams'], 'Ashore', 'a degree or the same in practice'],
        [5, 'Booking Developer', 'II', 'analyst', 680, 820, 3, ['C#', '.NET'], ['Node.js', 'CI/CD', 'SQL'], ['Building to last', 'Care for the user', 'Working across teams'], 'Ashore', 'a degree or the same in practice'],
        [6, 'Payroll Officer', 'II', 'finance', 540, 640, 2, ['payroll', 'seafarer pay'], ['Excel', 'IFRS'], ['Precision', 'Care for people', 'Deadlines'], 'Ashore', 'a payroll diploma'],
        [6, 'Financial Controller', 'III', 'finance', 740, 900, 5, ['budgeting', 'month-end', 'IFRS'], ['audit', 'cash flow'], ['Analysis', 'Telling it plainly', 'Working across teams'], 'Ashore', 'a degree in accounting'],
        [6, 'Crewing Officer', 'II', 'people', 560, 660, 2, ['crewing', 'STCW'], ['labour law', 'collective agreements'], ['Planning', 'Care for people', 'Calm under pressure'], 'Ashore', 'knowledge of STCW'],
        [6, 'People Partner', 'III', 'people', 640, 770, 4, ['labour law', 'interviews'], ['onboarding', 'collective agreements'], ['Listening', 'Judgement', 'Telling it plainly'], 'Ashore', 'a degree or the same in practice'],
    ];

    /** @return list<Profile> */
    public static function profiles(): array
    {
        $profiles = [];
        foreach (self::PROFILES as $i => $profile) {
            [$family, $title, $level, $trade, $from, $to, $years, $musts, $wishes, $competencies, $category, $paper] = $profile;
            $profiles[] = [
                'id' => $i + 1, 'family' => $family, 'title' => $title, 'level' => $level, 'trade' => $trade, 'category' => $category, 'years' => $years, 'musts' => $musts, 'wishes' => $wishes,
                'summary' => $title.' at Skerry Line: '.lcfirst(Trades::ALL[$trade]['lines'][0]),
                'description' => self::description($title, $trade, $musts, $wishes, $years, $paper),
                'competencies' => self::competencies($competencies),
                'questions' => self::questions($paper, $musts[0], $years), 'bands' => self::bands($from, $to),
            ];
        }

        return $profiles;
    }

    /**
     * @param list<string> $names
     *
     * @return list<array<string, string>> each with its behavioural anchors
     */
    private static function competencies(array $names): array
    {
        $competencies = [];
        foreach ($names as $name) {
            $competencies[] = ['name' => $name, 'low' => 'needs to be shown each time', 'middle' => 'does it alone, on an ordinary day', 'high' => 'does it on a bad day, and teaches it'];
        }

        return $competencies;
    }

    /** @return array<string, array{int, int}> whole units by currency */
    public static function bands(int $from, int $to): array
    {
        $bands = [];
        foreach (self::NOK_PER as $currency => $rate) {
            $carry = static fn (int $thousands): int => 1000 * (int) round($thousands * self::LEVEL[$currency] / $rate);
            $bands[$currency] = [$carry($from), $carry($to)];
        }

        return $bands;
    }

    /**
     * @param list<string> $musts
     * @param list<string> $wishes
     */
    private static function description(string $title, string $trade, array $musts, array $wishes, int $years, string $paper): string
    {
        $lines = Trades::ALL[$trade]['lines'];

        return (new RichText())->fromPlain("What you will do\nAs ".strtolower($title).' you are part of a crew that keeps people and goods moving between the islands, summer and winter. Work like this waits for you: '.lcfirst(implode(' ', \array_slice($lines, 0, 3)))
            ."\n\nYour first half year\nYou learn the boats and the yard beside someone who knows them. After three months you have your own part of the plan, and after six you teach it to the next one.\n\nWhat you bring\nYou have ".('' === $paper ? 'the papers the work needs' : $paper).(0 === $years ? '' : " and about $years years of work behind you").'. We need: '.implode(', ', $musts).'. We would be glad of: '.implode(', ', $wishes).". If you have most of this and want to learn the rest, write to us.\n\nWhat you get\nA yearly pay that is stated here, a pension, travel home at our cost when you live elsewhere, and a plan for your time off that holds.");
    }

    /** @return array<string, array<string, mixed>> questions of the library by name, as Question::toArray() gives them */
    public static function library(): array
    {
        $texts = static fn (string $en, string $nb, string $pl): array => [['en', $en], ['nb', $nb], ['pl', $pl]];
        $option = static fn (string $key, string $en, string $nb, string $pl, int $points): array => ['key' => $key, 'texts' => [['en', $en], ['nb', $nb], ['pl', $pl]], 'points' => $points];
        $yesNo = [$option('yes', 'Yes', 'Ja', 'Tak', 100), $option('no', 'No', 'Nei', 'Nie', 0)];
        $plain = ['id' => 'q', 'weight' => 0, 'required' => true, 'options' => []];

        return [
            'May work in the country' => [...$plain, 'texts' => $texts('May you work in the country of this opening without a permit from us?', 'Kan du jobbe i landet for denne stillingen uten at vi søker for deg?', 'Czy możesz pracować w kraju tej oferty bez naszego wniosku o zezwolenie?'), 'kind' => 'yes_no', 'options' => $yesNo, 'knockOut' => true, 'accept' => ['yes']],
            'Medical certificate for ships' => [...$plain, 'texts' => $texts('Do you hold a valid medical certificate for seafarers?', 'Har du gyldig helseattest for arbeidstakere på skip?', 'Czy masz ważne świadectwo zdrowia marynarza?'), 'kind' => 'yes_no', 'options' => $yesNo],
            'Earliest first day' => [...$plain, 'texts' => $texts('When could you begin?', 'Når kan du begynne?', 'Kiedy możesz zacząć?'), 'kind' => 'date'],
            'Weeks away at a time' => [...$plain, 'texts' => $texts('How many weeks in a row can you be away from home?', 'Hvor mange uker på rad kan du være borte hjemmefra?', 'Ile tygodni z rzędu możesz być poza domem?'), 'kind' => 'number', 'enough' => 4],
            'Languages at work' => [...$plain, 'texts' => $texts('In which languages could you work from the first day?', 'På hvilke språk kan du jobbe fra første dag?', 'W jakich językach możesz pracować od pierwszego dnia?'), 'kind' => 'multiple', 'options' => [$option('en', 'English', 'Engelsk', 'Angielski', 50), $option('nb', 'Norwegian', 'Norsk', 'Norweski', 50), $option('pl', 'Polish', 'Polsk', 'Polski', 25)]],
            'Something that went wrong' => [...$plain, 'texts' => $texts('Tell us of something that went wrong at work and what you did about it.', 'Fortell om noe som gikk galt på jobb, og hva du gjorde med det.', 'Opowiedz o czymś, co w pracy poszło nie tak, i co z tym zrobiłeś.'), 'kind' => 'long'],
            'Driving licence' => [...$plain, 'texts' => $texts('Do you hold a driving licence, class B?', 'Har du førerkort klasse B?', 'Czy masz prawo jazdy kategorii B?'), 'kind' => 'yes_no', 'required' => false, 'options' => $yesNo],
        ];
    }

    /** @return list<array<string, mixed>> */
    private static function questions(string $paper, string $must, int $years): array
    {
        $en = static fn (string $text): array => [['en', $text]];
        $option = static fn (string $key, string $text, int $points): array => ['key' => $key, 'texts' => [['en', $text], ['nb', ['Yes' => 'Ja', 'No' => 'Nei', 'Sometimes' => 'Av og til'][$text]], ['pl', ['Yes' => 'Tak', 'No' => 'Nie', 'Sometimes' => 'Czasami'][$text]]], 'points' => $points];

        return [
            ['id' => 'paper', 'texts' => $en('Do you hold '.$paper.', or will you by the first day?'), 'kind' => 'yes_no', 'weight' => 40, 'required' => true, 'options' => [$option('yes', 'Yes', 100), $option('no', 'No', 0)], 'knockOut' => true, 'accept' => ['yes']],
            ['id' => 'years', 'texts' => [['en', 'How many years have you worked with '.$must.'?'], ['nb', 'Hvor mange år har du jobbet med '.$must.'?'], ['pl', 'Ile lat pracujesz z: '.$must.'?']], 'kind' => 'number', 'weight' => 35, 'required' => true, 'options' => [], 'enough' => max(1, $years)],
            ['id' => 'shift', 'texts' => [['en', 'Can you work shifts and some weekends?'], ['nb', 'Kan du jobbe skift og noen helger?'], ['pl', 'Czy możesz pracować na zmiany i w niektóre weekendy?']], 'kind' => 'single', 'weight' => 25, 'required' => true, 'options' => [$option('Yes', 'Yes', 100), $option('Sometimes', 'Sometimes', 60), $option('No', 'No', 0)]],
        ];
    }
}
