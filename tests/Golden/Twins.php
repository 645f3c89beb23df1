<?php

declare(strict_types=1);

namespace Jorvent\Tests\Golden;

use Jorvent\Core\Identity\Traits;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * People who come twice, made up. Described first, sharing nothing with what recognises them:
 * a person has a given name of 90, a family name of three or four syllables (some thousands), a town of 24, two to four jobs at some of 300 employers, one school of 60, a mail address at one of four hosts made of name and a
 * number, a phone number. Given names, towns and employers follow a steep law, so that many strangers share them; one in 60 people has a namesake by design.
 * A second record of the same person is of a later year: a job more (4 in 10), the earlier jobs left out (15 in 100), employers under another name (8 in 100), no school told (15 in 100) or told otherwise (9), another town (2 in 10), the mail address
 * changed (3 in 10; in half of these the same mailbox elsewhere), another phone (3 in 10), one in six has both anew, no phone or no mail at all (1 in 10 each); the name with a slip of the pen (15 in 100), an initial for the given name (8), a middle name more (8), the order changed (4), letters written out or left off (10), another family name after
 * a wedding (5). In three of ten pairs neither mail nor phone is shared.
 */
final class Twins
{
    private const GIVEN = ['Anna', 'Piotr', 'Ola', 'Kari', 'Lars', 'Ingrid', 'Jan', 'Maria', 'Tomasz', 'Agnieszka', 'Per', 'Solveig', 'Iain', 'Morag', 'Fiona', 'Callum', 'Eilidh', 'Magnus', 'Zofia', 'Marek', 'Ewa', 'Jakub', 'Robert', 'William', 'Elizabeth', 'James', 'Margaret', 'Thomas', 'David', 'Andrew', 'Bjørn', 'Åse', 'Øyvind', 'Gunnar', 'Ragnhild', 'Torstein', 'Hanne', 'Silje', 'Knut', 'Astrid', 'Łukasz', 'Małgorzata', 'Katarzyna', 'Joanna', 'Paweł', 'Wojciech', 'Xoán', 'Uxía', 'Brais', 'Noa', 'Antía', 'Roi', 'Desmond', 'Yusuf', 'Rania', 'Linh', 'Samir', 'Chiara', 'Mateus', 'Luísa', 'Henrik', 'Freya', 'Nils', 'Siri', 'Vidar', 'Turid', 'Oddvar', 'Berit', 'Leif', 'Unni', 'Grzegorz', 'Danuta', 'Stanisław', 'Halina', 'Zbigniew', 'Bożena', 'Kenneth', 'Catriona', 'Ewan', 'Shona', 'Duncan', 'Kirsty', 'Angus', 'Ailsa', 'Rory', 'Isla', 'Hamish', 'Mairi', 'Struan', 'Una'];
    private const SYLLABLES = ['ber', 'kvam', 'sol', 'wik', 'dal', 'mac', 'nor', 'sten', 'rud', 'wal', 'zar', 'kow', 'lin', 'gar', 'bre', 'tor', 'fia', 'hau', 'lis', 'mor', 'pan', 'ris', 'tve', 'ulv', 'vik', 'øst', 'åm', 'łem', 'ska', 'ner', 'ton', 'ley', 'mark', 'holm', 'ek', 'wicz', 'sen', 'land', 'stad', 'nes'];
    private const HOSTS = ['post.example', 'mail.example', 'brev.example', 'poczta.example'];

    /** @return array{people: array<int, Traits>, twins: array<string, true>, neither: int} records, the pairs "low high" that are one person, and how many of these share neither mail nor phone */
    public static function make(int $persons, int $seed): array
    {
        $dice = new Randomizer(new Mt19937($seed));
        $steep = static fn (int $n): int => (int) floor($n * ($dice->getInt(0, 9999) / 10_000) ** 2);
        $people = $twins = [];
        $neither = 0;
        $last = null;
        for ($i = 0; $i < $persons; ++$i) {
            $family = '';
            for ($k = 0, $n = $dice->getInt(2, 4); $k < $n; ++$k) {
                $family .= self::SYLLABLES[$steep(\count(self::SYLLABLES))];
            }
            $p = ['given' => self::GIVEN[$steep(90)], 'family' => mb_convert_case($family, \MB_CASE_TITLE), 'city' => 'Town '.$steep(24), 'school' => 'Academy of '.$steep(60), 'jobs' => [], 'phone' => '+47'.$dice->getInt(10_000_000, 99_999_999)];
            if (null !== $last && 0 === $i % 60) {
                [$p['given'], $p['family']] = $last;
            }
            $last = [$p['given'], $p['family']];
            $month = 12 * 2000 + $dice->getInt(0, 160);
            for ($k = 0, $n = $dice->getInt(2, 4); $k < $n; ++$k) {
                $length = $dice->getInt(8, 60);
                $p['jobs'][] = ['name' => 'Works '.$steep(300).' AS', 'from' => $month, 'to' => $month + $length];
                $month += $length + $dice->getInt(0, 5);
            }
            $box = mb_strtolower((string) transliterator_transliterate('Any-Latin; Latin-ASCII', $p['given'].'.'.$p['family']));
            $p['mail'] = $box.$dice->getInt(1, 99).'@'.self::HOSTS[$dice->getInt(0, 3)];
            $id = \count($people);
            $people[$id] = self::traits($p, $p['given'].' '.$p['family']);
            if (0 !== $i % 3) {
                continue;
            }
            $apart = 0 === $dice->getInt(0, 5);
            $q = $p;
            if ($dice->getInt(0, 9) < 4) {
                $q['jobs'][] = ['name' => 'Works '.$steep(300), 'from' => $month, 'to' => $month + 20];
            }
            if ($dice->getInt(0, 9) < 2) {
                $q['city'] = 'Town '.$steep(24);
            }
            if ($apart || $dice->getInt(0, 9) < 3) {
                $q['mail'] = (!$apart && 0 === $dice->getInt(0, 1) ? explode('@', $p['mail'])[0] : $box.$dice->getInt(100, 999)).'@new.example';
            }
            if ($apart || $dice->getInt(0, 9) < 3) {
                $q['phone'] = '+47'.$dice->getInt(10_000_000, 99_999_999);
            }
            if ($dice->getInt(0, 99) < 15) {
                $q['school'] = '';
            } elseif (0 === $dice->getInt(0, 9)) {
                $q['school'] = 'School '.$steep(60).' in '.$q['city'];
            }
            if ($dice->getInt(0, 99) < 15) {
                $q['jobs'] = \array_slice($q['jobs'], -1);
            }
            if ($dice->getInt(0, 99) < 8) {
                $q['jobs'] = array_map(static fn (array $j): array => ['name' => $j['name'].' Nordic Holding', 'from' => $j['from'], 'to' => $j['to']], $q['jobs']);
            }
            if (0 === $dice->getInt(0, 9)) {
                $q['mail'] = null;
            }
            if (0 === $dice->getInt(0, 9)) {
                $q['phone'] = null;
            }
            $die = $dice->getInt(0, 99);
            $name = match (true) {
                $die < 15 => $q['given'].' '.self::slip($q['family'], $dice), $die < 23 => mb_substr($q['given'], 0, 1).'. '.$q['family'], $die < 31 => $q['given'].' '.self::GIVEN[$steep(90)].' '.$q['family'], $die < 35 => $q['family'].', '.$q['given'],
                $die < 45 => strtr($q['given'].' '.$q['family'], ['å' => 'aa', 'ø' => 'oe', 'Å' => 'Aa', 'Ø' => 'Oe', 'ł' => 'l', 'Ł' => 'L', 'ó' => 'o']), $die < 50 => $q['given'].' '.mb_convert_case(self::SYLLABLES[$steep(40)].self::SYLLABLES[$steep(40)].self::SYLLABLES[$steep(40)], \MB_CASE_TITLE), default => $q['given'].' '.$q['family'],
            };
            $people[$id + 1] = self::traits($q, $name);
            $twins[$id.' '.($id + 1)] = true;
            $neither += ($q['mail'] !== $p['mail'] && $q['phone'] !== $p['phone']) ? 1 : 0;
        }

        return ['people' => $people, 'twins' => $twins, 'neither' => $neither];
    }

    /** @param array{given: string, family: string, city: string, school: string, jobs: list<array{name: string, from: int, to: int}>, phone: string|null, mail: string|null} $p */
    private static function traits(array $p, string $name): Traits
    {
        return Traits::of($name, $p['mail'], null === $p['phone'] ? [] : [$p['phone']], $p['jobs'], '' === $p['school'] ? [] : [$p['school']], $p['city']);
    }

    private static function slip(string $word, Randomizer $dice): string
    {
        $letters = mb_str_split($word);
        $at = $dice->getInt(1, max(1, \count($letters) - 2));
        match ($dice->getInt(0, 2)) {
            0 => array_splice($letters, $at, 1), 1 => array_splice($letters, $at, 0, [$letters[$at]]), default => [$letters[$at], $letters[$at - 1]] = [$letters[$at - 1], $letters[$at]],
        };

        return implode('', $letters);
    }
}
