<?php

declare(strict_types=1);

namespace Jorvent\Core\Identity;

/** Two people, trait by trait: how far each agrees, in a few levels; what one of them does not tell says nothing. */
final class Comparison
{
    /** The highest level of each trait; 0 is "not the same". */
    public const LEVELS = ['name' => 5, 'email' => 2, 'phone' => 1, 'employer' => 2, 'school' => 1, 'city' => 1, 'link' => 1];

    /** @return array<string, int> level by trait, without what is not told */
    public static function of(Traits $a, Traits $b): array
    {
        $levels = ['name' => self::name($a, $b)];
        if (null !== $a->email && null !== $b->email) {
            $box = $a->mailbox();
            $levels['email'] = $a->email === $b->email ? 2 : (null !== $box && \strlen($box) > 5 && $box === $b->mailbox() ? 1 : 0);
        }
        if ([] !== $a->phones && [] !== $b->phones) {
            $levels['phone'] = [] === array_intersect($a->phones, $b->phones) ? 0 : 1;
        }
        if ([] !== $a->employers && [] !== $b->employers) {
            $levels['employer'] = self::employer($a->employers, $b->employers);
        }
        if ([] !== $a->schools && [] !== $b->schools) {
            $levels['school'] = [] === array_intersect($a->schools, $b->schools) ? 0 : 1;
        }
        if (null !== $a->city && null !== $b->city) {
            $levels['city'] = $a->city === $b->city ? 1 : 0;
        }
        if ([] !== $a->links && [] !== $b->links) {
            $levels['link'] = [] === array_intersect($a->links, $b->links) ? 0 : 1;
        }

        return $levels;
    }

    /** 5 the same words; 4 the same but for middle names or initials; 3 as good as the same but for a slip of the pen or the order; 2 the given name and half a double name; 1 the given name alone; 0 not. */
    private static function name(Traits $a, Traits $b): int
    {
        $one = array_map(Traits::given(...), $a->names);
        $two = array_map(Traits::given(...), $b->names);
        if ([] === $one || [] === $two) {
            return 0;
        }
        if ($one === $two) {
            return 5;
        }
        $first = self::given($a->first(), $b->first());
        $same = $a->last() === $b->last() && '' !== $a->last();
        if ($first && $same) {
            return 4;
        }
        $sorted = [$one, $two];
        sort($sorted[0]);
        sort($sorted[1]);
        if ($sorted[0] === $sorted[1]) {
            return 3;
        }
        $close = '' !== $a->last() && self::alike($a->last(), $b->last());
        if (($first && $close) || ($same && \strlen($a->first()) > 2 && \strlen($b->first()) > 2 && self::alike($a->first(), $b->first())) || ($close && self::alike($a->first(), $b->first()))) {
            return 3;
        }
        if ($first && \strlen($a->first()) > 1 && \strlen($b->first()) > 1) {
            return [] !== array_intersect(\array_slice($one, 1), \array_slice($two, 1)) ? 2 : 1;
        }

        return 0;
    }

    private static function given(string $a, string $b): bool
    {
        return '' !== $a && ($a === $b || (1 === min(\strlen($a), \strlen($b)) && $a[0] === $b[0]));
    }

    private static function alike(string $a, string $b): bool
    {
        if ('' === $a || '' === $b) {
            return false;
        }
        $most = max(\strlen($a), \strlen($b));

        // one slip in a short word, two in a long one
        return $most > 3 && levenshtein($a, $b) <= ($most > 7 ? 2 : 1);
    }

    /**
     * @param array<string, array{int, int}|null> $a
     * @param array<string, array{int, int}|null> $b
     */
    private static function employer(array $a, array $b): int
    {
        $best = 0;
        foreach (array_intersect_key($a, $b) as $name => $span) {
            $other = $b[$name];
            $best = max($best, null !== $span && null !== $other && $span[0] <= $other[1] + 1 && $other[0] <= $span[1] + 1 ? 2 : 1);
        }

        return $best;
    }
}
