<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** A reading, as people corrected it, in the open JSON Resume format (schema 1.0.0). What is unsure is left out, for nobody said that it is so. */
final class JsonResume
{
    /**
     * @param array{name: string, email: string|null, phone: string|null, city: string|null, country: string|null, headline: string} $person
     * @param array<string, array<array-key, array<array-key, mixed>>>                                                             $items    as Corrections::over()
     * @param array<array-key, mixed>                                                                                              $reading  as Reading::toArray()
     *
     * @return array<string, mixed>
     */
    public static function of(array $person, array $items, array $reading): array
    {
        $said = static fn (array $one, string $key): ?string => \is_string($one[$key] ?? null) && '' !== $one[$key] ? $one[$key] : null;
        $sure = static fn (string $kind): array => array_filter($items[$kind] ?? [], static fn (array $one): bool => Sure::Unsure->value !== ($one['sure'] ?? ''));
        $links = array_values(array_filter(\is_array($reading['links'] ?? null) ? $reading['links'] : [], static fn (mixed $l): bool => \is_string($l) && 1 === preg_match('~^https?://~', $l)));
        $skills = array_map(strval(...), array_keys(\is_array($reading['skills'] ?? null) ? $reading['skills'] : []));

        return self::filled([
            'basics' => self::filled(['name' => $person['name'], 'label' => $person['headline'] ?: null, 'email' => $person['email'], 'phone' => $person['phone'], 'url' => $links[0] ?? null, 'summary' => $said($sure('fields')['summary'] ?? [], 'value'), 'location' => self::filled(['city' => $person['city'], 'countryCode' => $person['country']])]),
            'work' => array_values(array_map(static fn (array $s): array => self::filled(['name' => $said($s, 'employer'), 'position' => $said($s, 'title'), 'location' => $said($s, 'place'), 'startDate' => $said($s, 'from'), 'endDate' => true === ($s['ongoing'] ?? false) ? null : $said($s, 'to'), 'summary' => $said($s, 'text')]), $sure('spells'))),
            'education' => array_values(array_map(static fn (array $e): array => self::filled(['institution' => $said($e, 'school'), 'studyType' => $said($e, 'degree') ?? $said($e, 'level'), 'area' => $said($e, 'field'), 'startDate' => $said($e, 'from'), 'endDate' => true === ($e['ongoing'] ?? false) ? null : $said($e, 'to')]), $sure('education'))),
            'certificates' => array_values(array_map(static fn (array $c): array => self::filled(['name' => $said($c, 'name'), 'issuer' => $said($c, 'issuer')]), $sure('certificates'))),
            'skills' => array_map(static fn (string $name): array => ['name' => $name], $skills),
            'languages' => array_values(array_map(static fn (array $l, int|string $code): array => self::filled(['language' => (string) $code, 'fluency' => $said($l, 'level')]), $sure('languages'), array_keys($sure('languages')))),
        ]);
    }

    /**
     * What came as JSON Resume goes out with all that it brought: what we know goes first, what only the original has is kept, down to the single field. Lists are matched by what their entries are called and when they began.
     *
     * @param array<array-key, mixed> $original
     * @param array<array-key, mixed> $ours
     *
     * @return array<array-key, mixed>
     */
    public static function over(array $original, array $ours): array
    {
        $whole = $ours + $original;
        foreach (['work' => 'name', 'education' => 'institution', 'certificates' => 'name', 'skills' => 'name', 'languages' => 'language'] as $section => $key) {
            $theirs = array_values(array_filter(\is_array($original[$section] ?? null) ? $original[$section] : [], is_array(...)));
            $mine = array_values(array_filter(\is_array($ours[$section] ?? null) ? $ours[$section] : [], is_array(...)));
            if ([] === $theirs) {
                continue;
            }
            // skills and languages are told in words of their own there; ours only add what is not among them
            $whole[$section] = \in_array($section, ['work', 'education', 'certificates'], true) ? self::matched($theirs, $mine, $key) : self::added($theirs, $mine, $key, 'languages' === $section);
        }
        $basics = [\is_array($ours['basics'] ?? null) ? $ours['basics'] : [], \is_array($original['basics'] ?? null) ? $original['basics'] : []];
        $whole['basics'] = $basics[0] + $basics[1];
        if (\is_array($basics[1]['location'] ?? null)) {
            $whole['basics']['location'] = (\is_array($basics[0]['location'] ?? null) ? $basics[0]['location'] : []) + $basics[1]['location'];
        }
        // a link of theirs that we took for the first one stays where it was
        if (isset($basics[1]['url']) || isset($basics[1]['profiles'])) {
            unset($whole['basics']['url']);
            $whole['basics'] += array_filter(['url' => $basics[1]['url'] ?? null], is_string(...));
        }

        return array_filter($whole, static fn (mixed $v): bool => [] !== $v);
    }

    /**
     * @param list<array<array-key, mixed>> $theirs
     * @param list<array<array-key, mixed>> $mine
     *
     * @return list<array<array-key, mixed>>
     */
    private static function matched(array $theirs, array $mine, string $key): array
    {
        $said = static fn (array $one, string $k): string => \is_string($one[$k] ?? null) ? Folded::phrase($one[$k]) : '';
        foreach ($theirs as $i => $one) {
            foreach ($mine as $j => $ours) {
                if ($said($one, $key) === $said($ours, $key) && (!isset($one['startDate'], $ours['startDate']) || substr($said($one, 'startDate'), 0, 7) === substr($said($ours, 'startDate'), 0, 7))) {
                    // a date told to the day, and a text with its own lines, say more than our reading of them
                    $theirs[$i] = array_intersect_key($one, array_flip(['startDate', 'endDate', 'summary', 'studyType', 'area'])) + $ours + $one;
                    unset($mine[$j]);
                    break;
                }
            }
        }

        return [...$theirs, ...array_values($mine)];
    }

    /**
     * @param list<array<array-key, mixed>> $theirs
     * @param list<array<array-key, mixed>> $mine
     *
     * @return list<array<array-key, mixed>>
     */
    private static function added(array $theirs, array $mine, string $key, bool $same): array
    {
        if ($same) {
            return $theirs;
        }
        $all = Folded::phrase((string) json_encode($theirs, \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE));
        foreach ($mine as $one) {
            if (\is_string($one[$key] ?? null) && !str_contains($all, Folded::phrase($one[$key]))) {
                $theirs[] = $one;
            }
        }

        return $theirs;
    }

    /**
     * @param array<string, mixed> $values
     *
     * @return array<string, mixed>
     */
    private static function filled(array $values): array
    {
        return array_filter($values, static fn (mixed $v): bool => null !== $v && [] !== $v);
    }
}
