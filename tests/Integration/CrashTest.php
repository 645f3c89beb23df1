<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use DAMA\DoctrineTestBundle\PHPUnit\SkipDatabaseRollback;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Exception\ProcessSignaledException;
use Symfony\Component\Process\Process;

/** What several processes do to one another, on the served instance, committed for real. */
#[CoversNothing]
#[SkipDatabaseRollback]
final class CrashTest extends TestCase
{
    /** @return iterable<string, array{string, int}> where it dies, and how many letters have arrived by then */
    public static function deaths(): iterable
    {
        yield 'after it took a message' => ['taken', 0];
        yield 'after the mail server said yes' => ['called', 1];
        yield 'while it writes that down' => ['committing', 1];
        yield 'before the message is taken away' => ['written', 1];
    }

    #[DataProvider('deaths')]
    public function testAKilledWorkerLosesNothingAndDoublesNothing(string $point, int $arrived): void
    {
        $to = 'crash.'.bin2hex(random_bytes(4)).'@post.example';
        self::assertSame('ready', self::letters('put', $to, '5'));
        $killed = self::actor('letters', 'die', $point);
        try {
            $killed->run();
            self::fail('The worker was not killed: '.$killed->getErrorOutput());
        } catch (ProcessSignaledException $e) {
            self::assertSame(\SIGKILL, $e->getSignal());
        }
        $this->othersFinish($to, $arrived, 'written' === $point ? 4 : 5);
    }

    /** The mail server has the letter and has not answered yet when the worker dies. */
    public function testAWorkerKilledDuringTheCallDoublesNothing(): void
    {
        $to = 'crash.'.bin2hex(random_bytes(4)).'@post.example';
        self::assertSame('ready', self::letters('put', $to, '5'));
        $worker = self::held($to, self::actor('letters', 'work'));
        $worker->signal(\SIGKILL);
        while ($worker->isRunning()) {
            usleep(5_000);
        }
        self::standIn('normal');
        $this->othersFinish($to, 1, 5);
    }

    /** A call that takes longer than the time after which messages come again: its worker says that it lives. */
    public function testALongCallIsMadeOnce(): void
    {
        $to = 'crash.'.bin2hex(random_bytes(4)).'@post.example';
        self::assertSame('ready', self::letters('hire', $to));
        self::standIn('hold', 'records');
        $first = self::consume('--limit=1');
        $first->start();
        for ($i = 0; $i < 1000 && !str_starts_with(self::letters('tries', $to), '1'); ++$i) {
            usleep(20_000);
        }
        $second = self::consume('--time-limit=20');
        $second->start();
        $said = static fn (): int => (int) explode(' ', self::letters('tries', $to))[1];
        $seconds = 0;
        for ($i = 0; $i < 200 && $seconds < 3; ++$i) {
            usleep(20_000);
            $seconds = $said();
        }
        self::assertGreaterThanOrEqual(3, $seconds, 'longer than the two seconds of the transport');
        self::standIn('normal', 'records');
        $first->wait();
        $second->signal(\SIGTERM);
        $second->wait();
        self::assertSame('1', explode(' ', self::letters('tries', $to))[0]);
        self::assertSame('0 0', self::letters('count', $to));
    }

    protected function tearDown(): void
    {
        self::standIn('normal');
        self::standIn('normal', 'records');
    }

    private function othersFinish(string $to, int $arrived, int $open): void
    {
        self::assertSame($open.' '.$arrived, self::letters('count', $to), 'nothing is lost');
        $workers = array_map(static fn (): Process => self::actor('letters', 'work'), range(1, 2));
        array_walk($workers, static fn (Process $p) => $p->start());
        array_walk($workers, static fn (Process $p) => $p->wait());
        self::assertSame([0, 0], array_map(static fn (Process $p): ?int => $p->getExitCode(), $workers), $workers[0]->getErrorOutput());
        self::assertSame('1', self::letters('come again'), 'the one the dead worker had in hand');
        self::letters('work');
        self::assertSame('0 5', self::letters('count', $to), 'none waits, each arrived once');
    }

    /** Starts a worker and waits until the mail server has its letter, and keeps it waiting. */
    private static function held(string $to, Process $worker): Process
    {
        self::standIn('hold');
        $worker->start();
        for ($i = 0; $i < 400 && '1' !== explode(' ', self::letters('count', $to))[1]; ++$i) {
            usleep(20_000);
        }

        return $worker;
    }

    private static function consume(string $option): Process
    {
        return new Process(
            ['php', \dirname(__DIR__, 2).'/bin/console', 'messenger:consume', 'outside', '--keepalive=1', '--sleep=0.1', '--quiet', $option],
            env: ['JORVENT_ENV_FILE' => (string) getenv('JORVENT_TEST_ENV'), 'JORVENT_REDELIVER_SECONDS' => '2'], timeout: 60,
        );
    }

    private static function letters(string ...$what): string
    {
        return self::actor('letters', ...$what)->mustRun()->getOutput();
    }

    private static function standIn(string $mode, string $which = 'mail'): void
    {
        $context = stream_context_create(['http' => [
            'method' => 'POST', 'header' => 'Content-Type: application/x-www-form-urlencoded', 'content' => 'mode='.$mode, 'follow_location' => 0,
        ]]);
        self::assertNotFalse(file_get_contents(getenv('JORVENT_STANDIN_URL').'/'.$which.'/mode', false, $context));
    }

    public function testTwentyAtOneSlotGiveExactlyOneBooking(): void
    {
        self::assertSame('ready', self::actor('interviews', '20')->mustRun()->getOutput());
        $people = array_map(static fn (int $i): Process => self::actor('book', (string) $i), range(0, 19));
        array_walk($people, static fn (Process $p) => $p->start());
        array_walk($people, static fn (Process $p) => $p->wait());
        $answers = array_count_values(array_map(static fn (Process $p): string => $p->getOutput(), $people));
        ksort($answers);
        self::assertSame(['booked' => 1, 'time_taken' => 19], $answers, implode("\n", array_map(static fn (Process $p): string => $p->getErrorOutput(), $people)));
        self::assertSame('1', self::actor('booked')->mustRun()->getOutput());
    }

    public function testOfTwoAdminsWhoTakeThatFromEachOtherOneStays(): void
    {
        $kept = self::actor('admins', 'put')->mustRun()->getOutput();
        $rounds = self::times(200);
        $from = (string) (microtime(true) + 2);
        $both = array_map(
            static fn (string $who): Process => self::actor('admins', 'take', $who, $from, (string) $rounds)->setTimeout(120), ['0', '1'],
        );
        array_walk($both, static fn (Process $p) => $p->start());
        array_walk($both, static fn (Process $p) => $p->wait());
        self::assertSame('as before', self::actor('admins', 'put back', $kept)->mustRun()->getOutput());
        $said = array_map(static fn (Process $p): array => array_chunk(explode(' ', $p->getOutput()), 2), $both);
        self::assertSame([$rounds, $rounds], array_map(\count(...), $said), $both[0]->getErrorOutput().$both[1]->getErrorOutput());
        foreach ($said[0] as $round => [$became, $left]) {
            $two = [$became, $said[1][$round][0]];
            self::assertCount(1, array_keys($two, 'taken', true), "round $round: ".implode(' ', $two));
            self::assertSame('1', $left);
        }
    }

    /** One saves, the other is told that someone did, and nothing is lost or half done. */
    public function testOfTwoWhoSaveTheSameDraftOneIsToldOfTheOther(): void
    {
        $draft = self::actor('editors', 'put')->mustRun()->getOutput();
        $rounds = self::times(200);
        $from = (string) (microtime(true) + 2);
        $both = array_map(
            static fn (string $who): Process => self::actor('editors', 'save', $draft, $who, $from, (string) $rounds)
                ->setTimeout(120),
            ['0', '1'],
        );
        array_walk($both, static fn (Process $p) => $p->start());
        array_walk($both, static fn (Process $p) => $p->wait());
        $said = array_map(static fn (Process $p): array => explode(' ', $p->getOutput()), $both);
        self::assertSame([$rounds, $rounds], array_map(\count(...), $said), $both[0]->getErrorOutput().$both[1]->getErrorOutput());
        foreach ($said[0] as $round => $became) {
            $two = [$became, $said[1][$round]];
            sort($two);
            self::assertSame(['saved', 'saved_by_another'], $two, "round $round");
        }
        self::assertSame((string) $rounds, self::actor('editors', 'end', $draft)->mustRun()->getOutput());
    }

    /** One decides, the other is told that nothing is left to decide; the state is that of the one answer there is. */
    public function testOfTwoWhoDecideTheSameApprovalOneIsTold(): void
    {
        $rounds = self::times(200);
        [$said, $ended] = self::race('asked', 'decide', $rounds);
        foreach ($said[0] as $round => $became) {
            $two = [$became, $said[1][$round]];
            sort($two);
            self::assertSame(['done', 'nothing_to_decide'], $two, "round $round");
        }
        $approved = \count(array_keys($said[0], 'done', true));
        $sentBack = $rounds - $approved;
        $states = ['approved' => $approved, 'sent_back' => $sentBack];
        $told = [];
        foreach (array_filter($states, static fn (int $n): bool => $n > 0) as $state => $n) {
            $told[] = "$state 1 $n $n $n";
        }
        self::assertSame(implode('; ', $told), $ended, 'each decided once, none half done');
    }

    /** One saves, the other is told that someone did; the brief has two versions, not three. */
    public function testOfTwoWhoSaveTheSameBriefOneIsToldOfTheOther(): void
    {
        $rounds = self::times(200);
        [$said, $ended] = self::race('drafts', 'save', $rounds);
        foreach ($said[0] as $round => $became) {
            $two = [$became, $said[1][$round]];
            sort($two);
            self::assertSame(['done', 'saved_by_another'], $two, "round $round");
        }
        self::assertSame("draft 2 $rounds ".(2 * $rounds).' 0', $ended);
    }

    /** One posts it, the other is told that it is posted already; each advert stands once and is written down once. */
    public function testOfTwoWhoPostTheSameAdvertOneIsTold(): void
    {
        $rounds = self::times(200);
        [$said, , $posted] = self::race('approved', 'post', $rounds);
        foreach ($said[0] as $round => $became) {
            $two = [$became, $said[1][$round]];
            sort($two);
            self::assertSame(['already_posted', 'done'], $two, "round $round");
        }
        self::assertSame("$rounds $rounds", $posted);
    }

    public function testOfTwoClicksThatAskForTheSameNewsOneAlertAndOneMailCome(): void
    {
        $rounds = self::times(200);
        $who = 'asker.'.bin2hex(random_bytes(4)).'.';
        $from = (string) (microtime(true) + 2);
        $ask = static fn (): Process => self::actor('askers', 'ask', $who, (string) $rounds, $from);
        $both = [$ask(), $ask()];
        array_walk($both, static fn (Process $p) => $p->start());
        array_walk($both, static fn (Process $p) => $p->wait());
        $ended = self::actor('askers', 'end', $who)->mustRun()->getOutput();
        $asked = implode(' ', array_fill(0, $rounds, 'asked'));
        foreach ($both as $one) {
            self::assertSame($asked, $one->getOutput(), $one->getErrorOutput());
        }
        self::assertSame("$rounds $rounds", $ended);
    }

    /**
     * Two processes act on the same requisitions at the same moments.
     *
     * @return array{list<list<string>>, string, string} what became of it for each of them, by round; how all of it ended;
     *                                                   and how often their adverts are posted
     */
    private static function race(string $kind, string $act, int $rounds): array
    {
        $put = explode(' ', self::actor('deciders', 'put '.$kind, (string) $rounds)->mustRun()->getOutput());
        $account = array_shift($put);
        $ids = implode(',', $put);
        $from = (string) (microtime(true) + 2);
        $both = array_map(
            static fn (string $who): Process => self::actor('deciders', $act, $ids, $account, $who, $from)->setTimeout(120),
            ['0', '1'],
        );
        array_walk($both, static fn (Process $p) => $p->start());
        array_walk($both, static fn (Process $p) => $p->wait());
        $said = array_map(static fn (Process $p): array => explode(' ', $p->getOutput()), $both);
        $posted = self::actor('deciders', 'posted', $ids)->mustRun()->getOutput();
        $ended = self::actor('deciders', 'end', $ids)->mustRun()->getOutput();
        self::assertSame([$rounds, $rounds], array_map(\count(...), $said), $both[0]->getErrorOutput().$both[1]->getErrorOutput());

        return [$said, $ended, $posted];
    }

    /** What is kept in shared memory between searches is never out of date, whoever commits first. */
    public function testSearchesFromKeptSetsSeeEveryChangeAndNoOther(): void
    {
        $times = self::times(150);
        $said = self::actor('kept', (string) $times)->mustRun()->getOutput();
        self::assertSame(4 * $times.' rounds, 0 differ, most find someone, kept', $said);
    }

    /** A phrase becomes a key of its own while others write, and nobody is missed or left over. */
    public function testAPhraseIsLearnedWhileOthersWrite(): void
    {
        $writer = self::actor('write', (string) (self::times(50) / 10 + 2));
        $writer->start();
        $learner = self::actor('learn', (string) (self::times(50) / 10));
        $learner->run();
        $writer->wait();
        self::assertSame(['often, 0 differ, some say it', ''], [$learner->getOutput(), $learner->getErrorOutput()]);
        self::assertSame([0, ''], [$writer->getExitCode(), $writer->getErrorOutput()]);
    }

    /** Repeated in full by "bin/test long", at a tenth otherwise. */
    private static function times(int $full): int
    {
        return '1' === getenv('JORVENT_LONG') ? $full : intdiv($full, 10);
    }

    private static function actor(string ...$arguments): Process
    {
        return new Process(['php', '-d', 'apc.enable_cli=1', \dirname(__DIR__).'/Support/actor.php', ...$arguments], env: ['JORVENT_ENV_FILE' => (string) getenv('JORVENT_TEST_ENV')], timeout: 60);
    }
}
