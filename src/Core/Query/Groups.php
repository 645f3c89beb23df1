<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/**
 * A query as groups to fill in: what must all be there, lists of which one must be there, what is left out. What has no place in them stays as text and is not lost.
 * Example: 'plc AND (welder OR "pipe fitter") NOT agency' has must [plc], one of [[welder, "pipe fitter"]], out [agency].
 */
final readonly class Groups
{
    /**
     * @param list<string>       $must  terms as written in a query
     * @param list<list<string>> $oneOf
     * @param list<string>       $out
     * @param string             $rest  a query of its own
     */
    public function __construct(public array $must = [], public array $oneOf = [], public array $out = [], public string $rest = '')
    {
    }

    public static function of(ParsedQuery $query): self
    {
        $printer = new Printer();
        $must = $oneOf = $out = $rest = [];
        foreach ($query->conjuncts() as $node) {
            $inner = $node instanceof Not ? $node->node : $node;
            if (self::isTerm($inner)) {
                $node instanceof Not ? $out[] = $printer->write($inner) : $must[] = $printer->write($inner);
            } elseif ($inner instanceof Any && [] === array_filter($inner->nodes, static fn (Node $n): bool => !self::isTerm($n))) {
                $terms = array_map($printer->write(...), $inner->nodes);
                $node instanceof Not ? array_push($out, ...$terms) : $oneOf[] = $terms;
            } else {
                $rest[] = $node instanceof Any ? '('.$printer->write($node).')' : $printer->write($node);
            }
        }

        return new self($must, $oneOf, $out, implode(' AND ', $rest));
    }

    /** The query the groups stand for. Words that someone typed without quotation marks are one term. */
    public function query(): string
    {
        $parts = array_map(self::term(...), self::filled($this->must));
        foreach ($this->oneOf as $terms) {
            $terms = array_map(self::term(...), self::filled($terms));
            if ([] !== $terms) {
                $parts[] = 1 === \count($terms) ? $terms[0] : '('.implode(' OR ', $terms).')';
            }
        }
        if ('' !== trim($this->rest)) {
            $parts[] = trim($this->rest);
        }
        $query = implode(' AND ', $parts);
        foreach (self::filled($this->out) as $term) {
            $query .= ('' === $query ? '' : ' ').'NOT '.self::term($term);
        }

        return $query;
    }

    private static function isTerm(Node $node): bool
    {
        return $node instanceof Row || ($node instanceof Any && '' !== $node->written);
    }

    /**
     * @param list<string> $terms
     *
     * @return list<string>
     */
    private static function filled(array $terms): array
    {
        return array_values(array_filter(array_map(trim(...), $terms), static fn (string $t): bool => '' !== $t));
    }

    /** One term, quoted when it needs to be: 'marine electrician' is a phrase, 'title:weld*' stays. */
    private static function term(string $text): string
    {
        $node = (new Parser())->parse($text)->node;
        if (null !== $node && self::isTerm($node) && 1 !== preg_match('/^(?:AND|OR|NOT|-)/', $text)) {
            return (new Printer())->write($node);
        }

        return '"'.trim(str_replace(['"', '“', '”', '„', '«', '»'], ' ', $text)).'"';
    }
}
