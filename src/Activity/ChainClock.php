<?php

declare(strict_types=1);

namespace Jorvent\Activity;

use Jorvent\Activity\Event\HeadWritten;
use Jorvent\Activity\Read\ChainQuery;
use Jorvent\Activity\Store\ChainStore;
use Jorvent\Activity\Store\PersonalValueStore;
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
        private ChainQuery $query,
        private ChainStore $store,
        private PersonalValueStore $personal,
        private EventDispatcherInterface $events,
        #[Autowire('%env(JORVENT_VAR)%/log/chain-heads.log')] private string $file,
    ) {
    }

    public function run(): void
    {
        $now = $this->clock->now();
        $today = $now->format('Y-m-d');
        $this->chain->extend(!$this->query->hasHeadOf($today));
        $this->db->transaction(fn () => $this->writeHead($today));
        $this->personal->dropAddressesOfFailedSignIns($now->modify('-'.self::ADDRESS_DAYS.' days'));
    }

    private function writeHead(string $today): void
    {
        $head = $this->store->addHead($today);
        if (null !== $head) {
            $line = $today.' '.$head->seq.' '.$head->hash."\n";
            file_put_contents($this->file, $line, \FILE_APPEND | \LOCK_EX);
            $this->events->dispatch(new HeadWritten($today, $line));
        }
    }
}
