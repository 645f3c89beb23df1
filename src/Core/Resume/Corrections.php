<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** What people said of a reading, laid over it: confirmed, changed or struck out. The reading itself stays as it was read, so that reading anew by better rules changes no word of theirs. */
final class Corrections
{
    /** What of each kind a person may change. */
    public const FIELDS = ['fields' => ['value'], 'spells' => ['title', 'employer', 'place', 'from', 'to'], 'education' => ['school', 'level', 'field', 'to'], 'languages' => ['level'], 'certificates' => ['name', 'issuer', 'until']];
    public const CONFIRMED = 'confirmed';
    /** In the order they are shown. */
    private const ORDER = ['name', 'headline', 'city', 'email', 'phone', 'summary', 'notice', 'moves', 'pay', 'licence'];

    /**
     * @param array<array-key, mixed>                                              $reading     as Reading::toArray()
     * @param array<string, array{verdict: string, value: array<string, string>}> $corrections by item, such as "spells.3f2a…" or "fields.email"
     *
     * @return array<string, array<array-key, array<array-key, mixed>>> items by kind and key, each with "sure"; what was struck out is left out
     */
    public static function over(array $reading, array $corrections): array
    {
        $items = [];
        foreach (array_keys(self::FIELDS) as $kind) {
            $items[$kind] = [];
            $all = \is_array($reading[$kind] ?? null) ? $reading[$kind] : [];
            if ('fields' === $kind) {
                $all = array_replace(array_intersect_key(array_flip(self::ORDER), $all), $all);
            }
            foreach ($all as $key => $one) {
                if (!\is_array($one)) {
                    continue;
                }
                $name = \is_string($one['id'] ?? null) ? $one['id'] : (string) $key;
                $said = $corrections[$kind.'.'.$name] ?? null;
                if ('struck' === ($said['verdict'] ?? '')) {
                    continue;
                }
                if (null !== $said) {
                    $one = [...$one, ...array_intersect_key($said['value'], array_flip(self::FIELDS[$kind])), 'sure' => self::CONFIRMED];
                    if ('spells' === $kind && isset($said['value']['to'])) {
                        $one['ongoing'] = '' === $said['value']['to'];
                    }
                }
                $items[$kind][$name] = $one;
            }
        }

        return $items;
    }

    /**
     * Months worked by spells that a person confirmed or that are sure or likely; null when one of them is unsure, for then the sum would be a guess.
     *
     * @param array<array-key, array<array-key, mixed>> $spells
     */
    public static function months(array $spells, int $now): ?int
    {
        $periods = [];
        foreach ($spells as $spell) {
            if (Sure::Unsure->value === ($spell['sure'] ?? '')) {
                return null;
            }
            $from = self::month($spell['from'] ?? null);
            if (null !== $from) {
                $ongoing = true === ($spell['ongoing'] ?? false);
                $to = $ongoing ? null : self::month($spell['to'] ?? null) ?? $from;
                $years = 4 === \strlen(\is_string($spell['from'] ?? null) ? $spell['from'] : '');
                $periods[] = new Period($from, $to, $ongoing, $years, true, 0, '');
            }
        }

        return Reader::worked($periods, $now)[0];
    }

    /** @return int|null month of "2015-03" or "2015" */
    public static function month(mixed $written): ?int
    {
        return \is_string($written) && 1 === preg_match('/^((?:19|20)\d\d)(?:-(0[1-9]|1[0-2]))?$/', $written, $m) ? 12 * (int) $m[1] + (int) ($m[2] ?? 1) - 1 : null;
    }
}
