<?php

declare(strict_types=1);

namespace Jorvent\Tests\Golden;

use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * The golden set: invented people, each written down in one layout, with what a reader should find in it. Half of the layouts are for tuning; the other half is for testing alone, was written before the rules and has
 * layouts that the first half lacks. Of the test half only totals are printed.
 *
 * @phpstan-type Person array{name: string, city: string, phone: string, email: string, spells: list<array{title: string, employer: string, place: string, from: int, to: int|null, lines: list<string>, skills: list<string>}>, education: list<array{school: string, degree: string, level: string, field: string, from: int, to: int}>, skills: list<string>, languages: list<array{string, string, string}>, certificates: list<array{string, string|null}>}
 * @phpstan-type Expected array{name: string, email: string, phone: string, city: string, spells: list<array{title: string, employer: string, from: string, to: string|null}>, education: list<array{school: string, level: string, field: string, to: string}>, skills: list<string>, languages: array<string, string>, certificates: list<array{name: string, until: string|null}>}
 */
final class Resumes
{
    public const TUNING = ['plain', 'employer_first', 'pipes', 'dates_left', 'dates_above', 'parentheses', 'three_lines', 'bullets'];
    public const TEST = ['reversed', 'sidebar', 'promotions', 'table', 'prose', 'ascending', 'labels', 'seasons'];
    private const EACH = 6;

    /** @return iterable<string, array{text: string, expected: Expected}> */
    public static function half(string $half): iterable
    {
        foreach ('test' === $half ? self::TEST : self::TUNING as $n => $layout) {
            for ($i = 0; $i < self::EACH; ++$i) {
                $language = ['en', 'nb', 'pl', 'en', 'nb', 'pl'][$i];
                $person = self::person(new Randomizer(new Mt19937(1000 * ('test' === $half ? 7 : 3) + 10 * $n + $i)), $language, $n + $i, $layout);
                yield $layout.'-'.$i.'-'.$language => ['text' => self::write($layout, $language, $person, $i), 'expected' => self::expected($person)];
            }
        }
    }

    /**
     * @param 'en'|'nb'|'pl' $language
     *
     * @return Person
     */
    private static function person(Randomizer $chance, string $language, int $n, string $layout): array
    {
        [$name, $city, $phone] = Pool::PEOPLE[$language][$n % \count(Pool::PEOPLE[$language])];
        $jobs = Pool::SPELLS[$language][$chance->getInt(0, \count(Pool::SPELLS[$language]) - 1)];
        $month = 12 * 2026 + $chance->getInt(0, 9) - ($ongoing = 0 === $n % 3 ? $chance->getInt(2, 20) : 0) - ($ongoing > 0 ? 0 : $chance->getInt(2, 9));
        $spells = [];
        $end = $ongoing > 0 ? null : $month;
        $at = $month;
        foreach ($jobs as $i => [$title, $employer, $place, $lines, $skills]) {
            $length = $chance->getInt(9, 70);
            $from = $at - $length;
            $spells[] = ['title' => $title, 'employer' => $employer, 'place' => $place, 'from' => $from, 'to' => 0 === $i ? $end : $at - $chance->getInt(0, 4), 'lines' => $lines, 'skills' => $skills];
            $at = $from;
        }
        if ('promotions' === $layout) {
            // two posts under one roof
            [$upper, $lower] = $spells;
            $spells = [$upper, ['employer' => $upper['employer'], 'place' => $upper['place'], 'to' => $upper['from']] + $lower];
        }
        $schools = Pool::SCHOOLS[$language];
        $education = [];
        $year = intdiv($at, 12) - 1;
        foreach (\array_slice($chance->shuffleArray($schools), 0, $chance->getInt(1, 2)) as [$school, $degree, $level, $field, $years]) {
            $education[] = ['school' => $school, 'degree' => $degree, 'level' => $level, 'field' => $field, 'from' => $year - $years, 'to' => $year];
            $year -= $years;
        }
        $skills = array_values(array_unique(array_merge(...array_column($spells, 'skills'))));

        return ['name' => $name, 'city' => $city, 'phone' => $phone, 'email' => trim((string) preg_replace('/[^a-z]+/', '.', (string) transliterator_transliterate('Any-Latin; Latin-ASCII; Lower()', $name)), '.').$n.'@post.example', 'spells' => $spells, 'education' => $education, 'skills' => $skills, 'languages' => Pool::TONGUES[$language][$chance->getInt(0, \count(Pool::TONGUES[$language]) - 1)], 'certificates' => \array_slice($chance->shuffleArray(Pool::CERTIFICATES[$language]), 0, $chance->getInt(1, 3))];
    }

    /**
     * @param Person $p
     *
     * @return Expected
     */
    private static function expected(array $p): array
    {
        $ym = static fn (?int $m): ?string => null === $m ? null : \sprintf('%04d-%02d', intdiv($m - 1, 12), ($m - 1) % 12 + 1);
        $languages = [];
        foreach ($p['languages'] as [, $code, $level]) {
            $languages[$code] = $level;
        }

        return [
            'name' => mb_strtoupper($p['name']) === $p['name'] ? mb_convert_case($p['name'], \MB_CASE_TITLE) : (string) preg_replace('/^Dr /', '', $p['name']), 'email' => $p['email'], 'phone' => (string) preg_replace('/\D/', '', $p['phone']), 'city' => $p['city'],
            'spells' => array_map(static fn (array $s): array => ['title' => $s['title'], 'employer' => $s['employer'], 'from' => (string) $ym($s['from']), 'to' => $ym($s['to'])], $p['spells']),
            'education' => array_map(static fn (array $e): array => ['school' => $e['school'], 'level' => $e['level'], 'field' => $e['field'], 'to' => (string) $e['to']], $p['education']), 'skills' => $p['skills'], 'languages' => $languages,
            'certificates' => array_map(static fn (array $c): array => ['name' => $c[0], 'until' => $c[1]], $p['certificates']),
        ];
    }

    /**
     * @param 'en'|'nb'|'pl' $l
     * @param Person         $p
     */
    private static function write(string $layout, string $l, array $p, int $variant): string
    {
        $w = Pool::WORDS[$l];
        $ym = static fn (?int $m, string $style = 'short'): string => null === $m ? $w['now'] : match ($style) {
            'long' => Pool::MONTHS[$l][($m - 1) % 12].' '.intdiv($m - 1, 12), 'digits' => \sprintf('%02d/%04d', ($m - 1) % 12 + 1, intdiv($m - 1, 12)), 'dots' => \sprintf('%02d.%04d', ($m - 1) % 12 + 1, intdiv($m - 1, 12)), 'iso' => \sprintf('%04d-%02d', intdiv($m - 1, 12), ($m - 1) % 12 + 1), 'yy' => \sprintf('%02d/%02d', ($m - 1) % 12 + 1, intdiv($m - 1, 12) % 100),
            default => Pool::SHORT[$l][($m - 1) % 12].' '.intdiv($m - 1, 12),
        };
        $range = static fn (array $s, string $style, string $dash = ' – '): string => $ym(\is_int($s['from']) ? $s['from'] : null, $style).$dash.$ym(\is_int($s['to']) ? $s['to'] : null, $style);
        $right = static fn (string $left, string $right): string => $left.str_repeat(' ', max(4, 84 - mb_strlen($left) - mb_strlen($right))).$right;
        $head = static fn (string $which): string => match ($layout) {
            'plain', 'pipes', 'labels' => mb_strtoupper($w[$which]), 'promotions' => implode(' ', array_map(static fn (string $word): string => implode(' ', mb_str_split(mb_strtoupper($word))).' ', explode(' ', $w[$which]))), 'dates_above', 'table' => $w[$which].':', default => $w[$which],
        };
        $contact = match ($layout) {
            'plain', 'reversed' => $p['name']."\n".$p['city'].' | '.$p['email'].' | '.$p['phone'], 'pipes', 'seasons' => $right($p['name'], $p['email'])."\n".$right($p['city'], $p['phone']),
            'labels', 'dates_left' => 'Curriculum vitae'."\n\n".$p['name']."\n".$w['email'].': '.$p['email']."\n".$w['phone'].': '.$p['phone']."\n".$p['city'], 'sidebar' => '', default => $p['name']."\n".$p['email']."\n".$p['phone']."\n".$p['city'],
        };
        $spells = 'ascending' === $layout ? array_reverse($p['spells']) : $p['spells'];
        $work = '';
        foreach ($spells as $i => $s) {
            $bullets = implode("\n", array_map(static fn (string $line): string => (0 === $variant % 2 ? '• ' : '- ').$line, $s['lines']));
            $prose = implode(' ', $s['lines']);
            $work .= match ($layout) {
                'plain' => $right($s['title'].', '.$s['employer'].', '.$s['place'], $range($s, 'short'))."\n".$prose."\n\n",
                'employer_first' => $s['employer'].', '.$s['place']."\n".$right($s['title'], $range($s, 'long', ' - '))."\n".$bullets."\n\n",
                'pipes' => $s['title'].' | '.$s['employer'].' | '.$s['place'].' | '.$range($s, 'digits', ' - ')."\n".$bullets."\n\n",
                'dates_left' => str_pad($range($s, 'dots', '–'), 24).$s['title'].', '.$s['employer']."\n".implode("\n", array_map(static fn (string $line): string => str_repeat(' ', 24).$line, $s['lines']))."\n",
                'dates_above' => $range($s, 'long', ' – ')."\n".$s['title']."\n".$s['employer'].', '.$s['place']."\n".$bullets."\n\n",
                'parentheses' => $s['title'].' '.$w['at'].' '.$s['employer'].' ('.$range($s, 'digits', ' – ').")\n".$prose."\n\n",
                'three_lines' => $s['title']."\n".$s['employer'].' · '.$s['place']."\n".$range($s, 'short', ' — ')."\n".$prose."\n\n",
                'bullets' => '- '.$range($s, 'iso', ' – ').': '.$s['title'].', '.$s['employer']."\n".implode("\n", array_map(static fn (string $line): string => '    '.$line, $s['lines']))."\n",
                'reversed' => $range($s, 'long', ' — ')."\n".$s['employer'].' — '.$s['title']."\n".$prose."\n\n",
                'sidebar' => $s['title']."\n".$right($s['employer'].', '.$s['place'], $range($s, 'dots', ' – '))."\n".$prose."\n\n",
                'promotions' => (0 === $i ? $right($s['employer'].', '.$s['place'], $ym($spells[1]['from']).' – '.$ym($s['to']))."\n" : '').'   '.$right($s['title'], $range($s, 'short'))."\n".implode("\n", array_map(static fn (string $line): string => '   • '.$line, $s['lines']))."\n",
                'table' => str_pad($ym($s['from'], 'digits'), 12).str_pad($ym($s['to'], 'digits'), 12).str_pad($s['employer'], 34).$s['title']."\n",
                'prose' => $w['from'].' '.$ym($s['from'], 'long').' '.$w['to'].' '.(null === $s['to'] ? $w['now'] : $ym($s['to'], 'long')).' '.$w['worked'].' '.mb_strtolower(mb_substr($s['title'], 0, 1)).mb_substr($s['title'], 1).' '.$w['at'].' '.$s['employer'].'. '.$prose."\n\n",
                'ascending' => $s['employer'].' ('.$s['place'].'), '.$s['title'].': '.$range($s, 'digits', ' '.$w['to'].' ')."\n".(1 === $i ? $w['page']." 2\n" : '').$prose."\n\n",
                'labels' => $w['period'].': '.$range($s, 'dots', ' - ')."\n".$w['position'].': '.$s['title']."\n".$w['employer'].': '.$s['employer'].', '.$s['place']."\n".$prose."\n\n",
                default => $right($s['title'].' · '.$s['employer'], $range($s, 'yy', '-'))."\n".$bullets."\n\n",
            };
        }
        $education = '';
        foreach ('ascending' === $layout ? array_reverse($p['education']) : $p['education'] as $e) {
            $field = '' === $e['field'] ? '' : ', '.$e['field'];
            $education .= match ($layout) {
                'plain', 'promotions', 'seasons' => $right($e['degree'].$field.', '.$e['school'], $e['from'].'–'.$e['to'])."\n", 'employer_first', 'sidebar' => $e['school']."\n".$right($e['degree'].$field, $e['from'].' - '.$e['to'])."\n",
                'pipes' => $e['degree'].$field.' | '.$e['school'].' | '.$e['from'].' - '.$e['to']."\n", 'dates_left' => str_pad($e['from'].'–'.$e['to'], 24).$e['degree'].$field.', '.$e['school']."\n", 'dates_above', 'reversed' => $e['from'].' – '.$e['to']."\n".$e['school']."\n".$e['degree'].$field."\n\n",
                'bullets' => '- '.$e['from'].'–'.$e['to'].': '.$e['degree'].$field.', '.$e['school']."\n", 'table' => str_pad((string) $e['from'], 12).str_pad((string) $e['to'], 12).str_pad($e['school'], 34).$e['degree'].$field."\n", 'prose' => $e['degree'].$field.', '.$e['school'].', '.$e['to'].".\n", 'labels' => $e['school'].': '.$e['degree'].$field.' ('.$e['to'].")\n",
                default => $e['degree'].$field.', '.$e['school'].' ('.$e['from'].'–'.$e['to'].")\n",
            };
        }
        $skills = match ($layout) {
            'bullets', 'sidebar' => implode("\n", array_map(static fn (string $s): string => '• '.$s, $p['skills'])), 'pipes' => implode(' | ', $p['skills']), 'seasons' => implode("\n", array_map(static fn (string $s, int $i): string => $s.' ('.['5/5', '4/5', '3/5'][$i % 3].')', $p['skills'], array_keys($p['skills']))), 'labels' => implode('; ', $p['skills']), default => implode(', ', $p['skills']),
        };
        $languages = implode(\in_array($layout, ['plain', 'pipes', 'prose', 'reversed'], true) ? ', ' : "\n", array_column($p['languages'], 0));
        $certificates = implode("\n", array_map(static fn (array $c): string => ('bullets' === $layout ? '- ' : '').$c[0].(null === $c[1] ? '' : (0 === $variant % 2 ? ' ('.$w['valid'].' '.substr($c[1], 5).'/'.substr($c[1], 0, 4).')' : ', '.$w['valid'].' '.substr($c[1], 5).'.'.substr($c[1], 0, 4))), $p['certificates']));
        $block = static fn (string $which, string $text): string => '' === trim($text) ? '' : $head($which)."\n".rtrim($text)."\n\n";

        return match ($layout) {
            // as a program lays out a page with a narrow column: the column first, then the rest
            'sidebar' => $block('contact', $p['email']."\n".$p['phone']."\n".$p['city']).$block('skills', $skills).$block('languages', $languages).$p['name']."\n".$block('summary', $w['about']).$block('work', $work).$block('education', $education).$block('certificates', $certificates),
            'prose' => $contact."\n\n".$w['about']."\n\n".$block('work', $work).$block('education', $education).$block('skills', $skills).$block('languages', $languages).$block('certificates', $certificates),
            'ascending' => $contact."\n\n".$block('education', $education).$block('work', $work).$block('certificates', $certificates).$block('languages', $languages).$block('skills', $skills).$block('other', $w['hobby']),
            default => $contact."\n\n".$block('summary', $w['about']).$block('work', $work).$block('education', $education).$block('skills', $skills).$block('languages', $languages).$block('certificates', $certificates).$block('other', $w['hobby']),
        };
    }
}
