<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Doctrine\DBAL\DriverManager;
use Doctrine\DBAL\Tools\DsnParser;
use Jorvent\Platform\Schedule\ByTheClock;
use Jorvent\Platform\Schedule\NoteFailedTasks;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;
use Psr\Log\AbstractLogger;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Lock\Store\DoctrineDbalPostgreSqlStore;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\Exception\HandlerFailedException;
use Symfony\Component\Scheduler\Generator\MessageGenerator;
use Symfony\Component\Scheduler\Messenger\ServiceCallMessage;
use Symfony\Component\Scheduler\ScheduleProviderInterface;

#[CoversClass(ByTheClock::class)]
#[CoversClass(NoteFailedTasks::class)]
final class ScheduleTest extends DatabaseTest
{
    public function testTasksRunAsOftenAsTheySayAndWhatWasMissedRunsOnce(): void
    {
        [$clock, $generator] = $this->generator();
        self::assertSame([], $this->due($generator), 'nothing at once');
        $clock->modify('+61 seconds');
        $due = $this->due($generator);
        self::assertContains(\Jorvent\Adverts\BeginAndEndPostings::class, $due);
        self::assertNotContains(\Jorvent\Careers\PurgeDrafts::class, $due, 'that is every ten minutes');
        $clock->modify('+3 hours');
        $due = $this->due($generator);
        self::assertSame(array_values(array_unique($due)), $due, 'what was missed while no worker ran is done once');
        self::assertContains(\Jorvent\Careers\PurgeDrafts::class, $due);
        self::assertSame([], $this->due($generator));
    }

    public function testOneWorkerAtATimeRunsThem(): void
    {
        $url = $_SERVER['DATABASE_URL'] ?? null;
        self::assertIsString($url);
        $other = DriverManager::getConnection((new DsnParser(['postgresql' => 'pdo_pgsql']))->parse($url));
        $lock = (new LockFactory(new DoctrineDbalPostgreSqlStore($other)))->createLock('by-the-clock', null);
        self::assertTrue($lock->acquire());
        [$clock, $generator] = $this->generator();
        self::assertSame([], $this->due($generator));
        $clock->modify('+61 seconds');
        self::assertSame([], $this->due($generator), 'another has the clock');
        $lock->release();
        $this->due($generator);
        $clock->modify('+61 seconds');
        self::assertContains(\Jorvent\Adverts\BeginAndEndPostings::class, $this->due($generator));
        $other->close();
    }

    public function testATaskThatFailsIsLoggedWithoutItsWords(): void
    {
        $logger = new class extends AbstractLogger {
            /** @var list<array{string, array<array-key, mixed>}> */
            public array $said = [];

            public function log($level, string|\Stringable $message, array $context = []): void
            {
                $this->said[] = [(string) $message, $context];
            }
        };
        $note = new NoteFailedTasks($logger);
        $failed = static fn (object $message): WorkerMessageFailedEvent => new WorkerMessageFailedEvent(
            new Envelope($message), 'scheduler_default',
            new HandlerFailedException(new Envelope($message), [new \RuntimeException('no such mailbox: kari@post.example')]),
        );
        $note($failed(new ServiceCallMessage('a.task', 'run')));
        $note($failed(new \stdClass()));
        self::assertCount(1, $logger->said, 'messages of other kinds are noted elsewhere');
        self::assertSame(['a.task', 'RuntimeException'], [$logger->said[0][1]['what'] ?? '', $logger->said[0][1]['error'] ?? '']);
        self::assertStringNotContainsString('kari', serialize($logger->said));
    }

    /** @return array{MockClock, MessageGenerator} that remembers nothing of another test */
    private function generator(): array
    {
        $clock = new MockClock('2027-03-01 08:00:30');
        $provider = self::getContainer()->get('scheduler.provider.default');
        self::assertInstanceOf(ScheduleProviderInterface::class, $provider);

        return [$clock, new MessageGenerator($provider, 'test-'.bin2hex(random_bytes(6)), $clock)];
    }

    /** @return list<string> the services that are to run */
    private function due(MessageGenerator $generator): array
    {
        $due = [];
        foreach ($generator->getMessages() as $message) {
            self::assertInstanceOf(ServiceCallMessage::class, $message);
            $due[] = $message->getServiceId();
        }

        return $due;
    }
}
