<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/**
 * How resumes say things, from one table a language (tongues/*.php); a further language is a further file. All languages are looked for at once, for people mix them.
 *
 * @phpstan-type Table array<string, array<string, mixed>|list<string>>
 */
final class Tongues
{
    /** Small words by which a text's language is told; folded. */
    private const SMALL = ['en' => ['the', 'and', 'of', 'with', 'for', 'to', 'in', 'was', 'on', 'at'], 'nb' => ['og', 'med', 'av', 'for', 'til', 'som', 'pa', 'det', 'var', 'er'], 'pl' => ['i', 'w', 'z', 'na', 'do', 'oraz', 'od', 'sie', 'przy', 'dla']];

    private static ?self $all = null;

    /** @param array<string, list<array<array-key, mixed>>> $tables by name of the table, one of each language */
    private function __construct(private readonly array $tables)
    {
    }

    public static function all(): self
    {
        return self::$all ??= self::load();
    }

    /**
     * @param list<string> $words folded
     *
     * @return 'en'|'nb'|'pl' the language whose small words are among them most; English when none is
     */
    public static function guess(array $words): string
    {
        $known = array_map(static fn (array $small): int => \count(array_intersect($words, $small)), self::SMALL);
        arsort($known);

        return array_key_first($known);
    }

    private static function load(): self
    {
        $tables = [];
        foreach (glob(__DIR__.'/tongues/*.php') ?: [] as $file) {
            $tongue = require $file;
            foreach (\is_array($tongue) ? $tongue : [] as $name => $table) {
                if (\is_string($name) && \is_array($table)) {
                    $tables[$name][] = $table;
                }
            }
        }

        return new self($tables);
    }

    /**
     * These tables and more words, learned by a house.
     *
     * @param array<string, list<string>> $learned by table
     */
    public function with(array $learned): self
    {
        $tables = $this->tables;
        foreach ($learned as $name => $words) {
            $tables[$name][] = $words;
        }

        return new self($tables);
    }

    /** @return list<string> phrases, folded, longest first */
    public function phrases(string $table, string ...$keys): array
    {
        $found = [];
        foreach ($this->tables[$table] ?? [] as $one) {
            foreach ([] === $keys ? [$one] : array_map(static fn (string $k): mixed => $one[$k] ?? [], $keys) as $list) {
                foreach (\is_array($list) ? $list : [] as $phrase) {
                    if (\is_string($phrase)) {
                        $found[Folded::phrase($phrase)] = true;
                    }
                }
            }
        }
        $found = array_map(strval(...), array_keys($found));
        usort($found, static fn (string $a, string $b): int => [\strlen($b), $a] <=> [\strlen($a), $b]);

        return $found;
    }

    /** @return array<string, string|int> what phrases mean, by folded phrase, longest first: of tables that are written the one way (months) or the other (levels, headings) */
    public function meanings(string $table): array
    {
        $found = [];
        foreach ($this->tables[$table] ?? [] as $one) {
            foreach ($one as $key => $value) {
                if (\is_array($value)) {
                    foreach ($value as $phrase) {
                        if (\is_string($phrase)) {
                            $found[Folded::phrase($phrase)] ??= (string) $key;
                        }
                    }
                } elseif (\is_string($value) || \is_int($value)) {
                    $found[Folded::phrase((string) $key)] ??= $value;
                }
            }
        }
        uksort($found, static fn (string|int $a, string|int $b): int => [\strlen((string) $b), (string) $a] <=> [\strlen((string) $a), (string) $b]);

        return array_combine(array_map(strval(...), array_keys($found)), $found);
    }

    /** A pattern for any of the phrases, blanks standing for blanks, dots or hyphens. */
    public static function pattern(string ...$phrases): string
    {
        return implode('|', array_map(static fn (string $p): string => str_replace(' ', '[ .\-]+', preg_quote($p, '~')), $phrases));
    }
}
