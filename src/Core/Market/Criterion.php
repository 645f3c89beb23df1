<?php

declare(strict_types=1);

namespace Jorvent\Core\Market;

use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;

/** One requirement of a brief as a value: a skill, by words that stand together, or years of work. */
final readonly class Criterion
{
    private function __construct(public string $kind, public string $text, public ?Node $node, public int $years)
    {
    }

    /** @return self|null null when the text holds no word */
    public static function skill(string $text): ?self
    {
        $tokeniser = new Tokeniser();
        $words = $tokeniser->words($text);
        if ([] === $words) {
            return null;
        }
        if (1 === \count($words)) {
            $rows = array_map(static fn (array $terms): Row => new Row($terms), $tokeniser->alternatives($words[0][0]));

            return new self('skill', $text, 1 === \count($rows) ? $rows[0] : new Any($rows), 0);
        }
        $terms = $tokeniser->row($text);

        return [] === $terms ? null : new self('skill', $text, new Row($terms), 0);
    }

    public static function years(int $from): self
    {
        return new self('years', (string) $from, null, $from);
    }

    public function holds(MarketPerson $person): bool
    {
        return null === $this->node ? null !== $person->years && $person->years >= $this->years : (new Evaluator())->matches($this->node, $person->resume);
    }
}
