<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

use Jorvent\Core\Query\ParsedQuery;
use Jorvent\Core\Query\Parser;

/** What is looked for, as a value: a query line and criteria, in the order they are shown. Everyone passes an empty one. */
final readonly class Search
{
    public const MOST = 40;

    /** @param list<Criterion> $criteria */
    public function __construct(public string $text = '', public array $criteria = [])
    {
    }

    public function parsed(): ParsedQuery
    {
        return (new Parser())->parse($this->text);
    }

    public function isEmpty(): bool
    {
        return '' === trim($this->text) && [] === $this->criteria;
    }

    /** @param list<string> $lines of Notation; what is not understood is left out */
    public static function of(string $text, array $lines): self
    {
        $criteria = array_values(array_filter(array_map(Notation::read(...), \array_slice($lines, 0, self::MOST)), static fn (?Criterion $c): bool => null !== $c && $c->asks()));

        return new self(trim($text), $criteria);
    }

    /** @return list<string> the criteria as lines of Notation */
    public function lines(): array
    {
        return array_map(Notation::write(...), $this->criteria);
    }

    /** @return array{text: string, criteria: list<array<string, mixed>>} */
    public function toArray(): array
    {
        return ['text' => $this->text, 'criteria' => array_map(static fn (Criterion $c): array => $c->toArray(), $this->criteria)];
    }

    /** @param array<array-key, mixed> $data as toArray() gives */
    public static function fromArray(array $data): self
    {
        $criteria = [];
        foreach (\is_array($data['criteria'] ?? null) ? \array_slice($data['criteria'], 0, self::MOST) : [] as $one) {
            $criterion = \is_array($one) ? Criterion::fromArray($one) : null;
            if (null !== $criterion && $criterion->asks()) {
                $criteria[] = $criterion;
            }
        }

        return new self(\is_string($data['text'] ?? null) ? trim($data['text']) : '', $criteria);
    }
}
