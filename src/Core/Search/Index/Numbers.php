<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

/**
 * Numbers as keys: a number is known under "NAME", and bit i of it under "NAME.i"; comparisons are sets put together bit by bit. Values outside of 0 to 2^bits − 1 are taken as the nearest of these.
 */
final class Numbers
{
    public const BITS = ['years' => 7, 'pay' => 30, 'notice' => 10, 'first' => 16, 'active' => 16, 'considers' => 16, 'written' => 16, 'barred' => 16];
    /** Within a job: months since 1900; months in it. Within a study: years since 1900. Of a certificate: days since 1970. */
    public const SLOT_BITS = ['f' => 12, 't' => 12, 'l' => 10, 'y' => 8, 'u' => 16];
    public const MONTH_ZERO = 12 * 1900;
    public const YEAR_ZERO = 1900;

    public static function days(\DateTimeImmutable|string $day): int
    {
        [$year, $month, $of] = explode('-', \is_string($day) ? $day : $day->format('Y-m-d'));

        return (int) floor((int) gmmktime(0, 0, 0, (int) $month, (int) $of, (int) $year) / 86_400);
    }

    /** @return list<string> */
    public static function keys(string $name, int $value, int $bits): array
    {
        $value = self::within($value, $bits);
        $keys = [$name];
        for ($i = 0; $value > 0; ++$i, $value >>= 1) {
            if (1 === ($value & 1)) {
                $keys[] = $name.'.'.$i;
            }
        }

        return $keys;
    }

    /**
     * The same of many people at once.
     *
     * @param array<int, string> $people by value, as within(); each value's as one text
     *
     * @return array<string, string> by key
     */
    public static function planes(string $name, array $people, int $bits): array
    {
        $planes = [$name => implode('', $people)];
        for ($i = 0; $i < $bits; ++$i) {
            $of = implode('', array_filter($people, static fn (int $value): bool => 1 === ($value >> $i & 1), \ARRAY_FILTER_USE_KEY));
            if ('' !== $of) {
                $planes[$name.'.'.$i] = $of;
            }
        }

        return $planes;
    }

    public static function within(int $value, int $bits): int
    {
        return max(0, min((1 << $bits) - 1, $value));
    }

    public static function atLeast(string $name, int $limit, int $bits): Expr
    {
        if ($limit <= 0) {
            return new Leaf($name);
        }
        if ($limit >= 1 << $bits) {
            return new Join([]);
        }
        // from the smallest bit: a set bit of the limit wants the bit, an unset one is glad of it
        $set = null;
        for ($i = 0; $i < $bits; ++$i) {
            $leaf = new Leaf($name.'.'.$i);
            if (1 === ($limit >> $i & 1)) {
                $set = null === $set ? $leaf : new Meet([$leaf, $set]);
            } elseif (null !== $set) {
                $set = new Join([$leaf, $set]);
            }
        }

        return $set ?? new Leaf($name);
    }

    public static function atMost(string $name, int $limit, int $bits): Expr
    {
        if ($limit < 0) {
            return new Join([]);
        }

        return $limit >= (1 << $bits) - 1 ? new Leaf($name) : new Meet([new Leaf($name), new Minus(self::atLeast($name, $limit + 1, $bits))]);
    }
}
