<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Printer;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Search;

/** The rows of a search as a screen shows them, each with what the search would be without it; and what of them is marked in a text. */
final readonly class SearchRows
{
    public function __construct(private Highlighter $highlighter)
    {
    }

    /**
     * The rows of the ladder as they are shown.
     *
     * @param array<string, mixed> $address
     *
     * @return list<array{row: Node|Criterion, text: string, not: bool, alternatives: list<string>, values: list<string>, without: array<string, mixed>, loose: array<string, mixed>|null, criterion: int|null}>
     */
    public function shown(Search $search, SearchResult $result, array $address): array
    {
        $printer = new Printer();
        $conjuncts = $result->query->conjuncts();
        $rows = [];
        foreach ($result->rows as $i => $row) {
            $at = $row instanceof Criterion ? $i - \count($conjuncts) : null;
            $changed = static fn (?Criterion $other): array => ['c' => (new Search('', null === $other ? array_values(array_diff_key($search->criteria, [$at => 0])) : array_values(array_replace($search->criteria, [$at => $other]))))->lines()] + $address;
            $rows[] = [
                'row' => $row, 'criterion' => $at, 'not' => $row instanceof Not || ($row instanceof Criterion && $row->out), 'text' => $row instanceof Criterion ? '' : $printer->write($row instanceof Not ? $row->node : $row),
                'alternatives' => $row instanceof Any && '' === $row->written ? array_map($printer->write(...), $row->nodes) : [], 'values' => $row instanceof Criterion ? $row->values : [],
                'without' => $row instanceof Criterion ? $changed(null) : ['q' => self::query(array_values(array_diff_key($conjuncts, [$i => 0])))] + $address,
                'loose' => $row instanceof Criterion && Kind::OneJob === $row->kind ? ['c' => (new Search('', array_values(array_merge(array_diff_key($search->criteria, [$at => 0]), array_map(static fn (Criterion $p): Criterion => $p->kind->ofJob() ? $p->with(['when' => $row->when, 'from' => $row->from, 'to' => $row->to]) : new Criterion(Kind::OneJob, when: $row->when, parts: [$p]), $row->parts)))))->lines()] + $address : null,
            ];
        }

        return $rows;
    }

    /** @param list<Node> $conjuncts */
    public static function query(array $conjuncts): string
    {
        $printer = new Printer();

        return implode(' AND ', array_map(static fn (Node $n): string => $n instanceof Any && '' === $n->written ? '('.$printer->write($n).')' : $printer->write($n), $conjuncts));
    }

    /**
     * What is marked in a text: what the query looks for, and titles and employers of criteria.
     *
     * @param list<Node|Criterion> $rows
     *
     * @return list<Row>
     */
    public function looked(array $rows): array
    {
        $looked = [];
        $of = static fn (Criterion $c): array => $c->out || !$c->kind->ofWords() ? [] : array_values(array_filter(array_map(static function (string $v): ?Row {
            $terms = (new Tokeniser())->row($v);

            return [] === $terms ? null : new Row($terms);
        }, $c->values)));
        foreach ($rows as $row) {
            array_push($looked, ...$row instanceof Criterion ? array_merge($of($row), ...array_map($of, $row->parts)) : $this->highlighter->rows($row));
        }

        return $looked;
    }
}
