<?php

declare(strict_types=1);

namespace Jorvent\Activity;

use Jorvent\Activity\Event\HeadWritten;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/**
 * Links the log every minute, and once a day writes the head of the chain into a file, where a change of the database
 * does not reach it, and tells of it. Addresses of failed sign-ins go after 90 days.
 */
#[AsPeriodicTask(60, method: 'run')]
final readonly class ChainClock
{
    private const ADDRESS_DAYS = 90;

    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private LogChain $chain,
        private EventDispatcherInterface $events,
        #[Autowire('%env(JORVENT_VAR)%/log/chain-heads.log')] private string $file,
    ) {
    }

    public function run(): void
    {
        $today = $this->clock->now()->format('Y-m-d');
        $written = $this->db->int('SELECT count(*) FROM activity_head WHERE day = :d', ['d' => $today]);
        $this->chain->extend(0 === $written);
        $this->db->transaction(fn () => $this->writeHead($today));
        $this->db->execute(
            "UPDATE personal_value v SET content = v.content - 'address' FROM activity a
             WHERE a.personal_id = v.id AND a.act = 'sign_in.failed' AND a.at < :old
                AND v.content ->> 'address' IS NOT NULL",
            ['old' => $this->clock->now()->modify('-'.self::ADDRESS_DAYS.' days')],
        );
    }

    private function writeHead(string $today): void
    {
        $head = $this->chain->head();
        if (null === $head) {
            return;
        }
        $new = $this->db->execute(
            'INSERT INTO activity_head (day, seq, hash) VALUES (:d, :s, :h) ON CONFLICT DO NOTHING',
            ['d' => $today, 's' => $head->int('seq'), 'h' => $head->str('hash')],
        );
        if (1 === $new) {
            $line = $today.' '.$head->int('seq').' '.$head->str('hash')."\n";
            file_put_contents($this->file, $line, \FILE_APPEND | \LOCK_EX);
            $this->events->dispatch(new HeadWritten($today, $line));
        }
    }
}
