<?php

declare(strict_types=1);

namespace Jorvent\Core\Resume;

/**
 * A reading for fair review: without who it is. Names, contacts, links, age, sex, school names and the years of education go; what someone did, where and how long stays. What goes is also taken out of the texts that
 * stay, in any case and without accents, and words that tell sex or age by themselves are put in neutral ones.
 */
final readonly class Blind
{
    public const HIDDEN = '▒▒▒';
    /** Words that tell sex, folded, and what stands for them, by language. */
    private const NEUTRAL = [
        'en' => ['he' => 'they', 'she' => 'they', 'him' => 'them', 'his' => 'their', 'her' => 'their', 'hers' => 'theirs', 'himself' => 'themselves', 'herself' => 'themselves', 'mr' => '', 'mrs' => '', 'ms' => '', 'miss' => '', 'male' => '', 'female' => '', 'woman' => 'person', 'mother' => 'parent', 'father' => 'parent', 'wife' => 'partner', 'husband' => 'partner', 'maternity' => 'parental', 'paternity' => 'parental'],
        'nb' => ['hun' => 'hen', 'han' => 'hen', 'henne' => 'hen', 'ham' => 'hen', 'hennes' => 'hens', 'hans' => 'hens', 'mann' => '', 'kvinne' => '', 'mor' => 'forelder', 'far' => 'forelder', 'fru' => '', 'herr' => ''],
        'pl' => ['pan' => '', 'pani' => '', 'mezczyzna' => '', 'kobieta' => '', 'ona' => '', 'jej' => '', 'jego' => '', 'zona' => '', 'maz' => '', 'matka' => '', 'ojciec' => ''],
    ];
    /** A birth, an age or a family standing, with what it says; folded. */
    private const TOLD = '/\b(?:born|date of birth|birth date|dob|fodt|fodselsdato|fodselsar|ur\.|urodzon[ya]|data urodzenia)\b[^\n]{0,40}|\b(?:age|aged|alder|wiek)\s*:?\s*\d{1,2}\b|\b\d{2}\s*(?:years old|ar gammel|lat)\b|\b(?:sex|gender|kjonn|plec|marital status|sivilstatus|sivilstand|stan cywilny|nationality|nasjonalitet|narodowosc)\s*:[^\n]*/';

    /**
     * @param array{headline: string, years: float|null, city: string|null, spells: list<array{title: string, employer: string, place: string, from: string, to: string, text: string}>, education: list<array{level: string, field: string}>, skills: array<string, int>, languages: array<string, string>, certificates: list<string>, summary: string, licence: string, notice: string, moves: string} $copy
     * @param list<string>                                                                                                                                                                                                                                                                                                                                                                                $removed
     */
    private function __construct(public array $copy, public array $removed)
    {
    }

    /**
     * @param array{name: string, email: string|null, phone: string|null, city: string|null, headline: string, years: float|null} $person
     * @param array<string, array<array-key, array<array-key, mixed>>>                                                         $items   as Corrections::over()
     * @param array<array-key, mixed>                                                                                          $reading as Reading::toArray()
     */
    public static function of(array $person, array $items, array $reading): self
    {
        $said = static fn (array $one, string $key): string => \is_string($one[$key] ?? null) ? $one[$key] : '';
        $field = static fn (string $name): string => $said($items['fields'][$name] ?? [], 'value');
        $links = array_values(array_filter(\is_array($reading['links'] ?? null) ? $reading['links'] : [], is_string(...)));
        $removed = [$person['name'], $field('name'), $person['email'] ?? '', $field('email'), $person['phone'] ?? '', $field('phone'), ...$links];
        foreach ($items['education'] ?? [] as $school) {
            $removed[] = $said($school, 'school');
        }
        // each word of a name by itself, and the mailbox, which mostly is the name once more
        foreach ([$person['name'], $field('name')] as $name) {
            foreach (preg_split('/[\s,]+/u', $name) ?: [] as $word) {
                $removed[] = mb_strlen($word) > 2 ? $word : '';
            }
        }
        foreach ([$person['email'] ?? '', $field('email')] as $email) {
            $removed[] = explode('@', $email)[0];
        }
        $removed = array_values(array_unique(array_filter($removed, static fn (string $r): bool => mb_strlen($r) > 2)));
        usort($removed, static fn (string $a, string $b): int => mb_strlen($b) <=> mb_strlen($a));
        $clean = static fn (string $text): string => self::without($text, $removed);
        $sure = static fn (string $kind): array => array_filter($items[$kind] ?? [], static fn (array $one): bool => Sure::Unsure->value !== ($one['sure'] ?? ''));
        $spells = $education = $certificates = $languages = $skills = [];
        foreach ($sure('spells') as $s) {
            $spells[] = ['title' => $clean($said($s, 'title')), 'employer' => $clean($said($s, 'employer')), 'place' => $clean($said($s, 'place')), 'from' => $said($s, 'from'), 'to' => true === ($s['ongoing'] ?? false) ? '' : $said($s, 'to'), 'text' => $clean($said($s, 'text'))];
        }
        foreach ($sure('education') as $e) {
            $education[] = ['level' => $said($e, 'level'), 'field' => $clean($said($e, 'field'))];
        }
        foreach ($sure('certificates') as $c) {
            $certificates[] = $clean($said($c, 'name'));
        }
        foreach ($sure('languages') as $code => $l) {
            $languages[(string) $code] = $said($l, 'level');
        }
        foreach (\is_array($reading['skills'] ?? null) ? $reading['skills'] : [] as $name => $skill) {
            $skills[(string) $name] = \is_array($skill) && \is_int($skill['months'] ?? null) ? $skill['months'] : 0;
        }

        return new self(['headline' => $clean($person['headline']), 'years' => $person['years'], 'city' => $person['city'], 'spells' => $spells, 'education' => $education, 'skills' => $skills, 'languages' => $languages, 'certificates' => $certificates, 'summary' => $clean($field('summary')), 'licence' => $clean($field('licence')), 'notice' => $clean($field('notice')), 'moves' => $clean($field('moves'))], $removed);
    }

    /**
     * A text without what is removed, mail addresses, links, numbers to call, births, ages and words that tell sex.
     *
     * @param list<string> $removed longest first
     */
    public static function without(string $text, array $removed): string
    {
        $text = (string) preg_replace(['/(?<![^\s<>(),;])[^\s<>(),;@]++@[^\s<>(),;]++/u', '~\b(?:https?://|www\.)\S+~iu', '/(?<![\d.\-])(?!(?:19|20)\d\d ?[-–\/] ?(?:19|20)\d\d\b)\+?\d[\d \-\/().]{7,}\d/u'], self::HIDDEN, $text);
        $spans = [];
        $folded = Folded::of($text);
        foreach ($removed as $one) {
            $needle = Folded::of($one)->text;
            if ('' === trim($needle)) {
                continue;
            }
            for ($at = 0; false !== ($found = strpos($folded->text, $needle, $at)); $at = $found + 1) {
                $before = 0 === $found ? ' ' : $folded->text[$found - 1];
                $after = $folded->text[$found + \strlen($needle)] ?? ' ';
                if (1 !== preg_match('/[a-z0-9]/', $before) && (1 !== preg_match('/[a-z0-9]/', $after) || 's' === $after)) {
                    $spans[] = [$found, $found + \strlen($needle), self::HIDDEN];
                }
            }
        }
        if (false !== preg_match_all(self::TOLD, $folded->text, $told, \PREG_OFFSET_CAPTURE)) {
            foreach ($told[0] as [$word, $at]) {
                $spans[] = [$at, $at + \strlen($word), self::HIDDEN];
            }
        }
        if (false !== preg_match_all('/[a-z]+/', $folded->text, $words, \PREG_OFFSET_CAPTURE)) {
            $neutral = self::NEUTRAL[Tongues::guess(array_column($words[0], 0))];
            foreach ($words[0] as [$word, $at]) {
                if (isset($neutral[$word])) {
                    $spans[] = [$at, $at + \strlen($word), $neutral[$word]];
                }
            }
        }
        usort($spans, static fn (array $a, array $b): int => [$a[0], $b[1]] <=> [$b[0], $a[1]]);
        $out = '';
        $done = 0;
        foreach ($spans as [$from, $to, $put]) {
            if ($from < $done) {
                continue;
            }
            $out .= substr($text, $folded->place($done), $folded->place($from) - $folded->place($done)).$put;
            $done = $to;
        }

        return trim((string) preg_replace('/[ \t]{2,}/', ' ', $out.substr($text, $folded->place($done))));
    }
}
