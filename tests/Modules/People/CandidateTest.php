<?php

declare(strict_types=1);

namespace Jorvent\Tests\Modules\People;

use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Entity\Candidate;
use Jorvent\People\Entity\ContactBar;
use Jorvent\People\Entity\PayTold;
use Jorvent\People\Entity\Readiness;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

#[CoversClass(Candidate::class)]
#[CoversClass(ContactBar::class)]
#[CoversClass(PayTold::class)]
#[CoversClass(Readiness::class)]
final class CandidateTest extends TestCase
{
    public function testWhatIsNotKnownIsTakenOverAndWhatIsStays(): void
    {
        $stays = self::candidate('Ana', 'ana@post.example', null);
        $stays->describe('', 4, null, null);
        $goes = self::candidate('Ana P.', 'other@post.example', '+47 41 23 45 67');
        $goes->describe('Welder', 9, true, new \DateTimeImmutable('2026-11-01'));
        $goes->liveIn('NO');
        $stays->fillFrom($goes);
        self::assertSame('Ana', $stays->name());
        self::assertSame([
            'email' => 'ana@post.example', 'phone' => '+47 41 23 45 67', 'city' => 'Vigo', 'country' => 'NO',
            'headline' => 'Welder', 'years' => '4.0', 'would_move' => true,
        ], \array_slice($stays->facts(), 0, 7));
        self::assertSame('2026-11-01', $stays->facts()['active_on']);
        self::assertSame('bank:Ana', $stays->facts()['outside_ref'], 'each keeps what it is known by outside');
    }

    public function testPayIsTakenOverAsAWholeOrNotAtAll(): void
    {
        $stays = self::candidate();
        $goes = self::candidate();
        $goes->tellPay(Money::major(50_000, 'EUR'), Money::major(60_000, 'EUR'));
        $stays->tellPay(null, Money::major(600_000, 'NOK'));
        $stays->fillFrom($goes);
        self::assertSame([null, 60_000_000, 'NOK'], self::pay($stays), 'no pay of now in another currency');
        $empty = self::candidate();
        $empty->fillFrom($goes);
        self::assertSame([5_000_000, 6_000_000, 'EUR'], self::pay($empty));
    }

    /** @param string $first the bars of both: a day, or none; $holds: 1 for that of the record that stays */
    #[TestWith(['', '', 1])]
    #[TestWith(['2027-01-01', '', 1])]
    #[TestWith(['', '2027-01-01', 2])]
    #[TestWith(['2027-01-01', '2027-06-01', 2])]
    #[TestWith(['2027-06-01', '2027-01-01', 1])]
    #[TestWith(['2027-01-01', '2027-01-01', 1])]
    public function testTheStricterBarHoldsWithItsNote(string $first, string $second, int $holds): void
    {
        [$stays, $goes] = [self::candidate(), self::candidate()];
        $today = new \DateTimeImmutable('2026-12-02');
        foreach ([[$stays, $first, 'one'], [$goes, $second, 'two']] as [$candidate, $until, $note]) {
            if ('' !== $until) {
                $candidate->bar($today, new \DateTimeImmutable($until), $note);
            }
        }
        $stays->fillFrom($goes);
        $day = 1 === $holds ? $first : $second;
        $note = '' === $day ? '' : [1 => 'one', 2 => 'two'][$holds];
        self::assertSame([$day, $note], [
            (string) $stays->facts()['contact_barred_until'], $stays->facts()['contact_barred_note'],
        ]);
    }

    public function testWhatWasTakenOverGoesBackWhereNobodyChangedIt(): void
    {
        [$stays, $goes] = [self::candidate('Ana', null, null), self::candidate('Ana P.', 'other@post.example', '123')];
        $goes->tell(['no'], true, false, true, new \DateTimeImmutable('2026-12-02'));
        $before = $stays->facts();
        $stays->fillFrom($goes);
        $after = $stays->facts();
        self::assertSame([true, false, '2026-12-02'], [$after['remote'], $after['would_move'], $after['considers_on']]);
        $stays->describe('Chief welder', null, true, null);
        $stays->restore($before, $after);
        $now = $stays->facts();
        self::assertSame([null, null, null, null], [$now['email'], $now['phone'], $now['remote'], $now['considers_on']]);
        self::assertSame(['Chief welder', true], [$now['headline'], $now['would_move']], 'changed since, it stays');
    }

    public function testJoiningAndTakingApart(): void
    {
        [$stays, $goes] = [self::candidate(), self::candidate()];
        (new \ReflectionProperty($stays, 'id'))->setValue($stays, 7);
        self::assertTrue($goes->isOwn());
        $goes->joinInto($stays);
        self::assertSame([7, 7, false], [$goes->claims(), $goes->mergedInto(), $goes->isOwn()]);
        $goes->takeApart();
        self::assertSame([null, null, true], [$goes->claims(), $goes->mergedInto(), $goes->isOwn()]);
        $goes->giveWay(new \DateTimeImmutable('2026-12-02'));
        self::assertTrue($goes->isErased());
        self::assertSame([null, null, null], [$goes->facts()['email'], $goes->facts()['phone'], $goes->facts()['city']]);
    }

    public function testWhatTheyToldIsKeptByItsKind(): void
    {
        $candidate = self::candidate();
        $today = new \DateTimeImmutable('2026-12-02');
        $candidate->tell(['no', 'GB', 'NO'], true, null, true, $today);
        $candidate->tell(['pl'], null, false, false, $today->modify('+5 days'));
        $facts = $candidate->facts();
        self::assertSame([null, false, '2026-12-02'], [$facts['remote'], $facts['would_move'], $facts['considers_on']]);
        $this->expectExceptionObject(Refused::because('country_unknown', 'permits'));
        $candidate->tell(['Norway'], null, null, false, $today);
    }

    #[TestWith(['2026-12-02', '', 'until bar_day_wrong'])]
    #[TestWith(['2036-12-03', '', 'until bar_day_wrong'])]
    #[TestWith(['2027-12-02', 'long', 'note name_too_long'])]
    public function testABarIsForADayToCome(string $until, string $note, string $expected): void
    {
        $this->expectExceptionMessage($expected);
        self::candidate()->bar(
            new \DateTimeImmutable('2026-12-02'), new \DateTimeImmutable($until), str_repeat($note, 100),
        );
    }

    public function testWhoWasToldIsToldOnce(): void
    {
        $candidate = self::candidate();
        $candidate->mustBeToldBy(new \DateTimeImmutable('2026-12-30'));
        self::assertSame([true, false], [$candidate->wasTold(), $candidate->wasTold()]);
        self::assertSame([true, false, true], [
            $candidate->confide(true), $candidate->confide(true), $candidate->confide(false),
        ]);
    }

    private static function candidate(string $name = 'Ana', ?string $email = null, ?string $phone = null): Candidate
    {
        return new Candidate(
            $name, $email, $phone, 'Vigo', 'Europe/Oslo', 'en', 'applied', 'bank:'.$name, new \DateTimeImmutable('2026-01-01'),
        );
    }

    /** @return array{mixed, mixed, mixed} */
    private static function pay(Candidate $candidate): array
    {
        $facts = $candidate->facts();

        return [$facts['pay_current'], $facts['pay_expected'], $facts['pay_currency']];
    }
}
