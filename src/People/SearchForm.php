<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Query\Groups;
use Jorvent\Core\Resume\Kinds;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Notation;
use Jorvent\Core\Search\Search;

/** A search as it comes from an address ("q" and lines of Notation in "c") or from the fields of the screen ("k", by row). */
final class SearchForm
{
    /** Fields of a tie, by kind. */
    public const TIES = ['one_job' => ['title', 'employer', 'work', 'industry', 'years'], 'one_study' => ['school', 'field', 'level', 'mode', 'finished']];

    /**
     * @param array<array-key, mixed> $query of the address
     *
     * @return Search|null null when it tells none
     */
    public static function read(array $query): ?Search
    {
        if (!isset($query['q']) && !isset($query['c']) && !isset($query['k']) && !isset($query['g'])) {
            return null;
        }
        $text = \is_array($query['g'] ?? null) ? self::groups($query['g'])->query() : (\is_string($query['q'] ?? null) ? $query['q'] : '');
        $lines = array_values(array_filter(\is_array($query['c'] ?? null) ? $query['c'] : [], is_string(...)));
        $search = Search::of($text, $lines);
        $fields = [];
        foreach (\is_array($query['k'] ?? null) ? $query['k'] : [] as $row) {
            $criterion = \is_array($row) ? self::criterion($row) : null;
            if (null !== $criterion) {
                $fields[] = $criterion;
            }
        }

        return new Search($search->text, \array_slice([...$search->criteria, ...$fields], 0, Search::MOST));
    }

    /**
     * Groups as they are filled in: words with commas between, the lists one of which must be there a field each.
     *
     * @param array<array-key, mixed> $fields
     */
    private static function groups(array $fields): Groups
    {
        $words = static fn (mixed $of): array => \is_string($of) ? preg_split('/\s*[,;\n]\s*/u', trim($of), -1, \PREG_SPLIT_NO_EMPTY) ?: [] : [];

        return new Groups($words($fields['must'] ?? ''), array_values(array_map($words, \is_array($fields['one'] ?? null) ? $fields['one'] : [])), $words($fields['out'] ?? ''), \is_string($fields['rest'] ?? null) ? $fields['rest'] : '');
    }

    /** @return list<string> what may be chosen for the values of a kind */
    public static function choices(Kind $kind): array
    {
        return match ($kind) {
            Kind::Work => array_keys(Kinds::WORK), Kind::Industry => array_keys(Kinds::EMPLOYERS), Kind::Mode => ['full', 'part'],
            Kind::Language => ['en', 'nb', 'pl', 'de', 'fr', 'es', 'pt', 'gl', 'sv', 'da', 'fi', 'nl', 'it', 'et', 'lv', 'lt', 'is', 'uk', 'ru', 'tr', 'ar', 'vi', 'tl', 'zh', 'hi'],
            Kind::Permit => ['NO', 'GB', 'PL', 'CA', 'ES', 'PT', 'SE', 'DK', 'FI', 'IS', 'IE', 'DE', 'NL', 'FR', 'EE', 'LV', 'LT'],
            default => [],
        };
    }

    /** @param array<array-key, mixed> $row */
    private static function criterion(array $row): ?Criterion
    {
        // a row that was not opened comes as it was
        if (\is_string($row['is'] ?? null)) {
            return Notation::read($row['is']);
        }
        $data = self::plain($row);
        $parts = [];
        foreach (\is_array($row['parts'] ?? null) ? $row['parts'] : [] as $kind => $part) {
            $parts[] = \is_array($part) ? ['kind' => $kind] + self::plain($part) : [];
        }
        $parts = array_values(array_filter($parts, static fn (array $p): bool => true === Criterion::fromArray($p)?->asks()));
        $criterion = Criterion::fromArray(['parts' => $parts] + $data);

        return true === $criterion?->asks() ? $criterion : null;
    }

    /**
     * @param array<array-key, mixed> $row
     *
     * @return array<array-key, mixed>
     */
    private static function plain(array $row): array
    {
        $values = $row['values'] ?? [];
        if (\is_string($values)) {
            $row['values'] = preg_split('/\s*[,;\n]\s*/u', trim($values), -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        }
        foreach (['out', 'unstated', 'moves'] as $flag) {
            $row[$flag] = '1' === ($row[$flag] ?? '');
        }
        foreach (['from', 'to', 'km'] as $number) {
            $row[$number] = \is_string($row[$number] ?? null) ? preg_replace('/[\s\x{00A0}\x{2009}.]/u', '', $row[$number]) : null;
        }

        return $row;
    }
}
