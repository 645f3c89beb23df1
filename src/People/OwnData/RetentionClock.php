<?php

declare(strict_types=1);

namespace Jorvent\People\OwnData;

use Jorvent\Core\Retention\Step;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Read\RetentionQuery;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/** Asks those whose time is nearly over, forgets those whose time is over, and drops what came in and is nobody's. */
#[AsPeriodicTask(30, method: 'run')]
final readonly class RetentionClock
{
    private const DUE = 100;

    public function __construct(
        private ClockInterface $clock,
        private KeepUntilRound $round,
        private Retention $retention,
        private RetentionQuery $query,
        private AskToKeep $ask,
        private Erase $erase,
        private DropLoose $dropLoose,
        private LoggerInterface $logger,
    ) {
    }

    public function run(): void
    {
        ($this->round)();
        foreach ($this->query->due($this->clock->now(), $this->retention->rules(), self::DUE) as $id) {
            try {
                $this->step($id);
            } catch (Refused $refused) {
                // one who can not be forgotten now stops nobody else; the list shows them
                $this->logger->warning('retention of {id}: {why}', ['id' => $id, 'why' => $refused->getMessage()]);
            }
        }
        ($this->dropLoose)();
    }

    private function step(int $id): void
    {
        // as it stands now, not as it stood in the round
        $this->retention->write([$id]);
        match ($this->retention->step($id)) {
            Step::Ask => ($this->ask)($id),
            Step::Erase => ($this->erase)($id, 'time'),
            Step::AskAdmin => $this->retention->askAdmin($id),
            Step::Keep, Step::Wait => null,
        };
    }
}
