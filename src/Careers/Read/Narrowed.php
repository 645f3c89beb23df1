<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** By what a list of openings is narrowed: words, and a value of each facet. */
final readonly class Narrowed
{
    public const WORDS = 'q';
    /** In the order shown. */
    public const FACETS = ['city', 'category', 'employment', 'remote'];
    private const LONGEST_WORDS = 200;
    private const LONGEST_VALUE = 80;

    /** @param array<string, string> $values words and values of facets, none empty, in a fixed order */
    private function __construct(public array $values)
    {
    }

    /** @param array<array-key, mixed> $asked what is no facet is left out */
    public static function of(array $asked): self
    {
        $values = [];
        foreach ([self::WORDS, ...self::FACETS] as $name) {
            $value = $asked[$name] ?? '';
            $longest = self::WORDS === $name ? self::LONGEST_WORDS : self::LONGEST_VALUE;
            $value = \is_string($value) ? mb_substr(trim($value), 0, $longest) : '';
            if ('' !== $value) {
                $values[$name] = $value;
            }
        }

        return new self($values);
    }

    public static function byNothing(): self
    {
        return new self([]);
    }

    public function words(): string
    {
        return $this->values[self::WORDS] ?? '';
    }

    /** @return array<string, string> values by facet */
    public function facets(): array
    {
        return array_diff_key($this->values, [self::WORDS => true]);
    }

    public function value(string $facet): string
    {
        return $this->values[$facet] ?? '';
    }

    /**
     * As alerts keep it: the same search is always written in the same way.
     *
     * @return array<string, string>
     */
    public function sorted(): array
    {
        $values = $this->values;
        ksort($values);

        return $values;
    }
}
