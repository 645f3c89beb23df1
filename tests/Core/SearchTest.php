<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Search\AnswerChance;
use Jorvent\Core\Search\Context;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Gazetteer;
use Jorvent\Core\Search\Index\Numbers;
use Jorvent\Core\Search\Judge;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Notation;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Search\Stint;
use Jorvent\Core\Search\Study;
use Jorvent\Core\Search\Town;
use Jorvent\Core\Search\When;
use Jorvent\Core\Search\Widen;
use Jorvent\Tests\Support\RandomPeople;
use Jorvent\Tests\Support\RandomQueries;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Judge::class)]
#[CoversClass(Notation::class)]
#[CoversClass(Gazetteer::class)]
#[CoversClass(AnswerChance::class)]
final class SearchTest extends TestCase
{
    /** @return iterable<string, array{Criterion, bool}> */
    public static function judged(): iterable
    {
        yield 'years are completed years' => [new Criterion(Kind::Years, from: 7, to: 7), true];
        yield 'a title one had' => [new Criterion(Kind::Title, ['marine electrician']), true];
        yield 'but not now' => [new Criterion(Kind::Title, ['marine electrician'], when: When::Now), false];
        yield 'before, no longer' => [new Criterion(Kind::Title, ['marine electrician'], when: When::Before), true];
        yield 'held in 2016' => [new Criterion(Kind::Title, ['marine electrician'], from: 2016, to: 2016), true];
        yield 'not held in 2020' => [new Criterion(Kind::Title, ['marine electrician'], from: 2020, to: 2020), false];
        yield 'an apostrophe more or less' => [new Criterion(Kind::Title, ['ships electrician']), true];
        yield 'one job: that title at that yard' => [new Criterion(Kind::OneJob, parts: [new Criterion(Kind::Title, ['marine electrician']), new Criterion(Kind::Employer, ['Kvitholm'])]), true];
        yield 'not the title of one with the yard of the other' => [new Criterion(Kind::OneJob, parts: [new Criterion(Kind::Title, ["ship's electrician"]), new Criterion(Kind::Employer, ['Kvitholm'])]), false];
        yield 'four years in one job' => [new Criterion(Kind::OneJob, parts: [new Criterion(Kind::Title, ['electrician']), new Criterion(Kind::Years, from: 4)]), true];
        yield 'six in none' => [new Criterion(Kind::OneJob, parts: [new Criterion(Kind::Title, ['electrician']), new Criterion(Kind::Years, from: 6)]), false];
        yield 'two ties at once would be two criteria; a part turned round' => [new Criterion(Kind::OneJob, parts: [new Criterion(Kind::Title, ['electrician']), new Criterion(Kind::Employer, ['Kvitholm'], out: true)]), true];
        yield 'kind of work, from the title' => [new Criterion(Kind::Work, ['electrical']), true];
        yield 'Os lies within 30 km of Bergen' => [new Criterion(Kind::Place, ['Bergen'], km: 30), true];
        yield 'and not within 10' => [new Criterion(Kind::Place, ['Bergen'], km: 10), false];
        yield 'who would move passes' => [new Criterion(Kind::Place, ['Halifax'], moves: true), true];
        yield 'EUR 60 000 is not above NOK 700 000 at 11.62' => [new Criterion(Kind::Pay, to: 700_000, currency: 'NOK'), true];
        yield 'nor above NOK 60 000 a month' => [new Criterion(Kind::Pay, to: 60_000, currency: 'NOK', frequency: Frequency::Month), true];
        yield 'but above EUR 59 999' => [new Criterion(Kind::Pay, to: 59_999, currency: 'EUR'), false];
        yield 'notice is not known' => [new Criterion(Kind::Notice, to: 90), false];
        yield 'and so passes where that is allowed' => [new Criterion(Kind::Notice, to: 90, unstated: true), true];
        yield 'a study finishing next year' => [new Criterion(Kind::Finished, from: 2027, to: 2027), true];
        yield 'a bachelor at that school, in one' => [new Criterion(Kind::OneStudy, parts: [new Criterion(Kind::School, ['Maritime College']), new Criterion(Kind::Level, from: 3)]), false];
        yield 'leaving out' => [new Criterion(Kind::Employer, ['Kvitholm'], out: true), false];
        yield 'active within four months' => [new Criterion(Kind::Active, to: 4), true];
        yield 'a language at B2' => [new Criterion(Kind::Language, ['nb'], from: Kind::LANGUAGE_LEVELS['B2']), true];
    }

    #[DataProvider('judged')]
    public function testJudging(Criterion $criterion, bool $passes): void
    {
        self::assertSame($passes, (new Judge(self::context()))->passes($criterion, self::profile()));
        if (!$criterion->unstated) {
            self::assertSame(!$passes, (new Judge(self::context()))->passes($criterion->with(['out' => !$criterion->out]), self::profile()), 'turned round it is the other');
        }
    }

    public function testAnAddressSaysWhatTheSearchIs(): void
    {
        self::assertSame('title=marine electrician|motorman;when=now', Notation::write(new Criterion(Kind::Title, ['marine electrician', 'motorman'], when: When::Now)));
        self::assertSame('-employer=Kvitholm Verft', Notation::write(new Criterion(Kind::Employer, ['Kvitholm Verft'], true)));
        self::assertSame('one_job(title=welder)(years;from=4);to=2020;when=now', Notation::write(new Criterion(Kind::OneJob, to: 2020, when: When::Now, parts: [new Criterion(Kind::Title, ['welder']), new Criterion(Kind::Years, from: 4)])));
        $random = new RandomPeople(3, new RandomQueries(4), new \DateTimeImmutable('2026-11-23'));
        for ($i = 0; $i < 3000; ++$i) {
            $criterion = $random->criterion();
            self::assertEquals($criterion, Notation::read(Notation::write($criterion)), Notation::write($criterion));
        }
        foreach (['a;b|c=d(e)f%g', '50 %', '%3B'] as $nasty) {
            self::assertEquals(new Criterion(Kind::Tag, [$nasty]), Notation::read(Notation::write(new Criterion(Kind::Tag, [$nasty]))));
        }
        foreach (['', 'nonsense', 'title=', 'title=x;;;', 'one_job(one_job(title=x))', 'years;from=-4', str_repeat('(', 50)] as $broken) {
            self::assertSame([], array_filter(Search::of('', [$broken])->criteria, static fn (Criterion $c): bool => !$c->asks()));
        }
        self::assertCount(0, Search::of('', ['title=', 'years', 'one_job'])->criteria, 'what asks for nothing is left out');
    }

    public function testTownsAndDistances(): void
    {
        $gazetteer = self::context()->gazetteer;
        $bergen = $gazetteer->find('bergen') ?? self::fail();
        self::assertSame('NO', $bergen->country, 'of several the one with most people');
        self::assertSame('DE', $gazetteer->named('Bergen, DE')?->country);
        self::assertSame($gazetteer->find('Copenhagen'), $gazetteer->find('KØBENHAVN'));
        self::assertSame(160, $bergen->km($gazetteer->find('Stavanger') ?? self::fail()));
        self::assertSame(0, $bergen->km($bergen));
        self::assertSame(['Bergen', 'Os'], array_map(static fn (Town $t): string => $t->names[0], $gazetteer->near($bergen, 30)));
        self::assertSame(['Bergen, NO', 'Bergen, DE'], $gazetteer->beginning('ber'));
    }

    public function testNumbersAreComparedBitByBit(): void
    {
        $holds = static function (\Jorvent\Core\Search\Index\Expr $e, array $keys) use (&$holds): bool {
            /** @var callable(\Jorvent\Core\Search\Index\Expr, array<array-key, mixed>): bool $holds */
            return match (true) {
                $e instanceof \Jorvent\Core\Search\Index\Leaf => \in_array($e->key, $keys, true),
                $e instanceof \Jorvent\Core\Search\Index\Meet => !\in_array(false, array_map(static fn ($x): bool => $holds($x, $keys), $e->of), true),
                $e instanceof \Jorvent\Core\Search\Index\Join => \in_array(true, array_map(static fn ($x): bool => $holds($x, $keys), $e->of), true),
                $e instanceof \Jorvent\Core\Search\Index\Minus => !$holds($e->of, $keys),
                default => self::fail(),
            };
        };
        for ($value = 0; $value < 16; ++$value) {
            $keys = Numbers::keys('n', $value, 4);
            for ($limit = -2; $limit < 19; ++$limit) {
                self::assertSame($value >= $limit, $holds(Numbers::atLeast('n', $limit, 4), $keys), "$value >= $limit");
                self::assertSame($value <= $limit, $holds(Numbers::atMost('n', $limit, 4), $keys), "$value <= $limit");
                self::assertFalse($holds(Numbers::atLeast('n', $limit, 4), []), 'what is not known is not compared');
            }
        }
    }

    public function testNumbersOfManyAtOnceHaveTheSameKeys(): void
    {
        mt_srand(5);
        $people = $expected = [];
        foreach (range(0, 499) as $person) {
            $value = mt_rand(-3, 300);
            $people[Numbers::within($value, 8)] = ($people[Numbers::within($value, 8)] ?? '').pack('v', $person);
            foreach (Numbers::keys('n', $value, 8) as $key) {
                $expected[$key][] = $person;
            }
        }
        $planes = array_map(static function (string $places): array {
            $of = array_values((array) unpack('v*', $places));
            sort($of);

            return $of;
        }, Numbers::planes('n', $people, 8));
        self::assertEquals($expected, $planes);
        self::assertCount(9, $planes);
        self::assertSame(['n'], array_keys(Numbers::planes('n', [0 => 'ab'], 8)));
    }

    public function testTheChanceOfAnAnswerIsLearnedAndCalibrated(): void
    {
        $day = new \DateTimeImmutable('2026-11-23');
        self::assertSame(0, AnswerChance::activity($day->modify('-30 days'), $day));
        self::assertSame(1, AnswerChance::activity($day->modify('-31 days'), $day));
        self::assertSame(3, AnswerChance::activity($day->modify('-3 years'), $day));
        self::assertSame(4, AnswerChance::activity(null, $day));
        // a house in which letters to the lately active are answered in half of all cases, others in a tenth
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(9));
        $letters = [];
        for ($i = 0; $i < 600; ++$i) {
            $activity = $random->getInt(0, 4);
            $letters[] = ['new', $activity, $random->getInt(1, 100) <= (0 === $activity ? 50 : 10)];
        }
        $model = AnswerChance::learn($letters);
        self::assertEqualsWithDelta(50, $model->percent('new', 0), 8);
        self::assertEqualsWithDelta(10, $model->percent('new', 2), 5);
        self::assertGreaterThan($model->percent('silent', 1), $model->percent('always', 1), 'what nobody was asked is drawn from its neighbours');
        foreach (AnswerChance::calibration($letters) as $bin) {
            if ($bin['letters'] >= 60) {
                self::assertEqualsWithDelta($bin['said'], $bin['came'], 9, (string) json_encode($bin));
            }
        }
        self::assertEquals($model, AnswerChance::fromArray($model->toArray()));
    }

    public function testWideningIsNeverNarrower(): void
    {
        $random = new RandomPeople(5, new RandomQueries(6), new \DateTimeImmutable('2026-11-23'));
        $judge = new Judge(self::context());
        $widened = 0;
        for ($i = 0; $i < 1500; ++$i) {
            $criterion = $random->criterion()->with(['out' => false]);
            $wider = Widen::step($criterion);
            $profile = $random->profile();
            if (null !== $wider && $judge->passes($criterion, $profile)) {
                ++$widened;
                self::assertTrue($judge->passes($wider, $profile), Notation::write($criterion));
            }
        }
        self::assertGreaterThan(150, $widened);
    }

    private static function profile(): Profile
    {
        $month = static fn (int $year, int $month): int => 12 * $year + $month - 1;

        return new Profile(
            Document::of('Rebuilt the PLC cabinets.'), 7.9,
            [new Stint("Ship's electrician", 'Norrøysund Ferger', $month(2021, 3), null, true), new Stint('Marine electrician', 'Kvitholm Verft', $month(2014, 1), $month(2018, 6))],
            [new Study('Bergen Maritime College', 'Marine electrics', 'vocational', 'full', 2013), new Study('Western University', 'Law', 'bachelor', 'part', 2027)],
            languages: ['nb' => 5, 'en' => 4], town: 'Os', country: 'NO', moves: true, expects: 60_000, currency: 'EUR', active: new \DateTimeImmutable('2026-08-01'),
        );
    }

    private static function context(): Context
    {
        $town = static fn (string $names, string $country, float $latitude, float $longitude, int $people): Town => new Town(explode('|', $names), $country, $latitude, $longitude, $people);

        return new Context(new \DateTimeImmutable('2026-11-23'), ['EUR' => ExchangeRate::SCALE, 'NOK' => 11_620_000], new Gazetteer([
            $town('Bergen', 'DE', 54.4150, 13.4330, 13_000), $town('Bergen', 'NO', 60.3929, 5.3242, 291_000), $town('Os|Osøyro', 'NO', 60.1858, 5.4700, 14_000), $town('Stavanger', 'NO', 58.9700, 5.7318, 149_000), $town('Halifax', 'CA', 44.6488, -63.5752, 439_000), $town('København|Copenhagen', 'DK', 55.6761, 12.5683, 653_000),
        ]), AnswerChance::unlearned());
    }
}
