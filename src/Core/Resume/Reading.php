<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** What was read from a resume: each thing with how sure it is and the passage it came from. */
final readonly class Reading
{
    /**
     * @param array<string, array{value: string, sure: Sure, line: int}>                                                                 $fields       name, email, phone, city, headline, summary, notice (days), available, moves (yes or no), pay, licence
     * @param list<string>                                                                                                               $links
     * @param list<Spell>                                                                                                                $spells       newest first
     * @param list<Education>                                                                                                            $education
     * @param array<string, array{months: int, last: int|null, sure: Sure}>                                                              $skills       by name: months used, told by the spells that name it, and the last of them (Period); null for now or not told
     * @param array<string, array{level: string|null, sure: Sure, line: int, passage: string}>                                           $languages    by ISO 639 code, level of CEFR
     * @param list<array{name: string, issuer: string, until: string|null, sure: Sure, line: int}>                                       $certificates
     * @param int                                                                                                                        $months       worked in all, overlaps counted once
     * @param list<array{int, int}>                                                                                                      $gaps         months not told of, of more than half a year
     */
    public function __construct(public array $fields, public array $links, public array $spells, public array $education, public array $skills, public array $languages, public array $certificates, public int $months, public array $gaps, public int $now)
    {
    }

    public function field(string $name): ?string
    {
        return $this->fields[$name]['value'] ?? null;
    }

    /** @return list<string> what a person should look at, as "spells.1" or "languages.de" */
    public function unsure(): array
    {
        $unsure = [];
        foreach (['fields' => $this->fields, 'languages' => $this->languages, 'certificates' => $this->certificates] as $kind => $all) {
            foreach ($all as $key => $one) {
                if (Sure::Unsure === $one['sure']) {
                    $unsure[] = $kind.'.'.$key;
                }
            }
        }
        foreach (['spells' => $this->spells, 'education' => $this->education] as $kind => $all) {
            foreach ($all as $key => $one) {
                if (Sure::Unsure === $one->sure) {
                    $unsure[] = $kind.'.'.$key;
                }
            }
        }

        return $unsure;
    }

    /** What a thing is known by when the same text is read again by better rules: where it stood. */
    private static function id(string $passage, int $line): string
    {
        return substr(hash('sha256', $line.'|'.Folded::phrase($passage)), 0, 10);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $said = static fn (array $one): array => [...$one, 'sure' => $one['sure'] instanceof Sure ? $one['sure']->value : ''];

        return [
            'fields' => array_map($said, $this->fields), 'links' => $this->links, 'spells' => array_map(fn (Spell $s): array => ['id' => self::id($s->period->passage, $s->lines[0] ?? 0)] + $s->toArray($this->now), $this->spells), 'education' => array_map(static fn (Education $e): array => ['id' => self::id($e->school, $e->lines[0] ?? 0)] + $e->toArray(), $this->education),
            'skills' => array_map(static fn (array $s): array => ['months' => $s['months'], 'last' => Period::written($s['last'], false), 'sure' => $s['sure']->value], $this->skills), 'languages' => array_map($said, $this->languages), 'certificates' => array_map(static fn (array $c): array => ['id' => self::id($c['name'], $c['line'])] + $said($c), $this->certificates), 'months' => $this->months,
            'gaps' => array_map(static fn (array $g): array => [Period::written($g[0], false), Period::written($g[1], false)], $this->gaps), 'unsure' => $this->unsure(),
        ];
    }
}
