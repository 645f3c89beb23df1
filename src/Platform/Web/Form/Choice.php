<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web\Form;

/** One of several to choose from: a person, a unit, a site. */
final readonly class Choice
{
    public function __construct(public int $id, public string $name, public string $path = '')
    {
    }

    /** @param list<self> $choices */
    public static function in(array $choices, ?int $id): ?self
    {
        foreach ($choices as $choice) {
            if ($choice->id === $id) {
                return $choice;
            }
        }

        return null;
    }

    /**
     * @param array<int, string> $names by id
     *
     * @return list<self>
     */
    public static function named(array $names): array
    {
        return array_map(static fn (int $id): self => new self($id, $names[$id]), array_keys($names));
    }
}
