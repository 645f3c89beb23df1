<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

use Jorvent\Core\Shared\Memo;

/** Kinds of work and of employer, told by words in titles and names; and how long someone was in each, overlaps counted once. What no word tells stays untold. */
final class Kinds
{
    /** Families of titles, by folded words or beginnings of words; the first that fits. */
    public const WORK = [
        'electrical' => ['electric', 'elektri', 'elektry', 'electro technical', 'eto', 'automatiker', 'elektro'],
        'engine' => ['engineer officer', 'second engineer', 'chief engineer', 'third engineer', 'marine engineer', 'motorman', 'motormann', 'oiler', 'maskinist', 'maskinsjef', 'motorzysta', 'mechanik okret', 'superintendent', 'engine room', 'engine officer'],
        'deck' => ['seaman', 'bosun', 'mate', 'master', 'captain', 'deckhand', 'pilot', 'skipper', 'styrmann', 'kaptein', 'matros', 'batsmann', 'kapitan', 'marynarz', 'bosman', 'oficer', 'deck', 'harbour master', 'port captain'],
        'yard' => ['welder', 'sveiser', 'spawacz', 'fitter', 'plate', 'platearbeider', 'rigger', 'slusarz', 'monter', 'pipe', 'shipwright', 'painter', 'scaffold', 'machinist', 'tokarz', 'turner'],
        'building' => ['carpenter', 'tomrer', 'snekker', 'stolarz', 'plumber', 'rorlegger', 'hydraulik', 'bricklayer', 'murarz', 'joiner', 'byggmester', 'bas'],
        'catering' => ['cook', 'chef', 'kokk', 'kucharz', 'kitchen', 'kjokken', 'kuchni', 'baker', 'sous', 'barista', 'waiter', 'waitress', 'servitor', 'kelner', 'barman', 'bartender', 'restaurant'],
        'passengers' => ['steward', 'stuert', 'purser', 'cabin', 'hotel manager', 'recepcjonist', 'receptionist', 'resepsjonist', 'passenger', 'guest', 'hovmester', 'guide'],
        'design' => ['naval architect', 'architect', 'arkitekt', 'designer', 'design engineer', 'projektant', 'hull'],
        'software' => ['developer', 'programmer', 'utvikler', 'programist', 'software', 'devops', 'tester', 'it '],
        'data' => ['data', 'analyst', 'analytiker', 'analityk', 'analityczka', 'scientist', 'statisti'],
        'finance' => ['account', 'bookkeep', 'payroll', 'controller', 'regnskap', 'lonn', 'ksiegow', 'auditor', 'revisor', 'finance', 'financial', 'okonom', 'treasur'],
        'people' => ['people', 'hr', 'human resource', 'recruit', 'rekrut', 'personal', 'kadr', 'crewing'],
        'logistics' => ['logist', 'warehouse', 'lager', 'magazyn', 'storekeeper', 'planner', 'dispatch', 'spedy', 'port', 'terminal', 'docker', 'forklift', 'driver', 'sjafor', 'kierowca'],
        'health' => ['nurse', 'sykepleier', 'pielegnia', 'doctor', 'lege', 'lekarz', 'paramedic', 'ratownik', 'physio', 'helsefag', 'midwife', 'jordmor'],
        'teaching' => ['teacher', 'laerer', 'nauczyciel', 'lecturer', 'lektor', 'tutor', 'instructor'],
        'sales' => ['sales', 'selger', 'sprzedaw', 'shop', 'butikk', 'ekspedient', 'kasjer', 'cashier', 'retail', 'handlow', 'marketing'],
        'office' => ['secretary', 'sekretaer', 'sekretark', 'administrator', 'clerk', 'assistant', 'kontor', 'saksbehandler', 'referent', 'coordinator', 'koordinator'],
        'management' => ['manager', 'director', 'head', 'leder', 'sjef', 'direktor', 'kierowni', 'dyrektor', 'prezes', 'chief'],
    ];
    /** Industries, by words in the names of employers. */
    public const EMPLOYERS = [
        'ferries' => ['ferries', 'ferger', 'ferge', 'prom', 'ferry', 'crossing', 'boats', 'lines', 'rederi', 'rederiet', 'navieira', 'shipping', 'transbordos', 'marine', 'line', 'cruise'],
        'yards' => ['yard', 'verft', 'stocznia', 'shipyard', 'mekaniske', 'repair', 'dock'],
        'harbours' => ['harbour', 'havn', 'port', 'terminal'],
        'hotels' => ['hotel', 'hotell', 'hotels', 'restaurant', 'restauracja', 'cafe', 'bar', 'inn'],
        'technology' => ['data', 'technologies', 'teknologi', 'software', 'systems', 'computing', 'tech'],
        'health' => ['hospital', 'sykehus', 'sykehjem', 'szpital', 'clinic', 'klinikk', 'care'],
        'schools' => ['school', 'skole', 'szkola', 'university', 'universitet', 'college', 'academy'],
        'public' => ['kommune', 'council', 'urzad', 'ministry', 'county', 'etat', 'police'],
        'shops' => ['shop', 'kolonial', 'butikk', 'sklep', 'store', 'supermarket', 'market'],
        'building' => ['bygg', 'byggmester', 'construction', 'budow', 'tre'],
    ];

    /** @param array<string, list<string>> $kinds WORK or EMPLOYERS */
    public static function of(string $text, array $kinds): ?string
    {
        /** @var Memo<string|null> $memo */
        static $memo = new Memo();

        return $memo->of(array_key_first($kinds).'|'.$text, static fn (): ?string => self::first(' '.Folded::phrase($text).' ', $kinds));
    }

    /** @param array<string, list<string>> $kinds */
    private static function first(string $phrase, array $kinds): ?string
    {
        foreach ($kinds as $kind => $words) {
            foreach ($words as $word) {
                // short words stand alone, longer ones may begin a word, long ones be the end of one (skipselektriker)
                if (str_contains($phrase, match (true) {
                    \strlen($word) <= 4 => ' '.$word.' ',
                    5 === \strlen($word) => ' '.$word,
                    default => $word,
                })) {
                    return $kind;
                }
            }
        }

        return null;
    }

    /**
     * @param array<array-key, array<array-key, mixed>> $spells as of Corrections::over(); what is unsure is left out
     *
     * @return array{work: array<string, int>, employers: array<string, int>} months by kind, longest first
     */
    public static function months(array $spells, int $now): array
    {
        $months = ['work' => [], 'employers' => []];
        foreach (['work' => ['title', self::WORK], 'employers' => ['employer', self::EMPLOYERS]] as $by => [$field, $kinds]) {
            $of = [];
            foreach ($spells as $spell) {
                $kind = Sure::Unsure->value !== ($spell['sure'] ?? '') && \is_string($spell[$field] ?? null) ? self::of($spell[$field], $kinds) : null;
                if (null !== $kind) {
                    $of[$kind][] = $spell;
                }
            }
            $months[$by] = array_filter(array_map(static fn (array $some): int => Corrections::months($some, $now) ?? 0, $of), static fn (int $m): bool => $m > 0);
            arsort($months[$by]);
        }

        return $months;
    }
}
