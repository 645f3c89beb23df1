<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Resume\Blind;
use Jorvent\Core\Resume\Corrections;
use Jorvent\Core\Resume\Education;
use Jorvent\Core\Resume\Folded;
use Jorvent\Core\Resume\Reader;
use Jorvent\Core\Resume\Timeline;
use Jorvent\Tests\Golden\Quirks;
use Jorvent\Tests\Golden\Resumes;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;

/** What a fair reviewer may see, and what they must not; and a life on a scale of years. */
#[CoversNothing]
final class BlindTest extends TestCase
{
    /** By what is expected of each resume, not by what was read: also a value that the reader missed must not slip through a text that stays. */
    public function testNothingOfWhoItIsStandsInTheCopyOfAnyGoldenResume(): void
    {
        $reader = new Reader();
        $looked = $kept = 0;
        foreach ([...iterator_to_array(Resumes::half('tuning'), false), ...iterator_to_array(Quirks::half('tuning'), false)] as $one) {
            $reading = $reader->read($one['text'], new \DateTimeImmutable('2026-11-24'));
            $items = Corrections::over($reading->toArray(), []);
            $e = $one['expected'];
            $blind = Blind::of(['name' => $e['name'], 'email' => $e['email'], 'phone' => $e['phone'], 'city' => $e['city'], 'headline' => $reading->field('headline') ?? '', 'years' => null], $items, $reading->toArray());
            $copy = ' '.Folded::phrase((string) json_encode($blind->copy, \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES)).' ';
            foreach ([$e['name'], $e['email'], ...array_filter(explode(' ', $e['name']), static fn (string $w): bool => mb_strlen($w) > 3)] as $removed) {
                if ('' !== $removed) {
                    ++$looked;
                    self::assertStringNotContainsString(' '.Folded::phrase($removed).' ', $copy, $e['name']);
                }
            }
            foreach (array_filter($reading->education, static fn (Education $e): bool => '' !== $e->school) as $school) {
                ++$looked;
                self::assertStringNotContainsString(Folded::phrase($school->school), $copy);
            }
            foreach ($blind->copy['spells'] as $spell) {
                $kept += str_contains($spell['title'].$spell['employer'], Blind::HIDDEN) ? 0 : 1;
            }
        }
        self::assertGreaterThan(150, $looked);
        self::assertGreaterThan(100, $kept, 'what they did stays');
    }

    public function testSexAgeAndContactsGoFromTextsThatStay(): void
    {
        $removed = ['Kari Ånensen', 'Ånensen', 'Kari'];
        foreach ([
            'Kari Ånensen led the watch; she kept her crew safe and was praised for her calm.' => '▒▒▒ led the watch; they kept their crew safe and was praised for their calm.',
            'In KARI ANENSEN\'s time as mate' => 'In ▒▒▒\'s time as mate',
            'Mrs Ånensen, born 12 May 1971, is 55 years old' => '▒▒▒, ▒▒▒',
            'Ring meg på +47 912 34 567 eller kari@post.example, se www.kari.example' => 'Ring meg på ▒▒▒ eller ▒▒▒, se ▒▒▒',
            'Han var ansvarlig for maskinen og jobbet med pumper' => 'hen var ansvarlig for maskinen og jobbet med pumper',
            'The harbour is far from here and the pan of the galley is hers' => 'The harbour is far from here and the pan of the galley is theirs',
            'Sivilstand: gift' => '▒▒▒',
            'Served 12 years on the Karibu, 2004-2016' => 'Served 12 years on the Karibu, 2004-2016',
        ] as $text => $clean) {
            self::assertSame($clean, Blind::without($text, $removed), $text);
        }
    }

    public function testALifeOnAScaleWithItsOverlapsAndGaps(): void
    {
        $spell = static fn (string $from, ?string $to, string $sure = 'sure'): array => ['title' => 'Mate', 'employer' => 'Luoto Lines', 'from' => $from, 'to' => $to, 'ongoing' => null === $to, 'sure' => $sure];
        $month = static fn (string $m): int => Corrections::month($m) ?? self::fail('No month.');
        $line = Timeline::of(['a' => $spell('2015-03', '2018-02'), 'b' => $spell('2017-06', '2019-01'), 'c' => $spell('2021-02', null)], ['d' => ['school' => 'Nautical college', 'from' => '2019-02', 'to' => '2020-06']], $month('2026-11'));
        self::assertSame([['spell', '2021-02'], ['gap', '2020-07'], ['school', '2019-02'], ['spell', '2017-06'], ['spell', '2015-03']], array_map(static fn (array $l): array => [$l['kind'], \sprintf('%d-%02d', intdiv($l['from'], 12), $l['from'] % 12 + 1)], $line->lines));
        self::assertSame([$month('2015-01'), $month('2026-12')], [$line->from, $line->to]);
        self::assertSame([], Timeline::of([], [], $month('2026-11'))->lines);
        $short = Timeline::of([$spell('2015-03', '2018-02'), $spell('2018-05', '2019-01')], [], $month('2026-11'));
        self::assertNotContains('gap', array_column($short->lines, 'kind'), 'two months between two contracts');
    }
}
