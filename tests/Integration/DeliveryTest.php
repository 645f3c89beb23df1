<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Adverts\Message\TellBoard;
use Jorvent\Messages\Message\SendMail;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Content;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Delivery\DeliveryStamp;
use Jorvent\Platform\Delivery\FailedMessages;
use Jorvent\Platform\Delivery\Message\Message;
use Jorvent\Platform\Delivery\Message\Transport;
use Jorvent\Platform\Delivery\NoteFailures;
use Jorvent\Platform\Delivery\TrackDelivery;
use Jorvent\Tests\Support\DatabaseTest;
use Jorvent\Tests\Support\MessageWorker;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\Messenger\Attribute\AsMessage;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\Handler\HandlersLocatorInterface;
use Symfony\Component\Messenger\Retry\MultiplierRetryStrategy;
use Symfony\Component\Messenger\Stamp\RedeliveryStamp;
use Symfony\Component\Messenger\Transport\Receiver\ListableReceiverInterface;

#[CoversClass(Deliveries::class)]
#[CoversClass(TrackDelivery::class)]
#[CoversClass(NoteFailures::class)]
#[CoversClass(FailedMessages::class)]
final class DeliveryTest extends DatabaseTest
{
    /** The mail server knows what it was given before by its key. */
    private string $run;

    protected function setUp(): void
    {
        parent::setUp();
        $this->run = bin2hex(random_bytes(4));
        $this->putOffWhatWaits();
    }

    protected function tearDown(): void
    {
        self::standIn('mail', 'normal');
        parent::tearDown();
    }

    public function testDeliversOnce(): void
    {
        $to = $this->mail('once');
        $this->mail('once');
        self::assertSame(1, $this->int('SELECT count(*) FROM delivery WHERE key = :k', ['k' => $this->key('once')]), 'the same key again adds nothing');
        self::assertSame(1, $this->deliverAll());
        self::assertSame(0, $this->deliverAll());
        self::assertCount(1, self::mailbox($to));
        self::assertSame('delivered', $this->state('once'));
    }

    public function testAMessageGoesWithTheTransactionThatCausesIt(): void
    {
        $before = $this->int('SELECT count(*) FROM message');
        try {
            $this->db()->transaction(function (): never {
                $this->mail('undone');
                throw new \DomainException('no');
            });
        } catch (\DomainException) {
        }
        self::assertSame([null, $before], [$this->state('undone'), $this->int('SELECT count(*) FROM message')]);
    }

    public function testAMessageSaysNothingOfAPerson(): void
    {
        $to = $this->mail('secretly');
        $row = $this->db()->row('SELECT m.body, m.headers FROM message m WHERE m.headers LIKE :k', ['k' => '%'.$this->key('secretly').'%']);
        self::assertNotNull($row);
        self::assertSame(json_encode(['key' => $this->key('secretly')]), $row->str('body'));
        self::assertStringNotContainsString($to, $row->str('headers'));
    }

    public function testAServiceThatIsDownIsTriedAgainWithGrowingPausesAndIsRepairable(): void
    {
        self::standIn('mail', 'down');
        $to = $this->mail('down');
        foreach ([5, 20, 80] as $n => $pause) {
            self::assertSame(1, $this->deliverAll(1));
            self::assertSame(['waiting', $n + 1], [$this->state('down'), $this->attempts('down')]);
            self::assertSame('the mail server did not answer', $this->error('down'));
            // the pauses are spread by a tenth, so that not all ask at once
            $due = $this->int('SELECT extract(epoch FROM available_at - CAST(:now AS timestamptz)) FROM delivery WHERE key = :k', ['k' => $this->key('down'), 'now' => $this->clock()->now()]);
            self::assertEqualsWithDelta($pause, $due, 2 + $pause / 10);
            self::assertSame(0, $this->deliverAll(1), 'not before its pause is over');
            $this->clock()->moveTo($this->clock()->now()->modify('+'.($due + 2).' seconds'));
        }
        self::standIn('mail', 'normal');
        self::assertSame(1, $this->deliverAll(1));
        self::assertCount(1, self::mailbox($to));
    }

    public function testAfterThreeDaysItHasFailedAndIsSentAgainByHand(): void
    {
        self::standIn('mail', 'down');
        $to = $this->mail('late');
        $this->tried('late', TrackDelivery::TRIES - 1);
        self::assertSame(1, $this->deliverAll(1));
        self::assertSame('failed', $this->state('late'));
        self::assertSame([$this->key('late')], $this->failed());
        self::assertSame([], self::mailbox($to));
        self::standIn('mail', 'normal');
        self::assertTrue($this->get(Deliveries::class)->tryAgain($this->id('late')));
        self::assertSame([], $this->failed(), 'and no copy of it is left');
        self::assertSame(1, $this->deliverAll(1));
        self::assertCount(1, self::mailbox($to));
        self::assertFalse($this->get(Deliveries::class)->tryAgain($this->id('late')), 'what went out does not go again');
    }

    public function testTheTriesTakeThreeDays(): void
    {
        $envelope = new Envelope(new SendMail('test'));
        $strategy = self::getContainer()->get('messenger.retry.multiplier_retry_strategy.outside');
        self::assertInstanceOf(MultiplierRetryStrategy::class, $strategy);
        $waited = 0;
        $tries = 1;
        while ($strategy->isRetryable($envelope)) {
            $waited += $strategy->getWaitingTime($envelope);
            $envelope = $envelope->with(new RedeliveryStamp($tries++));
        }
        self::assertSame(TrackDelivery::TRIES, $tries);
        self::assertEqualsWithDelta(3 * 86_400_000, $waited, 0.1 * 86_400_000 * 3);
    }

    public function testAnOperatorTriesAFailedOne(): void
    {
        self::standIn('mail', 'wrong');
        $to = $this->mail('operated');
        $this->deliverAll(1);
        $work = static fn (): int => (new MessageWorker(self::getContainer()))->work(1, null, [Transport::FAILED]);
        self::assertSame(1, $work());
        self::assertSame('failed', $this->state('operated'), 'and fails again: it stays where it was');
        self::assertSame([$this->key('operated')], $this->failed());
        self::standIn('mail', 'normal');
        self::assertSame(1, $work());
        self::assertSame(['delivered', []], [$this->state('operated'), $this->failed()]);
        self::assertCount(1, self::mailbox($to));
    }

    /** A message without a queue would be handled within the act that asks for it, and one without a handler by nobody. */
    public function testEveryMessageHasAQueueAndAHandler(): void
    {
        $locator = self::getContainer()->get('messenger.bus.default.messenger.handlers_locator');
        self::assertInstanceOf(HandlersLocatorInterface::class, $locator);
        $found = 0;
        foreach (glob(\dirname(__DIR__, 2).'/src/{*,*/*}/Message/*.php', \GLOB_BRACE) ?: [] as $file) {
            $class = 'Jorvent\\'.strtr(substr($file, \strlen(\dirname(__DIR__, 2).'/src/'), -4), '/', '\\');
            if (!is_a($class, Message::class, true) || interface_exists($class)) {
                continue;
            }
            ++$found;
            $reflection = new \ReflectionClass($class);
            $queue = ($reflection->getAttributes(AsMessage::class)[0] ?? null)?->newInstance()->transport;
            self::assertContains($queue, [Transport::OUTSIDE, Transport::SOON, Transport::LONG], $class);
            $message = $reflection->newInstanceWithoutConstructor();
            self::assertCount(1, [...$locator->getHandlers(new Envelope($message))], $class);
        }
        self::assertGreaterThan(6, $found);
    }

    public function testWhatKillsItsWorkerAgainAndAgainIsParked(): void
    {
        $this->mail('deadly');
        $this->db()->execute("UPDATE delivery SET attempts = :n, state = 'sending' WHERE key = :k", ['n' => TrackDelivery::TRIES, 'k' => $this->key('deadly')]);
        $this->deliverAll(1);
        self::assertSame(['failed', 'never_ended'], [$this->state('deadly'), $this->error('deadly')]);
    }

    public function testANoIsFinalAtOnce(): void
    {
        self::standIn('mail', 'wrong');
        $this->mail('no');
        $this->deliverAll(1);
        self::assertSame(['failed', 1], [$this->state('no'), $this->attempts('no')]);
        self::assertTrue($this->get(Deliveries::class)->giveUp($this->id('no')));
        self::assertSame(['dropped', []], [$this->state('no'), $this->failed()]);
    }

    public function testWhatIsDroppedNeverGoes(): void
    {
        $to = $this->mail('dropped');
        self::assertSame(1, $this->get(Deliveries::class)->drop($this->key('dropped')));
        $this->deliverAll();
        self::assertSame([], self::mailbox($to));
        self::assertSame('dropped', $this->state('dropped'));
    }

    public function testAKeyIsTakenAsItIsWritten(): void
    {
        $this->mail('a_b');
        $this->mail('axb');
        self::assertSame(1, $this->get(Deliveries::class)->drop($this->key('a_')), 'no sign stands for any other');
        self::assertSame('waiting', $this->state('axb'));
    }

    public function testWhatAWorkerHasInHandIsNotWithdrawn(): void
    {
        $this->mail('leaving');
        $this->db()->execute("UPDATE delivery SET state = 'sending' WHERE key = :k", ['k' => $this->key('leaving')]);
        self::assertSame(0, $this->get(Deliveries::class)->drop($this->key('leaving')));
        self::assertTrue($this->get(Deliveries::class)->left($this->key('leaving')));
        self::assertSame(1, $this->deliverAll(), 'its worker died: the message comes again');
        self::assertSame('delivered', $this->state('leaving'));
    }

    /** Someone is forgotten while their letter is in hand, and the mail server says no or nothing. */
    #[TestWith(['down'])]
    #[TestWith(['wrong'])]
    public function testWhatIsDroppedWhileItIsInHandStaysDroppedAndKeepsNoError(string $mode): void
    {
        self::standIn('mail', $mode);
        $this->mail('forgotten');
        $events = self::getContainer()->get('event_dispatcher');
        self::assertInstanceOf(EventDispatcherInterface::class, $events);
        $drop = fn () => $this->db()->execute("UPDATE delivery SET state = 'dropped' WHERE key = :k", ['k' => $this->key('forgotten')]);
        $events->addListener(WorkerMessageFailedEvent::class, $drop, 300);
        self::assertSame(1, $this->deliverAll(1));
        $events->removeListener(WorkerMessageFailedEvent::class, $drop);
        self::assertSame(['dropped', null], [$this->state('forgotten'), $this->error('forgotten')]);
        $this->clock()->moveTo($this->clock()->now()->modify('+1 hour'));
        self::assertSame(0, $this->deliverAll(), 'and it is not tried again');
    }

    public function testOneThatWaitsForAnotherOfItsPostingIsNotCounted(): void
    {
        $deliveries = $this->get(Deliveries::class);
        $posting = $this->int('SELECT min(id) FROM posting');
        foreach (['first', 'second'] as $name) {
            $deliveries->add(new TellBoard($posting), $this->key($name), new About('posting', $posting));
        }
        $this->db()->execute("UPDATE delivery SET state = 'dropped' WHERE state = 'waiting' AND NOT starts_with(key, 'test-')");
        $this->db()->execute("UPDATE delivery SET state = 'sending', attempts = 1 WHERE key = :k", ['k' => $this->key('first')]);
        $this->db()->execute('UPDATE delivery SET attempts = 2 WHERE key = :k', ['k' => $this->key('second')]);
        $this->db()->execute('DELETE FROM message WHERE headers LIKE :k', ['k' => '%'.$this->key('first').'%']);
        $this->deliverAll(1);
        self::assertSame(['waiting', 2], [$this->state('second'), $this->attempts('second')]);
        self::assertStringStartsWith('left in peace', (string) $this->error('second'));
    }

    public function testOfSeveralMessagesOfOneDeliveryTheLastCounts(): void
    {
        $to = $this->mail('twice');
        $this->get(Deliveries::class)->hurry('candidate', [1]);
        self::assertSame(2, $this->int('SELECT count(*) FROM message WHERE headers LIKE :k', ['k' => '%'.$this->key('twice').'%']));
        self::assertSame(1, $this->deliverAll());
        self::assertSame(['delivered', 1], [$this->state('twice'), $this->attempts('twice')]);
        self::assertCount(1, self::mailbox($to));
    }

    private function key(string $name): string
    {
        return 'test-'.$this->run.'-'.$name;
    }

    private function mail(string $name): string
    {
        $to = $name.'.'.$this->run.'@post.example';
        $content = new Content(['to' => $to, 'name' => 'A', 'subject' => 'Subject', 'text' => 'Text']);
        $this->get(Deliveries::class)->add(new SendMail($this->key($name)), $this->key($name), new About('candidate', 1, null, 1), $content);
        // what the demo world left waiting is not this test's
        $this->db()->execute("UPDATE delivery SET state = 'dropped' WHERE state = 'waiting' AND key NOT LIKE 'test-%'");

        return $to;
    }

    /** As if it had been tried so often. */
    private function tried(string $name, int $times): void
    {
        $transport = self::getContainer()->get('messenger.transport.'.Transport::OUTSIDE);
        self::assertInstanceOf(\Symfony\Component\Messenger\Transport\TransportInterface::class, $transport);
        $this->db()->execute('DELETE FROM message WHERE headers LIKE :k', ['k' => '%'.$this->key($name).'%']);
        $transport->send(new Envelope(new SendMail($this->key($name)), [new DeliveryStamp($this->key($name), 0), new RedeliveryStamp($times)]));
        $this->db()->execute('UPDATE delivery SET attempts = :n WHERE key = :k', ['n' => $times, 'k' => $this->key($name)]);
    }

    /** @return list<string> keys of the deliveries in the failure transport */
    private function failed(): array
    {
        $transport = self::getContainer()->get('messenger.transport.'.Transport::FAILED);
        self::assertInstanceOf(ListableReceiverInterface::class, $transport);
        $keys = [];
        foreach ($transport->all() as $envelope) {
            $keys[] = $envelope->last(DeliveryStamp::class)->key ?? '?';
        }

        return $keys;
    }

    private function id(string $name): int
    {
        return $this->int('SELECT id FROM delivery WHERE key = :key', ['key' => $this->key($name)]);
    }

    private function state(string $name): ?string
    {
        return $this->db()->row('SELECT state FROM delivery WHERE key = :key', ['key' => $this->key($name)])?->str('state');
    }

    private function attempts(string $name): int
    {
        return $this->int('SELECT attempts FROM delivery WHERE key = :key', ['key' => $this->key($name)]);
    }

    private function error(string $name): ?string
    {
        return $this->db()->row('SELECT last_error FROM delivery WHERE key = :key', ['key' => $this->key($name)])?->strOrNull('last_error');
    }
}
