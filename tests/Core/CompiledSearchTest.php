<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Search\AnswerChance;
use Jorvent\Core\Search\Context;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Gazetteer;
use Jorvent\Core\Search\Index\Compile;
use Jorvent\Core\Search\Index\Expr;
use Jorvent\Core\Search\Index\Join;
use Jorvent\Core\Search\Index\Keys;
use Jorvent\Core\Search\Index\Leaf;
use Jorvent\Core\Search\Index\Meet;
use Jorvent\Core\Search\Index\Minus;
use Jorvent\Core\Search\Index\Numbers;
use Jorvent\Core\Search\Index\Said;
use Jorvent\Core\Search\Judge;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Town;
use Jorvent\Tests\Support\RandomPeople;
use Jorvent\Tests\Support\RandomQueries;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

/** Rows put together as sets of keys find whom the judge lets pass, on random people and criteria. */
#[CoversClass(Compile::class)]
#[CoversClass(Keys::class)]
#[CoversClass(Numbers::class)]
#[CoversClass(Judge::class)]
final class CompiledSearchTest extends TestCase
{
    private const DAY = '2026-12-01';
    private const PEOPLE = 40;
    private const CRITERIA = 450;
    private const VALUES = [
        'title' => ['welder'], 'employer' => ['yard'], 'place' => ['Bergen'], 'language' => ['nb'], 'permit' => ['NO'],
        'certificate' => ['STCW'], 'tag' => ['yard'], 'pipeline' => ['any'], 'set_aside' => ['2201'], 'mode' => ['full'],
        'school' => ['Bergen'], 'field' => ['welding'], 'work' => ['yard'], 'industry' => ['ferries'],
    ];

    public function testSetsAgreeWithTheJudge(): void
    {
        $seed = (int) (getenv('SEED') ?: 20_261_201);
        $random = new RandomPeople($seed, new RandomQueries($seed + 1), new \DateTimeImmutable(self::DAY));
        $context = self::context();
        $people = array_map(static fn (): Profile => $random->profile(), range(1, self::PEOPLE));
        $keys = array_map(static fn (Profile $p): array => array_flip([...Keys::words($p->document), ...Keys::facts($p)]), $people);
        $judge = new Judge($context);
        $compile = new Compile($context);
        $passed = 0;
        $kinds = [];
        for ($i = 0; $i < self::CRITERIA; ++$i) {
            $row = 0 === $i % 3 ? $random->job() : $random->criterion();
            $plan = $compile->row($row);
            $split = Judge::split($row);
            self::assertCount(\count($split), $plan->alternatives);
            foreach ($people as $n => $person) {
                $expected = $judge->passes($row, $person);
                $agree = $expected === self::in($plan->all, $keys[$n], $person);
                foreach ($split as $a => $one) {
                    $agree = $agree && $judge->passes($one, $person) === self::in($plan->alternatives[$a], $keys[$n], $person);
                }
                $agree || self::fail("seed $seed, person $n: ".serialize($row));
                $passed += $expected ? 1 : 0;
                $kinds[$row->kind->value][$expected ? 1 : 0] = true;
            }
        }
        self::assertGreaterThan(self::CRITERIA * self::PEOPLE / 10, $passed, 'many pass');
        $both = array_filter($kinds, static fn (array $k): bool => 2 === \count($k));
        self::assertGreaterThan(\count(Kind::cases()) - 4, \count($both), 'and of most kinds some do and some do not');
    }

    /** Limits that are left out, at their ends, beyond them, or in a currency that nobody knows. */
    public function testCornersOfEachKindAgreeWithTheJudge(): void
    {
        $random = new RandomPeople(7, new RandomQueries(8), new \DateTimeImmutable(self::DAY));
        $people = array_map(static fn (): Profile => $random->profile(), range(1, 120));
        $keys = array_map(static fn (Profile $p): array => array_flip([...Keys::words($p->document), ...Keys::facts($p)]), $people);
        $context = self::context();
        $judge = new Judge($context);
        $compile = new Compile($context);
        $rows = 0;
        foreach (self::corners() as $row) {
            $set = $compile->row($row)->all;
            foreach ($people as $n => $person) {
                $agree = $judge->passes($row, $person) === self::in($set, $keys[$n], $person);
                $agree || self::fail("person $n: ".json_encode($row->toArray()));
            }
            ++$rows;
        }
        self::assertGreaterThan(400, $rows);
    }

    /** @return \Generator<Criterion> all that ask for something */
    private static function corners(): \Generator
    {
        $most = 999_999_999;
        $limits = [[null, null], [0, null], [1, null], [null, 0], [null, 1], [5, 5], [6, null], [2, 1], [null, $most], [$most, null]];
        foreach (Kind::cases() as $kind) {
            $values = self::VALUES[$kind->value] ?? [];
            foreach (Kind::Pay === $kind ? ['', 'NOK', 'SEK'] : [''] as $currency) {
                foreach ($limits as [$from, $to]) {
                    $row = new Criterion($kind, $values, from: $from, to: $to, currency: $currency);
                    if ($row->asks()) {
                        yield $row;
                        yield $row->with(['unstated' => true]);
                    }
                }
            }
        }
    }

    private static function context(): Context
    {
        $rates = ['NOK' => 11_620_000, 'EUR' => 1_000_000, 'GBP' => 860_000];

        return new Context(new \DateTimeImmutable(self::DAY), $rates, new Gazetteer([
            new Town(['Bergen'], 'NO', 60.39, 5.32, 291_000), new Town(['Os', 'Osøyro'], 'NO', 60.19, 5.47, 14_000),
            new Town(['Gdańsk'], 'PL', 54.35, 18.65, 470_000), new Town(['Halifax'], 'CA', 44.65, -63.58, 440_000),
            new Town(['Halifax'], 'GB', 53.72, -1.86, 90_000), new Town(['København', 'Copenhagen'], 'DK', 55.68, 12.57, 650_000),
        ]), AnswerChance::unlearned());
    }

    /** @param array<string, int> $keys by key */
    private static function in(Expr $set, array $keys, Profile $person): bool
    {
        return match (true) {
            $set instanceof Leaf => isset($keys[$set->key]),
            $set instanceof Minus => !self::in($set->of, $keys, $person),
            $set instanceof Meet => [] === array_filter($set->of, static fn (Expr $e): bool => !self::in($e, $keys, $person)),
            $set instanceof Join => [] !== array_filter($set->of, static fn (Expr $e): bool => self::in($e, $keys, $person)),
            $set instanceof Said => (new Evaluator())->matches($set->row, $person->document),
            default => throw new \LogicException('An unknown set: '.$set::class),
        };
    }
}
