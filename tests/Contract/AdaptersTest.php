<?php

declare(strict_types=1);

namespace Jorvent\Tests\Contract;

use Jorvent\Core\Federation\Translation;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Shared\Interval;
use Jorvent\Outside\Calendars\Calendars;
use Jorvent\Outside\Mail\MailPost;
use Jorvent\Outside\Mail\OutgoingMail;
use Jorvent\Outside\Records\HrRecords;
use Jorvent\Outside\ResumeBanks\BankAnswer;
use Jorvent\Outside\ResumeBanks\ResumeBank;
use Jorvent\Outside\ResumeBanks\ResumeBanks;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\Attributes\DataProvider;

/** Every adapter against its stand-in over the wire: as it should be, down, and answering nonsense. */
#[CoversNothing]
final class AdaptersTest extends DatabaseTest
{
    protected function tearDown(): void
    {
        foreach (['resumes', 'ropewalk', 'fathom', 'calendar', 'records', 'mail'] as $name) {
            self::standIn($name, 'normal');
        }
        parent::tearDown();
    }

    /** @return iterable<string, array{string, int, bool}> key, how many people, whether it leaves out */
    public static function banks(): iterable
    {
        yield 'Crewfold' => ['crewfold', 2000, true];
        yield 'Ropewalk' => ['ropewalk', 1350, true];
        yield 'Fathom' => ['fathom', 1580, false];
    }

    #[DataProvider('banks')]
    public function testAResumeBankCountsFindsAndShowsNobodyBeforeAViewIsSpent(string $key, int $people, bool $leavesOut): void
    {
        $all = $this->found($key, '', 5);
        self::assertSame([$people, $people, 5], [$all->count, $all->population, \count($all->people)]);
        $plc = $this->found($key, 'PLC', 30)->count;
        self::assertGreaterThan(20, $plc);
        self::assertCount(min(60, $plc), $this->found($key, 'PLC', 60)->people);
        if ($leavesOut) {
            self::assertSame($people, $plc + $this->found($key, 'NOT PLC', 1)->count);
        }
        $seen = $this->found($key, 'electrician AND PLC', 1)->people[0];
        $whole = $this->bank($key)->fetch($seen->ref);
        self::assertSame(['', null, null], [$seen->name, $seen->email, $seen->phone]);
        self::assertStringNotContainsString($whole->name, $seen->text);
        self::assertStringNotContainsString((string) $whole->email, $seen->text);
        self::assertSame([$seen->ref, $seen->headline, $seen->city, $seen->mailHash], [$whole->ref, $whole->headline, $whole->city, hash('sha256', mb_strtolower((string) $whole->email))]);
        self::assertStringContainsStringIgnoringCase('electrician', $whole->text);
        $this->expectException(RefusedByThem::class);
        $this->bank($key)->fetch('XX-0');
    }

    public function testCrewfoldSendsPageByPageAndAsksForAPause(): void
    {
        $seventy = $this->found('crewfold', 'ferry OR yard', 70)->people;
        self::assertCount(70, array_unique(array_map(static fn ($p): string => $p->ref, $seventy)));
        try {
            $this->expectException(NotNow::class);
            for ($i = 0; $i < 80; ++$i) {
                $this->bank('crewfold')->search(null, [], 1);
            }
        } finally {
            self::standIn('resumes', 'normal'); // counts anew, for others ask after this
        }
    }

    public function testPlainCriteriaAreAppliedThere(): void
    {
        self::assertLessThan(2000, $this->bank('crewfold')->search(null, [new Criterion(Kind::Years, from: 10)], 1)->count);
        $there = $this->bank('ropewalk')->search(null, [new Criterion(Kind::Place, ['Bergen', 'Vigo'])], 60);
        $towns = array_unique(array_map(static fn ($p): string => (string) $p->city, $there->people));
        sort($towns);
        self::assertSame(['Bergen', 'Vigo'], $towns);
        self::assertLessThan(1350, $there->count);
    }

    private function bank(string $key): ResumeBank
    {
        return $this->get(ResumeBanks::class)->get($key) ?? self::fail($key);
    }

    /** Waits for it, and asks again when it is not there. */
    private function found(string $key, string $query, int $most): BankAnswer
    {
        $bank = $this->bank($key);
        $node = Translation::of((new Parser())->parse($query)->conjuncts(), $bank->abilities())->node;
        for ($try = 0;; ++$try) {
            try {
                $answer = $bank->search($node, [], $most);
                while (null !== $answer->ticket) {
                    usleep(300_000);
                    $answer = $bank->collect($answer->ticket);
                }

                return $answer;
            } catch (NotNow $e) {
                if ('fathom' !== $key || $try > 1) {
                    throw $e;
                }
            }
        }
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
        foreach (['resumes', 'ropewalk', 'fathom', 'calendar', 'records', 'mail'] as $name) {
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
            'ropewalk' => $this->bank('ropewalk')->search(null, [], 1),
            'fathom' => $this->bank('fathom')->search(null, [], 1),
            'resumes' => $this->bank('crewfold')->search(null, [], 1),
            'calendar' => $this->get(Calendars::class)->busy('a@b.example', new Interval(new \DateTimeImmutable('2026-02-02'), new \DateTimeImmutable('2026-02-03'))),
            'records' => $this->get(HrRecords::class)->create(['name' => 'A'], 'k'),
            default => $this->get(MailPost::class)->send(new OutgoingMail('x', 'a@b.example', 'A', 'S', 'T')),
        };
    }

    public function testTheStandInsPageShowsWhatEachWasAsked(): void
    {
        $this->bank('crewfold')->search((new Parser())->parse('"shore power"')->node, [], 1);
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
