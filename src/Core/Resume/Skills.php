<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** Skills under the name we keep, however they are written: known ones wherever they stand, unknown ones where a list of skills says so. */
final class Skills
{
    private const LONGEST = 40;

    /** @var array<string, string> name by folded way of writing */
    private array $names = [];

    /** @var array<string, true> short ways of writing in capitals, which in small letters may be any word (FEM, R) */
    private array $capitals = [];
    private string $pattern;

    /** @var array<string, string|int> */
    private readonly array $languages;

    /** @param array<string, list<string>> $more ways of writing an admin added, by name */
    public function __construct(array $more = [])
    {
        $this->languages = Tongues::all()->meanings('languages');
        foreach ([...SkillNames::ALL, ...$more] as $name => $aliases) {
            foreach ([$name, ...$aliases] as $alias) {
                $this->names[self::key($alias)] ??= $name;
                if (mb_strlen($alias) < 5 && mb_strtoupper($alias) === $alias) {
                    $this->capitals[self::key($alias)] = true;
                }
            }
        }
        $keys = array_map(strval(...), array_keys($this->names));
        usort($keys, static fn (string $a, string $b): int => \strlen($b) <=> \strlen($a));
        $this->pattern = '~(?<![a-z0-9.+#])(?:'.implode('|', array_map(static fn (string $k): string => (string) preg_replace('/ |\\\\-/', '[ \-]+', preg_quote($k, '~')), $keys)).')(?![a-z0-9+#])~';
    }

    /** The name we keep; null for one we do not know. */
    public function name(string $written): ?string
    {
        return $this->names[self::key($written)] ?? null;
    }

    /**
     * Known skills in a text, with where they stand.
     *
     * @return array<string, int> byte in the text by name, the first of each
     */
    public function in(string $text, bool $listed = false): array
    {
        $folded = Folded::of($text);
        $found = [];
        if (0 < preg_match_all($this->pattern, $folded->text, $m, \PREG_OFFSET_CAPTURE)) {
            foreach ($m[0] as [$word, $at]) {
                $name = $this->names[self::key($word)] ?? $this->names[(string) preg_replace('/[ \-]+/', ' ', $word)] ?? null;
                $written = $folded->passage($at, \strlen($word));
                // a single letter counts only where skills are listed, a short name in capitals only when it is written so
                if (null === $name || (!$listed && (\strlen($word) < 2 || (isset($this->capitals[self::key($word)]) && mb_strtoupper($written) !== $written)))) {
                    continue;
                }
                $found[$name] ??= $folded->place($at);
            }
        }

        return $found;
    }

    /**
     * What a list of skills names.
     *
     * @return array<string, bool> whether we know it, by name
     */
    public function listed(string $line): array
    {
        $found = [];
        $line = (string) preg_replace('/^[^:,;]{2,30}:\s+/u', '', $line);
        foreach (preg_split('~\s*(?:[,;|•·]|\t|\s{2,}|\s[–—-]\s|\s/\s)\s*~u', $line) ?: [] as $item) {
            $item = trim((string) preg_replace(['/\s*\([^)]*\)\s*$/u', '~\s+\d+\s*/\s*\d+$~', '/[.\s]+$/u', '/^(?:and|og|i|oraz)\s+/iu'], '', trim($item)));
            if ('' === $item) {
                continue;
            }
            $name = $this->name($item);
            if (null !== $name) {
                $found[$name] = true;
                continue;
            }
            $inside = $this->in($item, true);
            foreach (array_keys($inside) as $known) {
                $found[$known] = true;
            }
            // a language is told among the languages, with its level
            if ([] === $inside && !isset($this->languages[Folded::phrase($item)]) && mb_strlen($item) <= self::LONGEST && \count(preg_split('/\s+/', $item) ?: []) <= 4 && 1 === preg_match('/\p{L}/u', $item)) {
                $found[$item] = false;
            }
        }

        return $found;
    }

    private static function key(string $text): string
    {
        return trim((string) preg_replace('/\s+/', ' ', Folded::of($text)->text));
    }
}
