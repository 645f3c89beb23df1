<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Identity\Blocks;
use Jorvent\Core\Identity\Comparison;
use Jorvent\Core\Identity\Traits;
use Jorvent\Core\Identity\Weights;
use Jorvent\Tests\Golden\Twins;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

#[CoversClass(Traits::class)]
#[CoversClass(Comparison::class)]
#[CoversClass(Weights::class)]
#[CoversClass(Blocks::class)]
final class IdentityTest extends TestCase
{
    /** @return iterable<string, array{string, string, int}> */
    public static function names(): iterable
    {
        foreach ([['Åse Kvåle', 'Aase Kvaale', 5], ['Øyvind Sørli', 'Oeyvind Soerli', 5], ['Łukasz Wójcik', 'Lukasz Wojcik', 5], ['Kasia Nowak', 'Katarzyna Nowak', 5], ["Siobhán O'Hara", 'Siobhan OHara', 5], ['Dr Yusuf Demirbaş', 'Yusuf Demirbas', 5], ['Moe, Ola', 'Ola Moe', 5], ['A. Pontes', 'Ana Pontes', 4], ['Ana Luísa Pontes', 'Ana Pontes', 4], ['Ola Brandvold', 'Ola Brandvld', 3], ['Moe Ola', 'Ola Moe', 3], ['Ewa Lis-Nowak', 'Ewa Lis', 2], ['Ewa Lis', 'Ewa Zaremba', 1], ['Ewa Lis', 'Piotr Zaremba', 0], ['Per Moe', 'Jan Moe', 0], ['', 'Jan Moe', 0]] as [$a, $b, $level]) {
            yield "$a, $b" => [$a, $b, $level];
        }
    }

    #[DataProvider('names')]
    public function testNamesAsPeopleWriteThem(string $a, string $b, int $level): void
    {
        self::assertSame($level, Comparison::of(Traits::of($a), Traits::of($b))['name']);
        self::assertSame($level, Comparison::of(Traits::of($b), Traits::of($a))['name'], 'either way round');
    }

    public function testWhatIsNotToldSaysNothing(): void
    {
        $a = Traits::of('Ola Moe', 'ola@post.example', ['+47 412 34 567'], [['name' => 'Kvitholm Verft AS', 'from' => 24000, 'to' => 24020]], ['Os College'], 'Os');
        self::assertSame(['name'], array_keys(Comparison::of($a, Traits::of('Ola Moe'))));
        $b = Traits::of('Ola Moe', 'OLA@post.example', ['41234567'], [['name' => 'Kvitholm verft', 'from' => 24010, 'to' => 24090]], ['Os college'], 'os');
        self::assertSame(['name' => 5, 'email' => 2, 'phone' => 1, 'employer' => 2, 'school' => 1, 'city' => 1], Comparison::of($a, $b));
        self::assertSame(1, Comparison::of($a, Traits::of('X', null, [], [['name' => 'Kvitholm Verft', 'from' => 24050, 'to' => 24060]]))['employer'], 'at another time');
        self::assertSame(1, Comparison::of(Traits::of('A', 'anna.moe1@a.example'), Traits::of('A', 'anna.moe1@b.example'))['email']);
        self::assertNotEmpty(array_intersect(Blocks::keys($a), Blocks::keys($b)));
    }

    public function testACommonNameSaysLess(): void
    {
        $weights = Weights::prior();
        $pair = ['name' => 5, 'email' => 0, 'employer' => 2];
        self::assertGreaterThan($weights->probability($pair, .01), $weights->probability($pair, .00001));
        $reasons = $weights->reasons($pair);
        self::assertSame(['name', 'employer', 'email'], array_column($reasons, 'trait'));
        self::assertLessThan(0, $reasons[2]['weight']);
    }

    /** On people made up by rules of their own, with weights estimated without being told who is who. */
    public function testWhoComesTwiceIsRecognised(): void
    {
        ['people' => $people, 'twins' => $twins, 'neither' => $neither] = Twins::make(3000, 7);
        self::assertEqualsWithDelta(.3, $neither / \count($twins), .06, 'three in ten share neither mail nor phone');
        $n = \count($people);
        $dice = new Randomizer(new Mt19937(2));
        $random = array_map(static fn (): array => Comparison::of($people[$dice->getInt(0, $n - 1)] ?? Traits::of(''), $people[$dice->getInt(0, $n - 1)] ?? Traits::of('')), range(1, 8000));
        $names = array_count_values(array_map(static fn (Traits $t): string => $t->called(), $people));
        $anchored = [];
        foreach (Blocks::pairs($people, true) as [$a, $b]) {
            $anchored[] = Comparison::of($people[$a], $people[$b]);
        }
        $weights = Weights::estimate($anchored, $random, $n);
        $right = $wrong = $tied = $falsely = 0;
        foreach (Blocks::pairs($people) as [$a, $b]) {
            if ($weights->sure(Comparison::of($people[$a], $people[$b]), max($names[$people[$a]->called()], $names[$people[$b]->called()]) / $n)) {
                isset($twins[min($a, $b).' '.max($a, $b)]) ? ++$tied : ++$falsely;
            }
            if ($weights->probability(Comparison::of($people[$a], $people[$b]), max($names[$people[$a]->called()], $names[$people[$b]->called()]) / $n) >= .5) {
                isset($twins[min($a, $b).' '.max($a, $b)]) ? ++$right : ++$wrong;
            }
        }
        self::assertGreaterThanOrEqual(.99, $right / ($right + $wrong), 'precision');
        self::assertGreaterThanOrEqual(.90, $right / \count($twins), 'recall');
        self::assertSame(0, $falsely, 'nobody is tied by itself to someone else');
        self::assertGreaterThan(.15, $tied / \count($twins), 'and some need no asking');
    }

    public function testNobodyIsSureByAMailAddressOrANameAlone(): void
    {
        $weights = Weights::prior();
        self::assertTrue($weights->sure(['name' => 5, 'phone' => 1, 'employer' => 2, 'school' => 1], 1e-5));
        self::assertFalse($weights->sure(['name' => 5, 'email' => 2, 'employer' => 2, 'school' => 1], 1e-5), 'an address in a file was confirmed by nobody');
        self::assertFalse($weights->sure(['name' => 5, 'phone' => 1], 1e-5), 'a phone may be a family’s, and a son called like his father');
        self::assertFalse($weights->sure(['name' => 1, 'phone' => 1, 'employer' => 2, 'school' => 1], 1e-5));
    }

    public function testWhatWasLearnedIsKeptAndABrokenPartFallsBack(): void
    {
        $prior = Weights::prior();
        $kept = Weights::of((array) json_decode((string) json_encode($prior->toArray()), true));
        self::assertEquals($prior, $kept);
        self::assertEquals($prior, Weights::of(['m' => ['name' => [1, 2]], 'u' => 'x']));
    }
}
