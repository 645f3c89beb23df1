<?php

declare(strict_types=1);

namespace Jorvent\Core\Import;

/** Guesses which column of a table holds which field, from names as people write them in English, Norwegian and Polish. */
final class ColumnMatch
{
    /** Names by field, folded: small letters without accents, blanks and signs. The first is what we call it. */
    public const NAMES = [
        'title' => ['title', 'jobtitle', 'position', 'positiontitle', 'role', 'stilling', 'stillingstittel', 'tittel', 'stanowisko', 'tytul', 'nazwastanowiska'],
        'unit' => ['department', 'unit', 'unitcode', 'departmentcode', 'orgunit', 'avdeling', 'enhet', 'dzial', 'jednostka', 'kod'],
        'site' => ['site', 'location', 'place', 'city', 'office', 'sted', 'lokasjon', 'by', 'miejsce', 'lokalizacja', 'miasto'],
        'positions' => ['positions', 'openings', 'headcount', 'number', 'numberofpositions', 'vacancies', 'antall', 'antallstillinger', 'liczba', 'liczbaetatow', 'etaty'],
        'manager' => ['manager', 'hiringmanager', 'reportsto', 'leder', 'naermesteleder', 'kierownik', 'przelozony'],
        'recruiter' => ['recruiter', 'rekrutterer', 'rekruter', 'rekruterka'],
        'employment' => ['employment', 'employmenttype', 'type', 'contract', 'contracttype', 'ansettelse', 'ansettelsesform', 'umowa', 'rodzajumowy'],
        'months' => ['months', 'contractmonths', 'length', 'duration', 'maneder', 'varighet', 'miesiace'],
        'payFrom' => ['payfrom', 'salaryfrom', 'minsalary', 'salarymin', 'paymin', 'from', 'lonnfra', 'minlonn', 'placaod', 'od'],
        'payTo' => ['payto', 'salaryto', 'maxsalary', 'salarymax', 'paymax', 'to', 'lonntil', 'makslonn', 'placado', 'do'],
        'openedOn' => ['opens', 'opened', 'opendate', 'startdate', 'dateopened', 'apnes', 'dato', 'dataotwarcia', 'start'],
        'targetOn' => ['signedby', 'target', 'targetdate', 'deadline', 'needby', 'frist', 'mal', 'termin', 'datadocelowa'],
        'yearsFrom' => ['years', 'yearsfrom', 'experience', 'minyears', 'erfaring', 'ar', 'doswiadczenie', 'lata'],
        'musts' => ['musts', 'musthave', 'skills', 'requirements', 'requiredskills', 'krav', 'ferdigheter', 'wymagania', 'umiejetnosci'],
        'wishes' => ['wishes', 'nicetohave', 'wish', 'preferred', 'onsker', 'milewidziane'],
        'description' => ['description', 'jobdescription', 'text', 'beskrivelse', 'opis'],
        'profile' => ['profile', 'roleprofile', 'template', 'profil', 'profilroli'],
    ];

    /**
     * @param list<string> $head names of the columns, in order
     *
     * @return array<string, int> column by field; a column is given to one field only, the surest match first
     */
    public static function propose(array $head): array
    {
        $folded = array_map(self::fold(...), $head);
        $found = $used = [];
        foreach ([static fn (string $c, string $n): bool => $c === $n, static fn (string $c, string $n): bool => mb_strlen($n) >= 4 && str_contains($c, $n)] as $same) {
            foreach (self::NAMES as $field => $names) {
                foreach ($names as $name) {
                    foreach ($folded as $i => $column) {
                        if (!isset($found[$field]) && !isset($used[$i]) && '' !== $column && $same($column, self::fold($name))) {
                            $found[$field] = $i;
                            $used[$i] = true;
                        }
                    }
                }
            }
        }

        // in the order of the fields, however they were found
        return array_filter(array_replace(array_fill_keys(array_keys(self::NAMES), null), $found), is_int(...));
    }

    public static function fold(string $name): string
    {
        $folded = \Normalizer::normalize(mb_strtolower(mb_scrub($name)), \Normalizer::FORM_KD);

        return (string) preg_replace('/[^a-z0-9]+/', '', strtr(\is_string($folded) ? $folded : $name, ['ø' => 'o', 'ł' => 'l', 'å' => 'a', 'æ' => 'ae']));
    }
}
