<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Adverts\RuleResult;
use Jorvent\Outside\Boards\Board;

/** What each board asks of an advert, rule by rule, and whether the advert has it. */
final readonly class RuleTable
{
    /** Rules that count something, where the board's limit is shown too. */
    private const COUNTED = ['title', 'words', 'age', 'run'];

    /** @var array<string, array<string, RuleResult>> by board and rule */
    public array $results;

    /**
     * @param array<string, Board> $boards by key
     * @param int|null             $days   how long it is to stand
     * @param list<string>         $taken  keys of boards where it stands
     */
    public function __construct(
        public array $boards,
        Advert $advert,
        \DateTimeImmutable $today,
        ?int $days,
        public array $taken,
    ) {
        $this->results = array_map(
            static fn (Board $board): array => $board->rules->check($advert, $today, $days), $boards,
        );
    }

    /** @return list<string> rules that at least one board has */
    public function rules(): array
    {
        $has = fn (string $rule): bool => [] !== array_filter(
            $this->results, static fn (array $board): bool => isset($board[$rule]),
        );

        return array_values(array_filter(BoardRules::RULES, $has));
    }

    public function result(string $board, string $rule): ?RuleResult
    {
        return $this->results[$board][$rule] ?? null;
    }

    /** What the advert has, in a word. */
    public function short(RuleResult $result): string
    {
        if (\in_array($result->rule, self::COUNTED, true)) {
            return $result->have.' / '.$result->limit;
        }
        if (null === $result->problem) {
            return '✓';
        }

        return '' === $result->have ? '✕' : $result->have;
    }

    /** How many rules of a board fail. */
    public function failing(string $board): int
    {
        return \count(array_filter($this->results[$board], static fn (RuleResult $r): bool => $r->fails()));
    }

    public function isTaken(string $board): bool
    {
        return \in_array($board, $this->taken, true);
    }

    /** @return list<array{board: string, result: RuleResult}> what fails or is advised, board by board */
    public function problems(): array
    {
        $problems = [];
        foreach ($this->results as $board => $results) {
            foreach ($results as $result) {
                if (null !== $result->problem) {
                    $problems[] = ['board' => $this->boards[$board]->name, 'result' => $result];
                }
            }
        }

        return $problems;
    }
}
