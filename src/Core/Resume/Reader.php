<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/** Reads the text of a resume, with its lines and blanks, into what it says. No file, no network: the same text on the same day gives the same reading. */
final class Reader
{
    private readonly Tongues $tongues;
    private readonly Dates $dates;
    private readonly Sections $sections;
    private readonly Spells $spells;
    private readonly Schooling $schooling;

    public function __construct(private readonly Skills $skills = new Skills(), ?Tongues $tongues = null)
    {
        $this->tongues = $tongues ?? Tongues::all();
        $this->dates = new Dates($this->tongues);
        $this->sections = new Sections($this->tongues);
        $this->spells = new Spells($this->tongues, $this->dates);
        $this->schooling = new Schooling($this->tongues, $this->dates);
    }

    public function read(string $text, \DateTimeImmutable $today): Reading
    {
        $now = 12 * (int) $today->format('Y') + (int) $today->format('n') - 1;
        $lines = Line::all(mb_scrub($text));
        $parts = $this->sections->divide($lines);
        $spells = $this->spells->read($parts['work'] ?? [], $now);
        usort($spells, static fn (Spell $a, Spell $b): int => [$b->period->span($now)[1], $b->period->span($now)[0]] <=> [$a->period->span($now)[1], $a->period->span($now)[0]]);
        [$months, $gaps] = self::worked(array_map(static fn (Spell $s): Period => $s->period, $spells), $now);

        return new Reading($this->fields($text, $lines, $parts, $spells), self::links($text), $spells, $this->schooling->read($parts['education'] ?? []), $this->skillsOf($parts, $spells, $lines, $now), $this->languages($parts['languages'] ?? [], $lines), $this->certificates($parts['certificates'] ?? []), $months, $gaps, $now);
    }

    /**
     * Months worked, overlaps counted once, and the gaps between of more than half a year.
     *
     * @param list<Period> $periods
     *
     * @return array{int, list<array{int, int}>}
     */
    public static function worked(array $periods, int $now): array
    {
        $spans = array_map(static fn (Period $p): array => $p->span($now), $periods);
        sort($spans);
        $sum = 0;
        $gaps = [];
        $end = null;
        foreach ($spans as [$from, $to]) {
            if (null !== $end && $from - $end > 6) {
                $gaps[] = [$end, $from - 1];
            }
            $sum += max(0, $to - max($from, $end ?? $from));
            $end = max($to, $end ?? $to);
        }

        return [$sum, $gaps];
    }

    /**
     * @param list<Line>                $lines
     * @param array<string, list<Line>> $parts
     * @param list<Spell>               $spells
     *
     * @return array<string, array{value: string, sure: Sure, line: int}>
     */
    private function fields(string $text, array $lines, array $parts, array $spells): array
    {
        $top = array_values(array_filter([...($parts['top'] ?? []), ...($parts['contact'] ?? [])], static fn (Line $l): bool => !$l->blank));
        $head = implode("\n", array_map(static fn (Line $l): string => $l->text, $top));
        $contacts = Contacts::read($head);
        $all = Contacts::read($text);
        $fields = [];
        $put = static function (string $name, ?string $value, Sure $sure, ?Line $line) use (&$fields): void {
            if (null !== $value && '' !== trim($value)) {
                $fields[$name] ??= ['value' => trim($value), 'sure' => $sure, 'line' => $line->number ?? 0];
            }
        };
        $where = static function (?string $value) use ($lines): ?Line {
            foreach ($lines as $line) {
                if (null !== $value && '' !== $value && str_contains(mb_strtolower($line->text), mb_strtolower($value))) {
                    return $line;
                }
            }

            return null;
        };
        $email = $contacts->email ?? (1 === preg_match(Contacts::EMAIL, $text, $m) ? $m[0] : null);
        $put('email', $email, Sure::Sure, $where($email));
        $put('phone', $contacts->phone ?? $all->phone, null === $contacts->phone ? Sure::Likely : Sure::Sure, $where($contacts->phone ?? $all->phone));
        $name = $this->name($top, $lines);
        $put('name', $name[0] ?? $contacts->name ?? $all->name, null === $name ? (null === $contacts->name ? Sure::Unsure : Sure::Likely) : $name[1], $where($name[0] ?? $contacts->name ?? $all->name));
        [$city, $line] = $this->city([...$top, ...\array_slice($lines, 0, 12)]);
        $put('city', $city, Sure::Likely, $line);
        if ([] !== $spells) {
            $put('headline', implode(', ', array_filter([$spells[0]->title, $spells[0]->employer], static fn (string $v): bool => '' !== $v)), Sure::Unsure === $spells[0]->sure ? Sure::Likely : $spells[0]->sure, null);
        }
        $put('summary', implode(' ', array_map(static fn (Line $l): string => $l->text, array_filter($parts['summary'] ?? [], static fn (Line $l): bool => !$l->blank))), Sure::Sure, ($parts['summary'] ?? [])[0] ?? null);
        $units = array_map(intval(...), $this->tongues->meanings('notice_units'));
        $notice = '~(?<![a-z])(?:'.Tongues::pattern(...$this->tongues->phrases('notice')).')[ :\-]*(?:(?:of|er|na|pa) )?(\d{1,2}) ('.Tongues::pattern(...array_map(strval(...), array_keys($units))).')(?![a-z])~';
        $moves = '~(?<![a-z])(?:'.Tongues::pattern(...$this->tongues->phrases('moves')).')(?![a-z])~';
        $stays = '~(?<![a-z])(?:'.Tongues::pattern(...$this->tongues->phrases('stays')).')(?![a-z])~';
        $driving = '~(?<![a-z])(?:'.Tongues::pattern(...$this->tongues->phrases('driving')).')[ :\-(]*(?:(?:klasse|kategorii|kat\.?|class|category|cat\.?)[ :]*)?((?:[abcdet](?:1|2)?e?)(?:(?:, ?|/| og | and | i | )(?:[abcdet](?:1|2)?e?)(?![a-z]))*)?(?![a-z])~';
        $pay = '~(?<![a-z])(?:'.Tongues::pattern(...$this->tongues->phrases('pay')).')[ :\-]*(?:(?:nok|kr|gbp|eur|pln|cad|usd|zl|£|€)\.? ?)?(\d[\d .,]{2,12}\d)(?: ?(?:nok|kr|gbp|eur|pln|cad|usd|zl))?~';
        foreach ($lines as $line) {
            if (1 === preg_match($notice, $line->folded->text, $m)) {
                $put('notice', (string) ((int) $m[1] * ($units[Folded::phrase($m[2])] ?? 30)), Sure::Sure, $line);
            }
            if (1 === preg_match($stays, $line->folded->text)) {
                $put('moves', 'no', Sure::Sure, $line);
            } elseif (1 === preg_match($moves, $line->folded->text)) {
                $put('moves', 'yes', Sure::Sure, $line);
            }
            if (1 === preg_match($driving, $line->folded->text, $m)) {
                $put('licence', strtoupper($m[1] ?? '') ?: 'yes', isset($m[1]) ? Sure::Sure : Sure::Likely, $line);
            }
            if (1 === preg_match($pay, $line->folded->text, $m, \PREG_OFFSET_CAPTURE)) {
                $put('pay', $line->folded->passage($m[0][1], \strlen($m[0][0])), Sure::Likely, $line);
            }
        }

        return $fields;
    }

    /**
     * @param list<Line> $top
     * @param list<Line> $lines
     *
     * @return array{string, Sure}|null
     */
    private function name(array $top, array $lines): ?array
    {
        $label = '~^(?:'.Tongues::pattern(...$this->tongues->phrases('labels', 'name')).')(?:\s*[:\-]\s*|\s{3,}|\t+)~';
        foreach ([$top, array_values(array_filter($lines, static fn (Line $l): bool => !$l->blank))] as $n => $some) {
            foreach (0 === $n ? \array_slice($some, 0, 10) : $some as $line) {
                $text = $line->text;
                $labelled = 1 === preg_match($label, $line->folded->text, $m);
                $text = $labelled ? trim(substr($text, $line->folded->place(\strlen($m[0])))) : trim((string) preg_replace('/\s{2,}.*$|\t.*$|\s[|·•]\s.*$/u', '', $text));
                $text = (string) preg_replace('/^(?:Dr|Prof|Mr|Mrs|Ms|Miss|Captain|Capt|Kaptein|Kpt|Inż|Mgr(?: inż)?|Ing|Siv\.? ?ing)\.?\s+(?=\p{L})|,\s*(?:PhD|MSc|BSc|MBA)\.?$/iu', '', $text);
                if (mb_strlen($text) > 60 || str_contains($text, '@') || 1 === preg_match('/\d|[:;]/', $text) || 1 === preg_match('/^(?:curriculum|vitae|resume|résumé|cv)\b/iu', $text)) {
                    continue;
                }
                $found = Contacts::read($text)->name;
                if (null !== $found && ($labelled || mb_strlen($found) >= mb_strlen($text) - 1) && ([] === Line::pieces($text) || 1 === \count(Line::pieces($text)))) {
                    return [$found, 0 === $n ? Sure::Sure : Sure::Likely];
                }
            }
        }

        return null;
    }

    /**
     * @param list<Line> $lines
     *
     * @return array{string|null, Line|null}
     */
    private function city(array $lines): array
    {
        $places = [];
        foreach (Places::ALL as $place) {
            $places[Folded::phrase($place)] = $place;
        }
        $label = '~^(?:'.Tongues::pattern(...$this->tongues->phrases('labels', 'city')).')(?:\s*[:\-]\s*|\s{3,}|\t+)~';
        foreach ($lines as $line) {
            if (1 === preg_match($label, $line->folded->text, $m)) {
                $rest = substr($line->text, $line->folded->place(\strlen($m[0])));
                $pieces = Line::pieces($rest);

                return [trim((string) preg_replace('/^(?:[A-Z]{0,2}-?\d{2}-?\d{2,3}|\d{4,5})\s+/', '', (string) end($pieces))) ?: null, $line];
            }
            $dated = null;
            foreach (Line::pieces($line->text) as $piece) {
                $bare = trim((string) preg_replace('/^(?:[A-Z]{0,2}-?\d{2}-\d{3}|\d{4,5})\s+|\s+[A-Z]{1,2}\d{1,2}\s*\d?[A-Z]{0,2}$/u', '', $piece));
                if (isset($places[Folded::phrase($bare)])) {
                    return [$bare, $line];
                }
                // a number that could be a year, among dates, is no post code
                $dated ??= [] !== $this->dates->in($line->folded);
                if ($bare !== $piece && !$dated && 1 === preg_match('/^\p{Lu}\p{L}+(?:[ -]\p{L}+)?$/u', $bare)) {
                    return [$bare, $line];
                }
            }
        }

        return [null, null];
    }

    /**
     * @param array<string, list<Line>> $parts
     * @param list<Spell>               $spells
     * @param list<Line>                $lines
     *
     * @return array<string, array{months: int, last: int|null, sure: Sure}>
     */
    private function skillsOf(array $parts, array $spells, array $lines, int $now): array
    {
        $found = [];
        foreach ($parts['skills'] ?? [] as $line) {
            foreach ($line->blank ? [] : $this->skills->listed($line->text) as $name => $known) {
                $found[(string) $name] = $known ? Sure::Sure : Sure::Likely;
            }
        }
        $used = [];
        foreach ($spells as $spell) {
            foreach (array_keys($this->skills->in($spell->title."\n".$spell->text)) as $name) {
                $used[$name][] = $spell->period;
                $found[$name] ??= Sure::Sure;
            }
        }
        foreach (['summary', 'top'] as $part) {
            foreach ($parts[$part] ?? [] as $line) {
                foreach (array_keys($this->skills->in($line->text)) as $name) {
                    $found[$name] ??= Sure::Likely;
                }
            }
        }
        $skills = [];
        foreach ($found as $name => $sure) {
            $periods = $used[$name] ?? [];
            $skills[(string) $name] = ['months' => self::worked($periods, $now)[0], 'last' => [] === $periods ? null : max(array_map(static fn (Period $p): int => $p->span($now)[1] - 1, $periods)), 'sure' => $sure];
        }

        return $skills;
    }

    /**
     * @param list<Line> $section
     * @param list<Line> $lines
     *
     * @return array<string, array{level: string|null, sure: Sure, line: int, passage: string}>
     */
    private function languages(array $section, array $lines): array
    {
        $names = array_map(strval(...), $this->tongues->meanings('languages'));
        $levels = array_map(strval(...), $this->tongues->meanings('levels'));
        $name = '~(?<![a-z])('.Tongues::pattern(...array_map(strval(...), array_keys($names))).')(?![a-z])~';
        $level = '~(?<![a-z0-9])([abc][12])(?![a-z0-9])|(?<![a-z])('.Tongues::pattern(...array_map(strval(...), array_keys($levels))).')(?![a-z])~';
        $found = [];
        foreach ($section as $line) {
            $text = $line->folded->text;
            $count = preg_match_all($name, $text, $m, \PREG_OFFSET_CAPTURE);
            foreach (0 < $count ? $m[1] : [] as $i => [$word, $at]) {
                $end = $m[1][$i + 1][1] ?? \strlen($text);
                $after = substr($text, $at + \strlen($word), $end - $at - \strlen($word));
                $said = null;
                if (1 === preg_match($level, $after, $l)) {
                    $said = isset($l[2]) ? $levels[Folded::phrase($l[2])] ?? null : strtoupper($l[1]);
                } elseif (1 === preg_match($level, substr($text, 0, $at), $l) && 0 === $i) {
                    // "mother tongue: Polish"
                    $said = isset($l[2]) ? $levels[Folded::phrase($l[2])] ?? null : strtoupper($l[1]);
                }
                $code = $names[Folded::phrase($word)] ?? null;
                if (null !== $code && !isset($found[$code])) {
                    $found[$code] = ['level' => $said, 'sure' => null === $said ? Sure::Likely : Sure::Sure, 'line' => $line->number, 'passage' => trim($line->folded->passage($at, $end - $at), ' ,;.|·')];
                }
            }
        }

        return $found;
    }

    /**
     * @param list<Line> $section
     *
     * @return list<array{name: string, issuer: string, until: string|null, sure: Sure, line: int}>
     */
    private function certificates(array $section): array
    {
        $expires = '~[ ,;(\-]*(?<![a-z])(?:'.Tongues::pattern(...$this->tongues->phrases('expires')).')[ :.]*~';
        $issuer = '~^(.*?)[ ,;(]+(?:'.Tongues::pattern(...$this->tongues->phrases('issuer')).') (?=\p{L})~';
        $driving = '~(?<![a-z])(?:'.Tongues::pattern(...$this->tongues->phrases('driving')).')~';
        $found = [];
        foreach ($section as $line) {
            if ($line->blank || 1 === preg_match($driving, $line->folded->text) || ($line->prose() && \count(preg_split('/\s+/', $line->text) ?: []) > 5)) {
                continue;
            }
            foreach (preg_split('/\s*[;|]\s*|\s{3,}/', $line->text) ?: [] as $text) {
                $folded = Folded::of($text);
                $until = null;
                $sure = Sure::Sure;
                $name = $text;
                if (1 === preg_match($expires, $folded->text, $m, \PREG_OFFSET_CAPTURE)) {
                    $times = $this->dates->in(Folded::of(substr($text, $folded->place($m[0][1] + \strlen($m[0][0])))));
                    $until = [] === $times ? null : Period::written($times[0]->to ?? $times[0]->from, $times[0]->wholeYears);
                    $name = substr($text, 0, $folded->place($m[0][1]));
                    $sure = null === $until ? Sure::Unsure : $sure;
                } else {
                    $times = $this->dates->in($folded);
                    if ([] !== $times) {
                        // a single year is when it was got; a range ends when it does
                        $until = $times[0]->from !== $times[0]->to && !$times[0]->ongoing ? Period::written($times[0]->to, $times[0]->wholeYears) : null;
                        $name = trim(substr($text, 0, $times[0]->at).' '.substr($text, $times[0]->at + \strlen($times[0]->passage)));
                    }
                }
                $by = '';
                if (1 === preg_match($issuer, Folded::of($name)->text, $m)) {
                    $f = Folded::of($name);
                    $by = trim(substr($name, $f->place(\strlen($m[0]))), ' ,.()');
                    $name = substr($name, 0, $f->place(\strlen($m[1])));
                }
                $name = trim($name, " \t,.;:()–—-");
                if (mb_strlen($name) > 2 && mb_strlen($name) < 120) {
                    $found[] = ['name' => $name, 'issuer' => $by, 'until' => $until, 'sure' => $sure, 'line' => $line->number];
                }
            }
        }

        return $found;
    }

    /** @return list<string> */
    private static function links(string $text): array
    {
        preg_match_all('~(?:https?://|www\.)[^\s<>"\')]+|(?<![@\w.\-])(?:[a-z0-9-]++\.)+(?:example|com|org|net|io|dev|no|pl|uk|eu)/[^\s<>"\'),]*~iu', $text, $m);

        return array_values(array_unique(array_map(static fn (string $l): string => rtrim($l, '.,;'), $m[0])));
    }
}
