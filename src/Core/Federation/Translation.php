<?php

declare(strict_types=1);

namespace Jorvent\Core\Federation;

use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\When;

/**
 * A search in the words of a database that understands less: what it is asked never leaves out anyone who passes, and the rows it does not understand wholly are left to us. Example, for one without phrases and alternatives:
 * "shore power" AND (PLC OR SCADA) asks for shore AND power, and leaves both rows.
 */
final readonly class Translation
{
    /**
     * @param Node|null       $node     what it is asked; null for everyone
     * @param list<Criterion> $criteria which it applies itself
     * @param list<int>       $left     which rows we decide on what it sends, by their place
     */
    private function __construct(public ?Node $node, public array $criteria, public array $left)
    {
    }

    /** @param list<Node|Criterion> $rows */
    public static function of(array $rows, Abilities $abilities): self
    {
        $asked = $criteria = $left = [];
        foreach ($rows as $i => $row) {
            if ($row instanceof Criterion) {
                if (self::plain($row, $abilities)) {
                    $criteria[] = $row;
                } else {
                    $left[] = $i;
                }
                continue;
            }
            [$node, $exact] = self::weaker($row, $abilities);
            if (null !== $node) {
                $asked[] = $node;
            }
            if (!$exact) {
                $left[] = $i;
            }
        }

        return new self([] === $asked ? null : (1 === \count($asked) ? $asked[0] : new All($asked)), $criteria, $left);
    }

    private static function plain(Criterion $c, Abilities $abilities): bool
    {
        return \in_array($c->kind, $abilities->criteria, true) && !$c->out && !$c->unstated && When::Ever === $c->when && match ($c->kind) {
            Kind::Years => null !== $c->from && null === $c->to,
            Kind::Place => [] !== $c->values && 0 === ($c->km ?? 0) && !$c->moves,
            Kind::Active => null !== $c->to,
            default => false,
        };
    }

    /** @return array{Node|null, bool} what finds at least the same people, null for everyone; and whether it finds no others */
    private static function weaker(Node $node, Abilities $abilities): array
    {
        return match (true) {
            $node instanceof Row => self::row($node, $abilities),
            $node instanceof All => self::all($node, $abilities),
            $node instanceof Any => self::any($node, $abilities),
            $node instanceof Not => self::not($node, $abilities),
            default => [null, false],
        };
    }

    /** @return array{Node|null, bool} */
    private static function row(Row $row, Abilities $abilities): array
    {
        // the words of a field stand in the text too; a prefix that is not understood tells nothing
        $terms = $row->terms;
        $exact = '' === $row->field;
        if ($row->prefix && !$abilities->prefixes) {
            array_pop($terms);
            $exact = false;
        }
        if ([] === $terms) {
            return [null, false];
        }
        $prefix = $row->prefix && $abilities->prefixes;
        if (1 === \count($terms) || $abilities->phrases) {
            return [new Row($terms, $prefix), $exact];
        }
        $last = \count($terms) - 1;

        return [new All(array_map(static fn (int $i): Row => new Row([$terms[$i]], $prefix && $i === $last), array_keys($terms))), false];
    }

    /** @return array{Node|null, bool} */
    private static function all(All $all, Abilities $abilities): array
    {
        $parts = [];
        $exact = true;
        foreach ($all->nodes as $node) {
            [$part, $same] = self::weaker($node, $abilities);
            $exact = $exact && $same;
            if (null !== $part) {
                $parts[] = $part;
            }
        }

        return [[] === $parts ? null : (1 === \count($parts) ? $parts[0] : new All($parts)), $exact];
    }

    /** @return array{Node|null, bool} */
    private static function any(Any $any, Abilities $abilities): array
    {
        $parts = [];
        $exact = true;
        foreach ($any->nodes as $node) {
            [$part, $same] = self::weaker($node, $abilities);
            if (null === $part) {
                return [null, false];
            }
            $exact = $exact && $same;
            $parts[] = $part;
        }
        if (1 === \count($parts)) {
            return [$parts[0], $exact];
        }

        return $abilities->or ? [new Any($parts), $exact] : [null, false];
    }

    /**
     * Only what is understood wholly may be left out: less of it would leave out too many.
     *
     * @return array{Node|null, bool}
     */
    private static function not(Not $not, Abilities $abilities): array
    {
        if (!$abilities->not) {
            return [null, false];
        }
        $inner = $not->node;
        if ($inner instanceof Not) {
            return self::weaker($inner->node, $abilities);
        }
        // NOT (a OR b) is NOT a AND NOT b, which needs no alternatives; each of them may be left to us by itself
        if ($inner instanceof Any) {
            return self::all(new All(array_map(static fn (Node $n): Not => new Not($n), $inner->nodes)), $abilities);
        }
        [$node, $exact] = self::weaker($inner, $abilities);

        return $exact && null !== $node && ($abilities->or || $node instanceof Row) ? [new Not($node), true] : [null, false];
    }
}
