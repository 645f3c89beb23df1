<?php

declare(strict_types=1);

namespace Jorvent\Tests\Modules\Careers;

use Jorvent\Careers\Applicant;
use Jorvent\Careers\Entity\OpeningAlert;
use Jorvent\Core\Shared\Refused;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(OpeningAlert::class)]
final class OpeningAlertTest extends TestCase
{
    public function testWhoAsksAgainGetsAMailEveryQuarterOfAnHour(): void
    {
        $alert = self::alert();
        self::assertFalse($alert->askAgain('nb', self::at('10:14:59')));
        self::assertSame('en', $alert->locale());
        self::assertTrue($alert->askAgain('nb', self::at('10:15:00')));
        self::assertSame('nb', $alert->locale(), 'in the language they ask in now');
        self::assertFalse($alert->askAgain('pl', self::at('10:20:00')), 'counted from the last mail');
        $alert->confirm(self::at('10:30:00'));
        self::assertFalse($alert->askAgain('pl', self::at('23:00:00')), 'confirmed, there is nothing to ask');
    }

    public function testConfirmingTwiceLosesNoNews(): void
    {
        $alert = self::alert();
        $alert->confirm(self::at('11:00:00'));
        $alert->confirm(self::at('12:00:00'));
        self::assertEquals(self::at('11:00:00'), $alert->seenUntil());
        $alert->told(self::at('13:00:00'), true);
        self::assertEquals(self::at('13:00:00'), $alert->seenUntil());
    }

    public function testAPersonIsConsideredForAYearAndAskedAgainBefore(): void
    {
        $alert = self::alert();
        $alert->leave(new Applicant('Mina Moe', 'mina@post.example', '', 'Bergen'), 3, null);
        self::assertSame(['Mina', 'Bergen'], [$alert->person()?->firstName(), $alert->person()?->city]);
        $alert->confirm(self::at('11:00:00'));
        $alert->consider(7, self::at('11:00:00'));
        self::assertSame('2027-12-02', $alert->until()?->format('Y-m-d'));
        $alert->remind(self::at('11:00:00')->modify('+340 days'));
        self::assertTrue($alert->isReminded());
        $alert->consider(7, self::at('11:00:00')->modify('+341 days'));
        self::assertSame('2028-11-07', $alert->until()?->format('Y-m-d'));
        self::assertFalse($alert->isReminded(), 'next year they are asked again');
    }

    public function testNobodyIsConsideredBeforeTheyConfirm(): void
    {
        $alert = self::alert();
        $alert->leave(new Applicant('Mina Moe', 'mina@post.example', '', ''), 3, null);
        $this->expectException(\LogicException::class);
        $alert->consider(7, self::at('11:00:00'));
    }

    public function testWhatWasConfirmedIsNotReplaced(): void
    {
        $alert = self::alert();
        $alert->confirm(self::at('11:00:00'));
        $this->expectException(\LogicException::class);
        $alert->wantInstead([], 'en', self::at('12:00:00'));
    }

    public function testAnAddressThatCanNotBeOneIsRefused(): void
    {
        $this->expectExceptionObject(Refused::because('email_wrong', 'email'));
        new OpeningAlert("a@b.example\r\nBcc: all@post.example", 'en', [], 1, self::at('10:00:00'));
    }

    private static function alert(): OpeningAlert
    {
        return new OpeningAlert('mina@post.example', 'en', ['city' => 'Bergen'], 1, self::at('10:00:00'));
    }

    private static function at(string $time): \DateTimeImmutable
    {
        return new \DateTimeImmutable('2026-12-02 '.$time);
    }
}
