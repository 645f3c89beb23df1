<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use DAMA\DoctrineTestBundle\PHPUnit\SkipDatabaseRollback;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Exception\ProcessSignaledException;
use Symfony\Component\Process\Process;

/** What several processes do to one another, on the served instance, committed for real. */
#[CoversNothing]
#[SkipDatabaseRollback]
final class CrashTest extends TestCase
{
    public function testAWorkerKilledBetweenDeliveryAndCommitLosesNothingAndDoublesNothing(): void
    {
        $to = 'crash.'.bin2hex(random_bytes(4)).'@post.example';
        self::assertSame('ready', self::actor('mails', $to, '5')->mustRun()->getOutput());
        // this worker has handed the mail over and dies before it can say so
        $killed = self::actor('die', $to);
        try {
            $killed->run();
            self::fail('The worker was not killed: '.$killed->getErrorOutput());
        } catch (ProcessSignaledException $e) {
            self::assertSame(\SIGKILL, $e->getSignal());
        }
        self::assertSame('5 1', self::actor('count', $to)->mustRun()->getOutput(), 'all five still wait, one has arrived');
        $workers = array_map(static fn (): Process => self::actor('work', $to), range(1, 3));
        array_walk($workers, static fn (Process $p) => $p->start());
        array_walk($workers, static fn (Process $p) => $p->wait());
        self::assertSame('0 5', self::actor('count', $to)->mustRun()->getOutput(), 'none waits, each arrived once');
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

    /** What is kept in shared memory between searches is never out of date, whoever commits first. */
    public function testSearchesFromKeptSetsSeeEveryChangeAndNoOther(): void
    {
        self::assertSame('600 rounds, 0 differ, most find someone, kept', self::actor('kept')->mustRun()->getOutput());
    }

    /** A phrase becomes a key of its own while others write, and nobody is missed or left over. */
    public function testAPhraseIsLearnedWhileOthersWrite(): void
    {
        $writer = self::actor('write', '7');
        $writer->start();
        $learner = self::actor('learn', '5');
        $learner->run();
        $writer->wait();
        self::assertSame(['often, 0 differ, some say it', ''], [$learner->getOutput(), $learner->getErrorOutput()]);
        self::assertSame([0, ''], [$writer->getExitCode(), $writer->getErrorOutput()]);
    }

    private static function actor(string ...$arguments): Process
    {
        return new Process(['php', '-d', 'apc.enable_cli=1', \dirname(__DIR__).'/Support/actor.php', ...$arguments], env: ['JORVENT_ENV_FILE' => (string) getenv('JORVENT_TEST_ENV')], timeout: 60);
    }
}
