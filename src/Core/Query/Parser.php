<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/**
 * The Boolean line in the trade's common form: words, "phrases", prefix*, AND OR NOT (or -), brackets.
 * Standing next to each other means AND. NOT binds tightest, then AND, then OR. Broken input still gives as much of a tree as it can, and every problem with its repair.
 */
final class Parser
{
    public const MAX_LENGTH = 20_000;
    public const MAX_DEPTH = 250;

    /** @var list<Lexeme> */
    private array $lexemes = [];
    /** @var list<Problem> */
    private array $problems = [];
    private string $query = '';
    private int $at = 0;
    private int $depth = 0;
    private string $field = '';

    public function __construct(private readonly Tokeniser $tokeniser = new Tokeniser())
    {
    }

    public function parse(string $query): ParsedQuery
    {
        if (\strlen($query) > self::MAX_LENGTH) {
            return new ParsedQuery(null, [new Problem(ProblemCode::TooLong, 0, \strlen($query))], $query);
        }
        $this->query = Lexer::plain(mb_scrub($query));
        [$this->lexemes, $this->problems] = (new Lexer())->lex($this->query);
        $this->at = $this->depth = 0;
        $this->field = '';
        $nodes = [];
        while (null !== $this->peek()) {
            if (null !== $node = $this->any()) {
                $nodes[] = $node;
            }
            if (null !== $stray = $this->take(Lexeme::CLOSE)) {
                $this->problem(ProblemCode::BracketNotOpened, $stray, substr_replace($this->query, '', $stray->start, 1));
            }
        }
        $node = $this->all($nodes);
        if (null !== $node && $this->onlyExcludes($node)) {
            $this->problems[] = new Problem(ProblemCode::OnlyExclusions, 0, \strlen($this->query));
        }

        return new ParsedQuery($node, $this->problems, $this->query);
    }

    private function any(): ?Node
    {
        $nodes = [];
        $operator = null;
        do {
            $node = $this->conjunction();
            if (null !== $node) {
                $nodes[] = $node;
            } elseif (null !== $operator) {
                $this->missing($operator);
            }
            $operator = $this->take(Lexeme::OR);
            if (null !== $operator && null === $node) {
                $this->missing($operator);
            }
        } while (null !== $operator);
        $nodes = array_merge(...array_map(static fn (Node $n): array => $n instanceof Any && '' === $n->written ? $n->nodes : [$n], $nodes));

        return [] === $nodes ? null : (1 === \count($nodes) ? $nodes[0] : new Any($nodes));
    }

    private function conjunction(): ?Node
    {
        $nodes = [];
        $operator = null;
        while (null !== $lexeme = $this->peek()) {
            if (Lexeme::AND === $lexeme->kind) {
                if ([] === $nodes || null !== $operator) {
                    $this->missing($lexeme);
                }
                $operator = $lexeme;
                ++$this->at;
                continue;
            }
            if (Lexeme::OR === $lexeme->kind || Lexeme::CLOSE === $lexeme->kind) {
                break;
            }
            if (null !== $node = $this->not()) {
                $nodes[] = $node;
            }
            $operator = null;
        }
        if (null !== $operator && [] !== $nodes) {
            $this->missing($operator);
        }

        return $this->all($nodes);
    }

    private function not(): ?Node
    {
        $not = $this->take(Lexeme::NOT);
        if (null === $not) {
            return $this->primary();
        }
        $next = $this->peek();
        if (null === $next || \in_array($next->kind, [Lexeme::AND, Lexeme::OR, Lexeme::CLOSE], true)) {
            $this->missing($not);

            return null;
        }
        if (!$this->enter($not)) {
            return null;
        }
        $node = $this->not();
        --$this->depth;

        return null === $node ? null : ($node instanceof Not ? $node->node : new Not($node));
    }

    private function primary(): ?Node
    {
        $lexeme = $this->lexemes[$this->at++];
        if (Lexeme::FIELD === $lexeme->kind) {
            return $this->inField($lexeme);
        }
        if (Lexeme::OPEN !== $lexeme->kind) {
            return Lexeme::PHRASE === $lexeme->kind ? $this->phrase($lexeme) : $this->word($lexeme);
        }
        if (!$this->enter($lexeme)) {
            return null;
        }
        $node = $this->any();
        --$this->depth;
        if (null === $this->take(Lexeme::CLOSE)) {
            $this->problem(ProblemCode::BracketNotClosed, $lexeme, rtrim($this->query).')');
        } elseif (null === $node) {
            $end = $this->lexemes[$this->at - 1]->end();
            $group = new Lexeme($lexeme->kind, '()', $lexeme->start, $end - $lexeme->start);
            $this->problem(ProblemCode::EmptyGroup, $group, trim(substr_replace($this->query, '', $lexeme->start, $end - $lexeme->start)));
        }

        return $node;
    }

    /** What follows a field's name stands in that field, a whole bracket too. */
    private function inField(Lexeme $field): ?Node
    {
        $next = $this->peek();
        if (null === $next || !\in_array($next->kind, [Lexeme::WORD, Lexeme::PHRASE, Lexeme::OPEN], true)) {
            $this->missing($field);

            return null;
        }
        $outer = $this->field;
        $this->field = $field->text;
        $node = $this->primary();
        $this->field = $outer;

        return $node;
    }

    private function phrase(Lexeme $lexeme): ?Node
    {
        $terms = $this->tokeniser->row($lexeme->text);

        return [] === $terms ? null : new Row($terms, $lexeme->prefix, $lexeme->text, $this->field);
    }

    /** What stands without blanks is one word to its writer: "R&D", "plc,scada" is two. */
    private function word(Lexeme $lexeme): ?Node
    {
        $words = $this->tokeniser->words($lexeme->text);
        $nodes = [];
        foreach ($words as $i => [$word]) {
            $rows = array_map(
                fn (array $terms): Row => new Row($terms, $lexeme->prefix && $i === \count($words) - 1, $word, $this->field),
                $this->tokeniser->alternatives($word),
            );
            $nodes[] = 1 === \count($rows) ? $rows[0] : new Any($rows, $word);
        }

        return $this->all($nodes);
    }

    /** @param list<Node> $nodes */
    private function all(array $nodes): ?Node
    {
        $flat = [];
        foreach ($nodes as $node) {
            array_push($flat, ...($node instanceof All ? $node->nodes : [$node]));
        }

        return [] === $flat ? null : (1 === \count($flat) ? $flat[0] : new All($flat));
    }

    private function onlyExcludes(Node $node): bool
    {
        $nodes = $node instanceof All || ($node instanceof Any && '' === $node->written) ? $node->nodes : [$node];
        foreach ($nodes as $part) {
            if (!$part instanceof Not) {
                return false;
            }
        }

        return true;
    }

    private function enter(Lexeme $lexeme): bool
    {
        if (++$this->depth <= self::MAX_DEPTH) {
            return true;
        }
        $this->problem(ProblemCode::TooDeep, $lexeme, null);
        $this->at = \count($this->lexemes);
        --$this->depth;

        return false;
    }

    private function missing(Lexeme $operator): void
    {
        $this->problem(ProblemCode::OperandMissing, $operator, trim((string) preg_replace('/ {2,}/', ' ', substr_replace($this->query, '', $operator->start, $operator->length))));
    }

    private function problem(ProblemCode $code, Lexeme $lexeme, ?string $repaired): void
    {
        foreach ($this->problems as $problem) {
            if ($problem->start === $lexeme->start && $problem->code === $code) {
                return;
            }
        }
        $this->problems[] = new Problem($code, $lexeme->start, $lexeme->length, $repaired, $lexeme->text);
    }

    private function peek(): ?Lexeme
    {
        return $this->lexemes[$this->at] ?? null;
    }

    private function take(string $kind): ?Lexeme
    {
        $lexeme = $this->peek();
        if (null === $lexeme || $lexeme->kind !== $kind) {
            return null;
        }
        ++$this->at;

        return $lexeme;
    }
}
