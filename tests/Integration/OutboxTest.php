<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Platform\Outbox\Deliver;
use Jorvent\Platform\Outbox\Outbox;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

#[CoversClass(Outbox::class)]
#[CoversClass(Deliver::class)]
final class OutboxTest extends DatabaseTest
{
    protected function setUp(): void
    {
        parent::setUp();
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
        self::assertSame(1, $this->int("SELECT count(*) FROM outbox WHERE key = 'test-once'"), 'the same key again adds nothing');
        self::assertSame(1, $this->deliverAll());
        self::assertSame(0, $this->deliverAll());
        self::assertCount(1, self::mailbox($to));
        self::assertSame('delivered', $this->state('once'));
    }

    public function testAServiceThatIsDownIsTriedAgainWithGrowingPausesThenFailsAndIsRepairable(): void
    {
        self::standIn('mail', 'down');
        $to = $this->mail('down');
        $waited = 0;
        for ($tries = 1; null !== $pause = Deliver::pause($tries); ++$tries) {
            if ($tries > 6 && $tries < Deliver::TRIES - 2) {
                $waited += $pause;
                continue; // the long middle is one like the other
            }
            $this->db()->execute("UPDATE outbox SET attempts = :n WHERE key = 'test-down'", ['n' => $tries - 1]);
            self::assertSame(1, $this->deliverAll(1));
            self::assertSame('waiting', $this->state('down'));
            self::assertSame($tries, $this->int("SELECT attempts FROM outbox WHERE key = 'test-down'"));
            self::assertSame(0, $this->deliverAll(1), 'not before its pause is over');
            // from the clock as it is now: an attempt takes time of its own
            $this->clock()->moveTo($this->clock()->now()->modify('+'.($pause + 1).' seconds'));
            $waited += $pause;
        }
        self::assertGreaterThan(3 * 86_400, $waited, 'three days at least');
        self::assertSame(1, $this->deliverAll(1));
        self::assertSame('failed', $this->state('down'));
        self::assertSame('the mail server did not answer', $this->db()->row("SELECT last_error FROM outbox WHERE key = 'test-down'")?->str('last_error'));
        self::assertSame([], self::mailbox($to));
        self::standIn('mail', 'normal');
        self::assertTrue($this->get(Outbox::class)->tryAgain($this->int("SELECT id FROM outbox WHERE key = 'test-down'")));
        self::assertSame(1, $this->deliverAll(1));
        self::assertCount(1, self::mailbox($to));
    }

    public function testWhatNobodyCarriesIsParkedAndKeepsNothingElse(): void
    {
        $to = $this->mail('after');
        $this->get(Outbox::class)->add('nonsense', 'test-unknown', 'candidate', 1);
        $this->db()->execute("UPDATE outbox SET available_at = available_at - interval '1 hour' WHERE key = 'test-unknown'");
        self::assertSame(2, $this->deliverAll());
        self::assertSame(['failed', 'delivered'], [$this->state('unknown'), $this->state('after')]);
        self::assertCount(1, self::mailbox($to));
    }

    public function testWhatKillsItsWorkerAgainAndAgainIsParked(): void
    {
        $this->mail('deadly');
        $this->db()->execute("UPDATE outbox SET attempts = :n WHERE key = 'test-deadly'", ['n' => Deliver::TRIES]);
        $this->deliverAll(1);
        self::assertSame('failed', $this->state('deadly'));
    }

    public function testANoIsFinalAtOnce(): void
    {
        self::standIn('mail', 'wrong');
        $this->mail('no');
        $this->deliverAll(1);
        self::assertSame('failed', $this->state('no'));
    }

    public function testWhatIsDroppedNeverGoes(): void
    {
        $to = $this->mail('dropped');
        self::assertSame(1, $this->get(Outbox::class)->drop('test-dropped'));
        $this->deliverAll();
        self::assertSame([], self::mailbox($to));
    }

    private function mail(string $name): string
    {
        $to = $name.'.'.$this->int('SELECT max(id) FROM activity').'@post.example';
        $this->get(Outbox::class)->add('mail', 'test-'.$name, 'candidate', 1, [], null, 1, ['to' => $to, 'name' => 'A', 'subject' => 'Subject', 'text' => 'Text']);
        // what the demo world left waiting is not this test's
        $this->db()->execute("UPDATE outbox SET state = 'dropped' WHERE state = 'waiting' AND key NOT LIKE 'test-%'");

        return $to;
    }

    private function state(string $name): ?string
    {
        return $this->db()->row('SELECT state FROM outbox WHERE key = :key', ['key' => 'test-'.$name])?->str('state');
    }
}
