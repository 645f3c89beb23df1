<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use Jorvent\Core\Query\All;
use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Node;
use Jorvent\Core\Query\Not;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Query\Row;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Queries and texts over a small vocabulary, so that they meet often; the same for the same seed. */
final class RandomQueries
{
    private const WORDS = ['plc', 'scada', 'drives', 'ferry', 'yard', 'weld', 'welder', 'welding', 'c', 'c++', 'c#', '.net', 'node.js', 'ci/cd', 'shore', 'power', 'shore-power', 'e-mail', "o'neill", "ship's", 'łódź', 'ærø', 'r', '24/7'];

    private readonly Randomizer $random;

    public function __construct(public readonly int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    public function node(int $depth): Node
    {
        return match ($this->random->getInt(0, $depth > 0 ? 6 : 2)) {
            0, 1 => $this->word(),
            2 => $this->phrase(),
            3 => new Not($this->positive($depth - 1)),
            4 => new All($this->several($depth - 1)),
            default => new Any($this->several($depth - 1)),
        };
    }

    public function text(int $words): string
    {
        return implode(' ', array_map(fn (): string => $this->pick(), range(1, $words)));
    }

    /** A written query with something taken out or put in. */
    public function broken(): string
    {
        $query = (new \Jorvent\Core\Query\Printer())->write($this->node(3));
        for ($i = $this->random->getInt(1, 2); $i > 0; --$i) {
            $at = $this->random->getInt(0, max(0, \strlen($query) - 1));
            $query = match ($this->random->getInt(0, 3)) {
                0 => substr_replace($query, '(', $at, 0), 1 => substr_replace($query, ')', $at, 0), 2 => $query.' OR', default => substr_replace($query, '', $at, 1),
            };
        }

        return mb_scrub($query);
    }

    public function chance(int $oneIn): bool
    {
        return 0 === $this->random->getInt(0, $oneIn - 1);
    }

    /** A node that is no NOT, for double negations print as none. */
    private function positive(int $depth): Node
    {
        do {
            $node = $this->node($depth);
        } while ($node instanceof Not);

        return $node;
    }

    /** @return non-empty-list<Node> flat: an AND within an AND prints as one */
    private function several(int $depth): array
    {
        $nodes = [];
        do {
            $node = $this->node($depth);
            $nodes[] = $node instanceof All || ($node instanceof Any && '' === $node->written) ? $this->word() : $node;
        } while (\count($nodes) < 2 || $this->chance(3));

        return $nodes;
    }

    private function word(): Node
    {
        $node = (new Parser())->parse($this->pick().($this->chance(4) ? '*' : ''))->node;

        return $node ?? throw new \LogicException('A word parses.');
    }

    private function phrase(): Node
    {
        $node = (new Parser())->parse('"'.$this->pick().' '.$this->pick().'"'.($this->chance(3) ? '*' : ''))->node;

        return $node instanceof Row ? $node : throw new \LogicException('A phrase parses.');
    }

    private function pick(): string
    {
        return self::WORDS[$this->random->getInt(0, \count(self::WORDS) - 1)];
    }
}
