<?php

declare(strict_types=1);

namespace Jorvent\Tests\Modules;

use Jorvent\Core\Shared\Refusal;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Brief\Employment;
use Jorvent\Requisitions\Brief\Job;
use Jorvent\Requisitions\Brief\Pay;
use Jorvent\Requisitions\Brief\Place;
use Jorvent\Requisitions\Brief\Team;
use Jorvent\Requisitions\Brief\Time;
use Jorvent\Requisitions\Brief\Visibility;
use Jorvent\Requisitions\Brief\Wants;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Brief::class)]
#[CoversClass(Job::class)]
#[CoversClass(Team::class)]
#[CoversClass(Place::class)]
#[CoversClass(Time::class)]
#[CoversClass(Wants::class)]
#[CoversClass(Pay::class)]
final class BriefTest extends TestCase
{
    /** Every field of a brief, as it is kept with a version. */
    private const FULL = [
        'title' => 'Marine Electrician', 'internalTitle' => 'Marine Electrician II', 'positions' => 2, 'family' => 3,
        'industry' => 'H', 'category' => 'Engine', 'description' => '<p>Keeps the lights on.</p>',
        'employment' => 'fixed_term', 'months' => 9, 'openedOn' => '2026-12-01', 'targetOn' => '2027-02-01',
        'requester' => 1, 'manager' => 2, 'recruiter' => 3, 'partner' => 4, 'visibility' => 'team',
        'unit' => 8, 'costCentre' => 20, 'site' => 1, 'country' => 'NO', 'remote' => 'partly', 'travelDays' => 4,
        'musts' => ['PLC', 'switchboards'], 'wishes' => ['SCADA'], 'education' => 'vocational', 'yearsFrom' => 3,
        'yearsTo' => 10, 'payFrom' => 30_000, 'payTo' => 36_000, 'frequency' => 'hour', 'pays' => 12, 'hours' => 3750,
        'share' => 80, 'benefits' => ['Pension'], 'currency' => 'NOK',
    ];

    public function testAKeptBriefReadsBackAsItWas(): void
    {
        $brief = Brief::fromArray(self::FULL);
        self::assertSame(self::FULL, $brief->toArray());
        self::assertSame([Employment::FixedTerm, Visibility::Team], [$brief->time->employment, $brief->team->visibility]);
        self::assertSame([], $brief->draftBlockers());
        self::assertSame([], $brief->missing());
    }

    public function testEveryFieldButTheCurrencyIsOneThatTwoBriefsCanDifferIn(): void
    {
        $brief = Brief::fromArray(self::FULL);
        $empty = Brief::fromArray([]);
        self::assertSame(array_values(array_diff(array_keys(self::FULL), ['currency'])), Brief::fields());
        foreach (Brief::fields() as $field) {
            $value = $empty->toArray()[$field];
            $expected = self::FULL[$field] === $value ? [] : [$field];
            self::assertSame($expected, $brief->differences($brief->with([$field => $value])), $field);
        }
    }

    public function testWhatAnOlderVersionDidNotHaveStaysAtItsDefault(): void
    {
        $old = Brief::fromArray(['title' => 'Cook', 'employment' => 'of a kind unknown', 'openedOn' => 'soon']);
        self::assertSame(
            ['Cook', null, 'permanent', null, 'reach', 'no', [], 'year', 3750, 'EUR'],
            array_values(array_intersect_key($old->toArray(), array_flip([
                'title', 'internalTitle', 'employment', 'openedOn', 'visibility', 'remote', 'musts', 'currency',
                'frequency', 'hours',
            ]))),
        );
    }

    /** @return iterable<string, array{array<string, mixed>, list<string>}> */
    public static function wrong(): iterable
    {
        yield 'no position' => [['positions' => 0], ['positions positions_out_of_range']];
        yield 'too many positions' => [['positions' => 201], ['positions positions_out_of_range']];
        yield 'a long title' => [['title' => str_repeat('x', 161)], ['title name_too_long']];
        yield 'eleven years' => [['months' => 121], ['months months_out_of_range']];
        yield 'away more than a month has days' => [['travelDays' => 32], ['travelDays travel_days_out_of_range']];
        yield 'travel below nothing' => [['travelDays' => -1], ['travelDays travel_days_out_of_range']];
        yield 'wanted before it opens' => [['targetOn' => '2026-11-30'], ['targetOn target_before_opening']];
        yield 'an odd number of years' => [['yearsFrom' => 61, 'yearsTo' => 62], ['yearsFrom years_out_of_range', 'yearsTo years_upside_down']];
        yield 'years upside down' => [['yearsTo' => 2], ['yearsTo years_upside_down']];
        yield 'no pay at all' => [['payFrom' => 0], ['payFrom pay_not_positive']];
        yield 'pay below nothing' => [['payFrom' => null, 'payTo' => -1], ['payTo pay_not_positive']];
        yield 'pay upside down' => [['payTo' => 29_999], ['payTo pay_upside_down']];
        yield 'terms' => [['pays' => 15, 'hours' => 99, 'share' => 0], ['pays pays_out_of_range', 'hours hours_out_of_range', 'share share_out_of_range']];
    }

    /**
     * @param array<string, mixed> $values
     * @param list<string>         $refused
     */
    #[DataProvider('wrong')]
    public function testWhatCanNotEvenBeADraft(array $values, array $refused): void
    {
        self::assertSame($refused, self::codes(Brief::fromArray([...self::FULL, ...$values])->draftBlockers()));
    }

    public function testWhatApprovalCanNotBeAskedForWithout(): void
    {
        $bare = Brief::fromArray(['employment' => 'seasonal', 'description' => '<p> </p>']);
        $missing = ['title', 'positions', 'months', 'payFrom', 'payTo', 'targetOn', 'musts', 'description'];
        self::assertSame($missing, $bare->missing());
        self::assertNotContains('months', Brief::fromArray([])->missing(), 'a contract without an end has none');
        $today = new \DateTimeImmutable('2027-02-01', new \DateTimeZone('UTC'));
        $brief = Brief::fromArray(self::FULL);
        self::assertSame(['targetOn day_has_passed'], self::codes($brief->askBlockers($today)));
        self::assertSame([], $brief->askBlockers($today->modify('-1 day')));
    }

    public function testPayIsComparedByFullTimeYears(): void
    {
        $pay = Brief::fromArray(self::FULL)->pay;
        // NOK 300 an hour, 37.5 h a week, 52 weeks; the share of the post does not count
        self::assertSame([58_500_000, 70_200_000], [$pay->yearFrom()?->minor, $pay->yearTo()?->minor]);
        self::assertSame(58_500_000, $pay->band()?->bottom->minor);
        self::assertNull(Brief::fromArray([...self::FULL, 'payTo' => null])->pay->band(), 'half a range is none');
        self::assertNull(Brief::fromArray([...self::FULL, 'payTo' => 30_000])->pay->band(), 'nor is one amount');
    }

    public function testSomeoneElseTakesEveryPartOfOnePerson(): void
    {
        $team = (new Team(1, 1, 2, 1, Visibility::Department))->handedOver(1, 9);
        self::assertSame([9, 9, 2, 9, Visibility::Department], [$team->requester, $team->manager, $team->recruiter, $team->partner, $team->visibility]);
        self::assertEquals($team, $team->handedOver(7, 8), 'who has no part gives none');
    }

    /**
     * @param list<Refusal> $refusals
     *
     * @return list<string>
     */
    private static function codes(array $refusals): array
    {
        return array_map(static fn (Refusal $r): string => $r->field.' '.$r->code, $refusals);
    }
}
