<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/**
 * Job spells from the lines of a work section. Each range of dates anchors one; how many lines stand above the first range tells whether this writer puts titles and employers above their dates or below, and that holds
 * for the whole section. Which piece is the title and which the employer is told by words (tongues), by "at", and by their order.
 */
final class Spells
{
    /** Forms of companies, which nothing but an employer has. */
    private const LEGAL = '~(?<![a-z])(?:as|asa|ans|s\.? ?a\.?|ltd\.?|limited|plc|inc\.?|llc|gmbh|ab|oy|aps|sp\.? ?z ?o\.? ?o\.?|sp\.? ?j\.?)$~';

    private readonly string $title;
    private readonly string $employer;
    private readonly string $at;

    /** How much of a post it is, or that it was for a time: not part of its name. */
    private const SHARE = '/\s*\((?:part[ -]?time|full[ -]?time|temporary|seasonal|temp|contract|deltid|heltid|vikariat|midlertidig|sesong|\d{1,3}\s?%|pół etatu|niepełny etat|sezonowo|umowa zlecenie)\)?/iu';
    /** What heads of columns and labels of lines say, folded, by what stands under them. */
    private const WORDS = [
        'employer' => ['employer', 'company', 'vessel company', 'ship company', 'vessel', 'ship', 'organisation', 'organization', 'arbeidsgiver', 'bedrift', 'fartoy', 'skip', 'rederi', 'pracodawca', 'firma', 'statek', 'armator'],
        'title' => ['position', 'title', 'role', 'job title', 'rank', 'post', 'stilling', 'tittel', 'stillingstittel', 'rolle', 'stanowisko', 'funkcja'],
        'place' => ['place', 'location', 'sted', 'miejsce'],
        'from' => ['from', 'start', 'fra', 'od'], 'to' => ['to', 'until', 'end', 'til', 'slutt', 'do'], 'dates' => ['dates', 'date', 'period', 'years', 'when', 'periode', 'dato', 'ar', 'tid', 'okres', 'daty', 'lata'],
    ];

    /** @var array<string, true> */
    private readonly array $places;

    public function __construct(Tongues $tongues, private readonly Dates $dates)
    {
        $this->title = '~(?<![a-z])(?:[a-z]*(?:'.Tongues::pattern(...array_filter($tongues->phrases('titles'), static fn (string $t): bool => \strlen($t) > 5)).')|'.Tongues::pattern(...$tongues->phrases('titles')).')(?:e?n|s|er|ka)?(?![a-z])~';
        $this->employer = '~(?<![a-z])(?:'.Tongues::pattern(...$tongues->phrases('employers')).'|(?:[a-z]+)(?:verft|rederi|teknologi|ferger|mekaniske))(?![a-z])~';
        $this->at = '~^(.+?)\s+(?:at|hos|ved|@|w|we|for|i)\s+(?=\p{Lu})(.+)$~u';
        $this->places = array_fill_keys(array_map(Folded::phrase(...), Places::ALL), true);
    }

    /**
     * @param list<Line> $lines
     *
     * @return list<Spell> as they stand in the text
     */
    public function read(array $lines, int $now): array
    {
        $lines = array_values($lines);
        $table = $this->table($lines, $now);
        if ([] !== $table) {
            return $table;
        }
        $anchors = $this->anchors($lines);
        if ([] === $anchors) {
            return [];
        }
        $above = $this->above($lines, $anchors);
        $spells = $starts = [];
        foreach ($anchors as $n => [$i, $period]) {
            $starts[$n] = $this->start($lines, $i, $above, $n > 0 ? $anchors[$n - 1][0] : -1);
        }
        foreach ($anchors as $n => [$i, $period]) {
            $end = $starts[$n + 1] ?? \count($lines);
            $spells[] = $this->spell($lines, $starts[$n], $i, $end, $period, 0 === $above, $now);
        }

        return self::nested($spells);
    }

    /**
     * A table with a head: what stands under which word tells what it is.
     *
     * @param list<Line> $lines
     *
     * @return list<Spell>
     */
    private function table(array $lines, int $now): array
    {
        $columns = null;
        $spells = [];
        foreach ($lines as $line) {
            if (null === $columns) {
                $columns = $this->columns($line);
                continue;
            }
            $cells = [];
            foreach (self::cells($line) as $at => $cell) {
                $of = null;
                foreach ($columns as $start => $kind) {
                    // the column that begins nearest, a little to the right of its head at most
                    $of = $start <= $at + 3 ? $kind : $of;
                }
                if (null !== $of) {
                    $cells[$of] = trim(($cells[$of] ?? '').' '.$cell);
                }
            }
            $told = Folded::of($cells['dates'] ?? trim(($cells['from'] ?? '').' – '.($cells['to'] ?? ''), ' –'));
            $period = $this->dates->in($told)[0] ?? null;
            if (null === $period || '' === ($cells['title'] ?? '').($cells['employer'] ?? '')) {
                continue;
            }
            // "Vessel, company": the company is the employer
            $employer = Line::pieces($cells['employer'] ?? '');
            $place = \count($employer) > 1 && isset($this->places[Folded::phrase($employer[\count($employer) - 1])]) ? (string) array_pop($employer) : $cells['place'] ?? '';
            $spells[] = new Spell($cells['title'] ?? '', [] === $employer ? '' : $employer[\count($employer) - 1], $place, $period, '', isset($cells['title'], $cells['employer']) && $period->sure ? Sure::Sure : Sure::Unsure, [$line->number]);
        }

        return $spells;
    }

    /** @return array<int, string>|null what each column holds, by where it begins; null when the line is no head of a table */
    private function columns(Line $line): ?array
    {
        $columns = [];
        foreach (self::cells($line) as $at => $cell) {
            foreach (self::WORDS as $kind => $words) {
                if (\in_array(Folded::phrase($cell), $words, true)) {
                    $columns[$at] = $kind;
                }
            }
        }

        return \count($columns) >= 3 && \in_array('title', $columns, true) && [] !== array_intersect(['from', 'dates'], $columns) ? $columns : null;
    }

    /** @return array<int, string> what stands apart in a line by two blanks or a tab, by where it begins */
    private static function cells(Line $line): array
    {
        $cells = [];
        $at = $line->indent;
        foreach (preg_split('/(\s{2,}|\t)/u', $line->text, -1, \PREG_SPLIT_DELIM_CAPTURE) ?: [] as $i => $part) {
            if (0 === $i % 2 && '' !== trim($part)) {
                $cells[$at] = $part;
            }
            $at += mb_strlen($part);
        }

        return $cells;
    }

    /**
     * @param list<Line> $lines
     *
     * @return list<array{int, Period}> index of the line, and its range
     */
    private function anchors(array $lines): array
    {
        $ranges = $singles = [];
        foreach ($lines as $i => $line) {
            if ($line->blank) {
                continue;
            }
            foreach ($this->dates->in($line->folded) as $period) {
                $range = $period->ongoing || $period->from !== $period->to;
                $rest = mb_strlen($line->text) - mb_strlen($period->passage);
                // a range in the middle of prose is told of, not a spell, unless the sentence opens with it
                if ($range && ($rest < 110 || $period->at < 3)) {
                    $ranges[] = [$i, $period];
                } elseif (!$range && $period->at < 3 && $rest < 70 && !$line->bullet && 1 === preg_match('/^\s*[:–—-]\s|^\s{2,}/u', substr($line->text, $period->at + \strlen($period->passage)))) {
                    // "Summer 2012: guide at ..." among ranges
                    $ranges[] = [$i, $period];
                } elseif (!$range && $rest < 70 && !$line->bullet && ($period->at < 3 || $period->at + \strlen($period->passage) >= \strlen(rtrim($line->text)) - 2)) {
                    $singles[] = [$i, $period];
                }
                break;
            }
        }

        return [] === $ranges ? $singles : $ranges;
    }

    /**
     * @param list<Line>                 $lines
     * @param list<array{int, Period}>   $anchors
     */
    private function above(array $lines, array $anchors): int
    {
        $count = 0;
        for ($i = $anchors[0][0] - 1; $i >= 0 && $count < 3; --$i) {
            if ($lines[$i]->blank || $lines[$i]->bullet || $lines[$i]->prose()) {
                break;
            }
            ++$count;
        }

        return $count;
    }

    /** @param list<Line> $lines */
    private function start(array $lines, int $anchor, int $above, int $before): int
    {
        $start = $anchor;
        for ($i = $anchor - 1; $i > $before && $anchor - $i <= $above; --$i) {
            if ($lines[$i]->blank || ($lines[$i]->bullet && !$lines[$anchor]->bullet) || $lines[$i]->prose()) {
                break;
            }
            $start = $i;
        }
        // a paragraph that begins right above the dates begins the spell, however the others are written
        for ($i = $anchor - 1; $i > $before && $anchor - $i <= 3; --$i) {
            if ($lines[$i]->blank) {
                return min($start, $i + 1);
            }
            if ($lines[$i]->bullet || $lines[$i]->prose()) {
                break;
            }
        }

        return $start;
    }

    /** @param list<Line> $lines */
    private function spell(array $lines, int $start, int $anchor, int $end, Period $period, bool $below, int $now): Spell
    {
        $line = $lines[$anchor];
        $rest = ltrim(trim(substr($line->text, 0, $period->at)."\t".substr($line->text, $period->at + \strlen($period->passage)), " \t,:;|()–—-"), ". \t");
        $heads = array_map(static fn (int $i): string => $lines[$i]->text, $start < $anchor ? range($start, $anchor - 1) : []);
        $text = [];
        $used = $start < $anchor ? range($start, $anchor) : [$anchor];
        $next = $anchor + 1;
        [$title, $employer, $place, $sure, $prose] = $this->who([...$heads, $rest]);
        // dates first: the lines below tell who and what, until a bullet, a blank or a sentence
        while ($next < $end && ('' === $title || '' === $employer) && $next - $anchor <= 3) {
            $head = $lines[$next];
            if ($head->blank || $head->bullet || $head->prose() || ($line->indent < $head->indent - 1 && '' !== $rest && '' !== $title)) {
                break;
            }
            $heads[] = $head->text;
            [$title, $employer, $place, $sure, $prose] = $this->who([...\array_slice($heads, 0, \count($heads)), $rest]);
            $used[] = $next++;
        }
        $text[] = $prose;
        for ($i = $next; $i < $end; ++$i) {
            if (!$lines[$i]->blank) {
                $text[] = $lines[$i]->text;
                $used[] = $i;
            }
        }
        $future = $period->span($now)[0] > $now + 1;

        return new Spell($title, $employer, $place, $period, trim(implode("\n", array_filter($text, static fn (string $t): bool => '' !== $t))), $sure->and($period->sure && !$future ? Sure::Sure : Sure::Unsure), array_map(static fn (int $i): int => $lines[$i]->number, $used));
    }

    /**
     * @param list<string> $heads
     *
     * @return array{string, string, string, Sure, string} title, employer, place, how sure, and what is told besides
     */
    private function who(array $heads): array
    {
        $text = implode("\t", array_filter($heads, static fn (string $h): bool => '' !== trim($h)));
        $prose = '';
        // "I worked as X at Y. Told more."
        if (1 === preg_match('~^(?:.*?\b(?:worked as|work as|arbeidet jeg som|jobbet jeg som|arbeider jeg som|pracowałem jako|pracowałam jako|pracuję jako|employed as|ansatt som)\s+)(?:an? |en |et )?(.+?)\s+(?:at|for|hos|ved|i|w|we)\s+(\p{Lu}.*?)(?:\.\s+(.*))?$~su', $text, $m)) {
            $title = mb_strtoupper(mb_substr($m[1], 0, 1)).mb_substr($m[1], 1);

            return [$title, trim($m[2], ' .'), '', Sure::Likely, $m[3] ?? ''];
        }
        $labels = [];
        foreach ($heads as $head) {
            foreach (preg_split('/\t/', $head) ?: [] as $part) {
                if (1 === preg_match('/^\s*([^:]{3,20}?)(?::\s+|\s{3,})(.+)$/u', $part, $m)) {
                    foreach (['employer', 'title', 'place'] as $kind) {
                        if (\in_array(Folded::phrase($m[1]), self::WORDS[$kind], true)) {
                            $labels[$kind] = trim($m[2]);
                        }
                    }
                }
            }
        }
        if (isset($labels['employer']) || isset($labels['title'])) {
            $parts = Line::pieces($labels['employer'] ?? '');
            $last = \count($parts) > 1 && isset($this->places[Folded::phrase($parts[\count($parts) - 1])]) ? array_pop($parts) : '';

            return [$labels['title'] ?? '', implode(', ', $parts), $labels['place'] ?? $last, isset($labels['employer'], $labels['title']) ? Sure::Sure : Sure::Likely, ''];
        }
        // "Osterdal Yard AS, Bergen: Mate. What was done.": who stands before the colon, what was done after the first full stop
        if (1 === \count($whole = array_values(array_filter($heads, static fn (string $h): bool => '' !== trim($h)))) && 1 === preg_match('/^([^:.]{4,70}?(?:\.\p{L}[^:]{0,30})?):\s+([^.]{3,60})(?:\.(?:\s+(.*))?)?$/su', trim($whole[0]), $m) && 1 === preg_match($this->title, Folded::of($m[2])->text) && 1 !== preg_match($this->title, Folded::of($m[1])->text)) {
            $parts = Line::pieces($m[1]);
            $last = \count($parts) > 1 && isset($this->places[Folded::phrase($parts[\count($parts) - 1])]) ? (string) array_pop($parts) : '';

            return [trim($m[2]), implode(', ', $parts), $last, Sure::Sure, $m[3] ?? ''];
        }
        $pieces = [];
        $last = array_key_last($heads);
        foreach ($heads as $h => $head) {
            $head = (string) preg_replace([self::SHARE, '/\b(?:period|periode|okres)\s*:\s*|^\s*(?:dates?|periode?|okres|daty)\s{3,}/iu'], '', $head);
            if (1 === preg_match('/^(.*)\(([^()]+)\)\s*(.*)$/u', $head, $m)) {
                $head = $m[1]."\t".$m[2]."\t".$m[3];
            }
            foreach (preg_split('/\t/', $head) ?: [] as $part) {
                $split = 1 === preg_match($this->at, trim($part), $m) && 1 === preg_match($this->title, Folded::of($m[1])->text) ? [$m[1], $m[2]] : [$part];
                foreach ($split as $j => $s) {
                    foreach (Line::pieces($s) as $n => $piece) {
                        // "Shift leader, terminal": what goes on in small letters after a comma belongs to a title, and tells of an employer only which part of it
                        if ($n > 0 && [] !== $pieces && 1 === preg_match('/^\p{Ll}/u', $piece) && str_contains($s, $pieces[\count($pieces) - 1][0].', '.$piece)) {
                            [$before, $at, $beside] = array_pop($pieces);
                            $pieces[] = [1 === preg_match($this->employer, Folded::of($before)->text) ? $before : $before.', '.$piece, $at, $beside];
                            continue;
                        }
                        $pieces[] = [$piece, 1 === $j, $h === $last && $h > 0];
                    }
                }
            }
        }
        $place = '';
        $scored = [];
        foreach ($pieces as $i => [$piece, $after, $beside]) {
            $folded = Folded::of($piece)->text;
            if ('' === $place && isset($this->places[Folded::phrase($piece)])) {
                $place = $piece;
                continue;
            }
            $scored[] = ['text' => $piece, 'title' => (1 === preg_match($this->title, $folded) ? ($beside ? 2.5 : 2) : 0) - ($after ? 2 : 0), 'employer' => (1 === preg_match($this->employer, $folded) ? 2 : 0) + (1 === preg_match(self::LEGAL, $folded) ? 1 : 0) + ($after ? 3 : 0), 'at' => $i];
        }
        if ([] === $scored) {
            return ['', '', $place, Sure::Unsure, ''];
        }
        if (1 === \count($scored)) {
            $one = $scored[0];
            $is = $one['title'] >= $one['employer'] && $one['title'] > 0;

            return [$is ? $one['text'] : '', $is ? '' : $one['text'], $place, $one['title'] === $one['employer'] ? Sure::Unsure : Sure::Likely, ''];
        }
        // the pair whose title is most a title and whose employer most an employer; the earlier pieces where words do not tell
        $best = null;
        foreach ($scored as $a => $t) {
            foreach ($scored as $b => $e) {
                if ($a === $b) {
                    continue;
                }
                $score = 2 * ($t['title'] - $t['employer']) + 2 * ($e['employer'] - $e['title']) - .3 * ($a + $b) + ($a < $b ? .1 : 0);
                if (null === $best || $score > $best[0]) {
                    $best = [$score, $a, $b];
                }
            }
        }
        [$score, $a, $b] = $best ?? [0, 0, 1];
        $told = $scored[$a]['title'] > 0 || $scored[$b]['employer'] > 0;

        return [$scored[$a]['text'], $scored[$b]['text'], $place, $scored[$a]['title'] > 0 && ($scored[$b]['employer'] > 0 || $scored[$b]['title'] <= 0) ? Sure::Sure : ($told ? Sure::Likely : Sure::Unsure), ''];
    }

    /**
     * Posts under one roof: a spell without an employer has that of the one that stands before it; one without a title that holds others is their roof, not a spell.
     *
     * @param list<Spell> $spells
     *
     * @return list<Spell>
     */
    private static function nested(array $spells): array
    {
        $out = [];
        $roof = null;
        foreach ($spells as $i => $spell) {
            if ('' === $spell->title && '' !== $spell->employer) {
                $next = $spells[$i + 1] ?? null;
                if (null !== $next && '' === $next->employer && '' !== $next->title) {
                    $roof = $spell;
                    continue;
                }
            }
            if ('' === $spell->employer && null !== $roof) {
                $out[] = $spell->with($roof->employer, $roof->place);
                continue;
            }
            if ('' !== $spell->employer) {
                $roof = $spell;
            } elseif ('' === $spell->title) {
                continue;
            }
            $out[] = $spell;
        }

        return $out;
    }
}
