<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** Schools from the lines of an education section: an entry begins at a time told, or at a blank; the piece with a word for a school is the school, the one with a word for a degree the degree, what is left the field. */
final class Schooling
{
    private readonly string $school;

    /** @var array<string, true> */
    private readonly array $places;

    /** @var array<string, string> level by a word for a degree, longest first */
    private readonly array $degrees;

    public function __construct(Tongues $tongues, private readonly Dates $dates)
    {
        $this->school = '~(?<![a-z])[a-z]*(?:'.Tongues::pattern(...$tongues->phrases('schools')).')(?:s|en|et)?(?![a-z])~';
        $this->degrees = array_map(strval(...), $tongues->meanings('degrees'));
        $this->places = array_fill_keys(array_map(Folded::phrase(...), Places::ALL), true);
    }

    /**
     * @param list<Line> $lines
     *
     * @return list<Education>
     */
    public function read(array $lines): array
    {
        $entries = [];
        foreach ($this->entries(array_values($lines)) as $entry) {
            $education = $this->entry($entry);
            if (null !== $education) {
                $entries[] = $education;
            }
        }

        return $entries;
    }

    /**
     * @param list<Line> $lines
     *
     * @return list<list<Line>>
     */
    private function entries(array $lines): array
    {
        // where the first time stands in its entry tells where it stands in the others
        $first = null;
        $above = 0;
        foreach ($lines as $i => $line) {
            if (!$line->blank && [] !== $this->dates->in($line->folded)) {
                $first = $i;
                break;
            }
            $above = $line->blank ? 0 : $above + 1;
        }
        if (null === $first) {
            return array_values(array_filter(array_map(static fn (Line $l): array => [$l], $lines), static fn (array $e): bool => !$e[0]->blank));
        }
        $above = min(3, $above);
        $starts = [];
        foreach ($lines as $i => $line) {
            if (!$line->blank && [] !== $this->dates->in($line->folded)) {
                $start = $i;
                for ($k = 1; $k <= $above && $i - $k >= 0 && !$lines[$i - $k]->blank && !\in_array($i - $k, $starts, true) && [] === $this->dates->in($lines[$i - $k]->folded); ++$k) {
                    $start = $i - $k;
                }
                $starts[] = $start;
            }
        }
        $entries = [];
        foreach ($starts as $n => $start) {
            $entries[] = array_values(array_filter(\array_slice($lines, $start, ($starts[$n + 1] ?? \count($lines)) - $start), static fn (Line $l): bool => !$l->blank));
        }

        return $entries;
    }

    /** @param list<Line> $lines */
    private function entry(array $lines): ?Education
    {
        $period = null;
        $pieces = [];
        foreach (\array_slice($lines, 0, 4) as $line) {
            $text = $line->text;
            $found = $this->dates->in($line->folded);
            if ([] !== $found && null === $period) {
                $period = $found[0];
                $text = substr($text, 0, $period->at)."\t".substr($text, $period->at + \strlen($period->passage));
            }
            $text = (string) preg_replace('/\((\s*)\)/', '', $text);
            // how well it was passed is no part of what it was in
            $text = (string) preg_replace('/\s*\((?:hons?|honours|1st|2:[12]|first|second|distinction|merit|cum laude|z wyróżnieniem)\.?\)/iu', '', $text);
            // a label of a line says what it is, not where
            $text = (string) preg_replace('/^\s*(?:dates?|title|qualification|degree|school|institution|field|subject|skole|grad|utdanning|tittel|szkoła|uczelnia|kierunek|tytuł)(?:\s{3,}|:\s+)/iu', '', $text);
            if (1 === preg_match('/^([^:]{4,60}):\s+(.+)$/u', $text, $m)) {
                $text = $m[1]."\t".$m[2];
            }
            foreach (preg_split('/\t/', $text) ?: [] as $part) {
                foreach (Line::pieces((string) preg_replace('/\s+(?:at|ved|hos|na)\s+(?=\p{Lu})/u', "\t", $part)) as $piece) {
                    $pieces[] = $piece;
                }
            }
        }
        $school = $degree = '';
        $level = null;
        $left = $beside = [];
        // where two pieces have a word for a school ("Upper secondary" and the school's name), the longer is the school
        $schools = array_filter($pieces, fn (string $p): bool => 1 === preg_match($this->school, Folded::of($p)->text));
        usort($schools, static fn (string $a, string $b): int => mb_strlen($b) <=> mb_strlen($a));
        foreach ($pieces as $piece) {
            $of = $this->level($piece);
            if ('' === $school && $piece === ($schools[0] ?? null)) {
                $school = $piece;
                $level ??= null !== $of && '' === $degree && \in_array($of[0], ['upper_secondary', 'vocational'], true) ? $of[0] : null;
            } elseif (null !== $of && '' === $degree) {
                [$level, $degree, $rest] = $of;
                if ('' !== $rest) {
                    $left[] = $rest;
                    $beside[] = $rest;
                } elseif ([] === $schools && 'upper_secondary' === $level && 1 === preg_match('/^\p{Lu}[\p{L}\-]+ /u', $piece)) {
                    // "Os vgs": the word for the level is part of the school's name
                    [$school, $degree] = [trim($piece, ' .'), ''];
                }
            } elseif (!isset($this->places[Folded::phrase($piece)])) {
                $left[] = $piece;
            }
        }
        if ('' === $school && '' === $degree) {
            return null;
        }
        // what follows a degree in the same breath is its field, not where it was
        if ('' === $school && [] !== array_diff($left, $beside)) {
            $school = (string) array_pop($left);
        }

        return new Education($school, $degree, $level, $beside[0] ?? $left[0] ?? '', $period, null === $level ? Sure::Likely : ($period->sure ?? true ? Sure::Sure : Sure::Unsure), array_map(static fn (Line $l): int => $l->number, $lines));
    }

    /** @return array{string, string, string}|null level, the degree as written, and what follows it in the same piece */
    private function level(string $piece): ?array
    {
        $phrase = ' '.Folded::phrase($piece).' ';
        foreach ($this->degrees as $word => $level) {
            $at = strpos($phrase, ' '.$word.' ');
            if (false === $at && \strlen($word) > 5) {
                $at = strpos($phrase, ' '.$word);
                $at = false === $at ? false : $at;
            }
            if (false !== $at) {
                $words = preg_split('/\s+/u', trim($piece)) ?: [];
                $count = \count(explode(' ', $word));
                $before = substr_count(rtrim(substr($phrase, 0, $at + 1)), ' ');
                $rest = implode(' ', \array_slice($words, $before + $count));
                $rest = trim((string) preg_replace('/^(?:of|in|i|w|z|degree|grad)\s+/iu', '', $rest), ' ,.:');

                return [$level, 0 === $before && '' !== $rest ? implode(' ', \array_slice($words, 0, $count)) : $piece, 0 === $before ? $rest : ''];
            }
        }

        return null;
    }
}
