<?php

declare(strict_types=1);

namespace Jorvent\Tests\Contract;

use Jorvent\Core\Calendar\Interval;
use Jorvent\Outside\Calendars\Calendars;
use Jorvent\Outside\Mail\MailPost;
use Jorvent\Outside\Mail\OutgoingMail;
use Jorvent\Outside\Records\HrRecords;
use Jorvent\Outside\ResumeBanks\ResumeBank;
use Jorvent\Platform\Outbox\NotNow;
use Jorvent\Platform\Outbox\RefusedByThem;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\Attributes\DataProvider;

/** Every adapter against its stand-in over the wire: as it should be, down, and answering nonsense. */
#[CoversNothing]
final class AdaptersTest extends DatabaseTest
{
    protected function tearDown(): void
    {
        foreach (['resumes', 'calendar', 'records', 'mail'] as $name) {
            self::standIn($name, 'normal');
        }
        parent::tearDown();
    }

    public function testTheResumeBankCountsAndFindsByOurQueryLine(): void
    {
        $bank = $this->get(ResumeBank::class);
        $all = $bank->search('', 5);
        self::assertSame([2000, 2000, 5], [$all->count, $all->population, \count($all->people)]);
        [$plc, $without] = [$bank->search('PLC', 0)->count, $bank->search('NOT PLC', 0)->count];
        self::assertSame(2000, $plc + $without);
        self::assertGreaterThan(20, $plc);
        $person = $bank->search('"marine electrician" AND PLC', 1)->people[0];
        self::assertEquals($person, $bank->fetch($person->ref));
        self::assertStringContainsStringIgnoringCase('marine electrician', $person->text);
        $this->expectException(RefusedByThem::class);
        $bank->fetch('CF-0');
    }

    public function testCalendarsAnswerTheSameFreeBusyTwiceAndWithinTheWindow(): void
    {
        $window = new Interval(new \DateTimeImmutable('2026-02-02T00:00:00Z'), new \DateTimeImmutable('2026-02-07T00:00:00Z'));
        $busy = $this->get(Calendars::class)->busy('mo.bakkerud@skerryline.example', $window);
        self::assertEquals($busy, $this->get(Calendars::class)->busy('mo.bakkerud@skerryline.example', $window));
        self::assertGreaterThan(120, $busy->minutes());
        self::assertNotEquals($busy, $this->get(Calendars::class)->busy('ines.teixeira@skerryline.example', $window));
    }

    public function testRecordsGiveOneNumberPerKey(): void
    {
        $key = bin2hex(random_bytes(6));
        $number = $this->get(HrRecords::class)->create(['name' => 'Ana Pires'], $key);
        self::assertMatchesRegularExpression('/^M-\d{5}$/', $number);
        self::assertSame($number, $this->get(HrRecords::class)->create(['name' => 'Ana Pires'], $key));
        self::assertNotSame($number, $this->get(HrRecords::class)->create(['name' => 'Ana Pires'], $key.'x'));
    }

    public function testMailKeepsItsTextItsCalendarAndItsIdentity(): void
    {
        $to = 'contract.'.bin2hex(random_bytes(4)).'@post.example';
        $mail = new OutgoingMail('contract/'.$to, $to, 'Łucja Świętochowska', 'Zażółć gęślą jaźń', "Line one\n.\n..dots\nÆrø", "BEGIN:VCALENDAR\r\nEND:VCALENDAR\r\n", 'CANCEL');
        $this->get(MailPost::class)->send($mail);
        $this->get(MailPost::class)->send($mail);
        $box = self::mailbox($to);
        self::assertCount(1, $box, 'the same Message-ID twice is one mail');
        self::assertSame('Zażółć gęślą jaźń', $box[0]['subject']);
        self::assertSame("Line one\n.\n..dots\nÆrø", trim(str_replace("\r\n", "\n", $box[0]['text'])));
        self::assertStringContainsString('BEGIN:VCALENDAR', $box[0]['parts'][0]['content']);
    }

    /** @return iterable<string, array{string, string, class-string<\Throwable>}> */
    public static function failures(): iterable
    {
        foreach (['resumes', 'calendar', 'records', 'mail'] as $name) {
            yield "$name down" => [$name, 'down', NotNow::class];
            yield "$name wrong" => [$name, 'wrong', 'mail' === $name ? RefusedByThem::class : NotNow::class];
        }
    }

    /** @param class-string<\Throwable> $expected */
    #[DataProvider('failures')]
    public function testFailingIsSaidInOneOfTwoWays(string $name, string $mode, string $expected): void
    {
        self::standIn($name, $mode);
        $this->expectException($expected);
        match ($name) {
            'resumes' => $this->get(ResumeBank::class)->search('PLC', 1),
            'calendar' => $this->get(Calendars::class)->busy('a@b.example', new Interval(new \DateTimeImmutable('2026-02-02'), new \DateTimeImmutable('2026-02-03'))),
            'records' => $this->get(HrRecords::class)->create(['name' => 'A'], 'k'),
            default => $this->get(MailPost::class)->send(new OutgoingMail('x', 'a@b.example', 'A', 'S', 'T')),
        };
    }

    public function testTheStandInsPageShowsWhatEachWasAsked(): void
    {
        $this->get(ResumeBank::class)->search('"shore power"', 1);
        $page = (string) file_get_contents((string) getenv('JORVENT_STANDIN_URL'));
        self::assertStringContainsString('q=&quot;shore power&quot;', $page);
        self::assertStringContainsString('Muster Roll', $page);
    }

    public function testASlowAnswerIsAnAnswer(): void
    {
        self::standIn('records', 'slow');
        self::assertStringStartsWith('M-', $this->get(HrRecords::class)->create(['name' => 'Slow'], bin2hex(random_bytes(6))));
    }
}
