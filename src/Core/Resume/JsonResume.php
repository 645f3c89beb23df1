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
     * @param array<string, mixed> $values
     *
     * @return array<string, mixed>
     */
    private static function filled(array $values): array
    {
        return array_filter($values, static fn (mixed $v): bool => null !== $v && [] !== $v);
    }
}
