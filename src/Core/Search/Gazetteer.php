<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

use Jorvent\Core\Query\Tokeniser;

/** Towns by name. Of several of one name, the country tells which; where it is not told, the one with most people. */
final class Gazetteer
{
    /** @var array<string, list<Town>> by folded name, most people first */
    private array $byName = [];

    /** @param list<Town> $towns */
    public function __construct(public readonly array $towns)
    {
        foreach ($towns as $town) {
            foreach ($town->names as $name) {
                $this->byName[self::fold($name)][] = $town;
            }
        }
        foreach ($this->byName as $name => $towns) {
            usort($towns, static fn (Town $a, Town $b): int => [$b->people, $a->country] <=> [$a->people, $b->country]);
            $this->byName[$name] = $towns;
        }
    }

    public static function fold(string $name): string
    {
        return implode(' ', (new Tokeniser())->row($name));
    }

    /** @param string $text "Town" or "Town, CC", as someone writes it */
    public function named(string $text): ?Town
    {
        return 1 === preg_match('/^(.+),\s*([A-Z]{2})$/u', trim($text), $m) ? $this->find($m[1], $m[2]) : $this->find($text);
    }

    public function find(string $name, ?string $country = null): ?Town
    {
        foreach ($this->byName[self::fold($name)] ?? [] as $town) {
            if (null === $country || $town->country === $country) {
                return $town;
            }
        }

        return null;
    }

    /** @return list<Town> within so many km, itself first */
    public function near(Town $town, int $km): array
    {
        $near = [];
        foreach ($this->towns as $other) {
            $distance = $town->km($other);
            if ($distance <= $km) {
                $near[] = [$distance, $other];
            }
        }
        usort($near, static fn (array $a, array $b): int => $a[0] <=> $b[0]);

        return array_map(static fn (array $n): Town => $n[1], $near);
    }

    /** @return list<string> names that begin so, for a field to fill in */
    public function beginning(string $start, int $most = 8): array
    {
        $folded = self::fold($start);
        $found = [];
        foreach ('' === $folded ? [] : $this->byName as $name => $towns) {
            if (str_starts_with((string) $name, $folded)) {
                foreach ($towns as $town) {
                    $found[$town->names[0].', '.$town->country] = $town->people;
                }
            }
        }
        arsort($found);

        return \array_slice(array_map(strval(...), array_keys($found)), 0, $most);
    }
}
