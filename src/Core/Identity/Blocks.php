<?php

declare(strict_types=1);

namespace Jorvent\Core\Identity;

/** Who is worth comparing: people who share one of a few keys. A key that very many share tells nothing and is passed over. */
final class Blocks
{
    private const LARGEST = 60;

    /** The key under which everyone stands who is called so, as it sounds; by how many there are a name weighs. */
    public static function called(Traits $t): string
    {
        $pair = [metaphone($t->first()), metaphone(Traits::given($t->last()))];
        sort($pair);

        return 'n '.implode(' ', $pair);
    }

    /** @return list<string> */
    public static function keys(Traits $t): array
    {
        $keys = [];
        if (null !== $t->email) {
            $keys[] = 'e '.$t->email;
            $box = (string) $t->mailbox();
            if (\strlen($box) > 5) {
                $keys[] = 'b '.$box;
            }
        }
        foreach ($t->phones as $phone) {
            $keys[] = 'p '.$phone;
        }
        foreach ($t->links as $link) {
            $keys[] = 'l '.$link;
        }
        $first = $t->first();
        $words = array_values(array_unique(array_map(Traits::given(...), $t->names)));
        foreach ($words as $i => $word) {
            foreach (\array_slice($words, $i + 1) as $other) {
                // two words of a name as they sound, in any order
                $pair = [metaphone($word), metaphone($other)];
                sort($pair);
                $keys[] = 'n '.implode(' ', $pair);
            }
        }
        if ('' !== $t->last()) {
            // an initial for the given name, in the same town
            $keys[] = 'i '.metaphone($t->last()).' '.substr($first, 0, 1).' '.($t->city ?? '');
        }
        foreach (array_keys($t->employers) as $employer) {
            foreach ([$first, $t->last()] as $word) {
                if (\strlen($word) > 1) {
                    $keys[] = 'w '.substr($word, 0, 4).' '.$employer;
                }
            }
        }
        foreach ($t->schools as $school) {
            $keys[] = 's '.substr($first, 0, 4).' '.$school;
        }

        return array_values(array_unique($keys));
    }

    /**
     * @param array<int, Traits> $people
     * @param bool               $anchored only those that share a mail address or a phone number
     *
     * @return iterable<int, array{int, int}> pairs of keys of people, each once
     */
    public static function pairs(array $people, bool $anchored = false): iterable
    {
        $blocks = [];
        foreach ($people as $id => $traits) {
            foreach (self::keys($traits) as $key) {
                if (!$anchored || 'e' === $key[0] || 'p' === $key[0]) {
                    $blocks[$key][] = $id;
                }
            }
        }
        $seen = [];
        foreach ($blocks as $ids) {
            $n = \count($ids);
            if ($n < 2 || $n > self::LARGEST) {
                continue;
            }
            for ($i = 0; $i < $n; ++$i) {
                for ($j = $i + 1; $j < $n; ++$j) {
                    $key = $ids[$i] < $ids[$j] ? $ids[$i] * 10_000_000 + $ids[$j] : $ids[$j] * 10_000_000 + $ids[$i];
                    if (!isset($seen[$key])) {
                        $seen[$key] = true;
                        yield [$ids[$i], $ids[$j]];
                    }
                }
            }
        }
    }
}
