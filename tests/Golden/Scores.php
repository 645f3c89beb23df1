<?php

declare(strict_types=1);

namespace Jorvent\Tests\Golden;

use Jorvent\Core\Resume\Education;
use Jorvent\Core\Resume\Folded;
use Jorvent\Core\Resume\Period;
use Jorvent\Core\Resume\Reading;
use Jorvent\Core\Resume\Spell;

/** Holds a reading against what is expected. A spell counts when title, employer, begin and end are all right; a school when school, level and last year are; contacts each on their own. */
final class Scores
{
    /**
     * @param array{name: string, email: string, phone: string, city: string, spells: list<array{title: string, employer: string, from: string, to: string|null}>, education: list<array{school: string, level: string, field: string, to: string}>, skills: list<string>, languages: array<string, string>, certificates: list<array{name: string, until: string|null}>} $expected
     *
     * @return array<string, array{int, int, int, list<string>}> right, wrong, missing, and what was wrong or missing, by field
     */
    public static function of(array $expected, Reading $got): array
    {
        $contacts = ['name '.$expected['name'], 'email '.$expected['email'], 'phone '.$expected['phone'], 'city '.$expected['city']];
        $read = [];
        foreach (['name', 'email', 'phone', 'city'] as $field) {
            $value = $got->field($field);
            if (null !== $value) {
                $read[] = $field.' '.('phone' === $field ? preg_replace('/\D/', '', $value) : $value);
            }
        }
        $languages = [];
        foreach ($got->languages as $code => $language) {
            $languages[] = $code.' '.$language['level'];
        }

        return [
            'contacts' => self::compare($contacts, $read),
            'spells' => self::compare(array_map(static fn (array $s): string => implode(' | ', [$s['title'], $s['employer'], $s['from'], $s['to'] ?? 'now']), $expected['spells']), array_map(static fn (Spell $s): string => implode(' | ', [$s->title, $s->employer, (string) Period::written($s->period->from, $s->period->wholeYears), $s->period->ongoing ? 'now' : (string) Period::written($s->period->to, $s->period->wholeYears)]), $got->spells)),
            'education' => self::compare(array_map(static fn (array $e): string => implode(' | ', [$e['school'], $e['level'], $e['field'], $e['to']]), $expected['education']), array_map(static fn (Education $e): string => implode(' | ', [$e->school, (string) $e->level, $e->field, substr((string) Period::written($e->period?->to, true), 0, 4)]), $got->education)),
            'skills' => self::compare($expected['skills'], array_map(strval(...), array_keys($got->skills))),
            'languages' => self::compare(array_map(static fn (string $code, string $level): string => $code.' '.$level, array_keys($expected['languages']), $expected['languages']), $languages),
            'certificates' => self::compare(array_map(static fn (array $c): string => $c['name'].' '.$c['until'], $expected['certificates']), array_map(static fn (array $c): string => $c['name'].' '.$c['until'], $got->certificates)),
        ];
    }

    /**
     * @param list<string> $expected
     * @param list<string> $read
     *
     * @return array{int, int, int, list<string>}
     */
    private static function compare(array $expected, array $read): array
    {
        $want = array_map(Folded::phrase(...), $expected);
        $have = array_map(Folded::phrase(...), $read);
        $wrong = array_diff($have, $want);
        $missing = array_diff($want, $have);

        return [\count($want) - \count($missing), \count($wrong), \count($missing), [...array_map(static fn (string $m): string => '- '.$m, array_values($missing)), ...array_map(static fn (string $w): string => '+ '.$w, array_values($wrong))]];
    }
}
