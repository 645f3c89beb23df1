<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Platform\Health\Heartbeat;
use Jorvent\Platform\Web\LoggedError;
use Psr\Log\LoggerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Command\SignalableCommandInterface;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

#[AsCommand('jorvent:work', 'Delivers what waits in the outbox until told to stop.')]
final class WorkCommand extends Command implements SignalableCommandInterface
{
    private const IDLE_MICROSECONDS = 300_000;
    /** A worker makes room for a fresh one after so many items, so that nothing grows for ever. */
    private const ITEMS = 5_000;

    private bool $stop = false;
    /** @var array<string, int> when each periodic thing was last done */
    private array $done = [];

    /** @param iterable<Periodic> $periodic */
    public function __construct(private readonly Deliver $deliver, private readonly EntityManagerInterface $entities, private readonly LoggerInterface $logger, private readonly Heartbeat $heartbeat, #[AutowireIterator(Periodic::class)] private readonly iterable $periodic)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('once', null, InputOption::VALUE_NONE, 'End when nothing is due.');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        for ($done = 0; !$this->stop && $done < self::ITEMS;) {
            $this->again();
            if ($this->deliver->next()) {
                ++$done;
            } elseif (true === $input->getOption('once')) {
                break;
            } else {
                usleep(self::IDLE_MICROSECONDS);
            }
            $this->entities->clear();
        }

        return Command::SUCCESS;
    }

    private function again(): void
    {
        $this->heartbeat->beat();
        foreach ($this->periodic as $thing) {
            if (time() - ($this->done[$thing::class] ?? 0) >= $thing->everySeconds()) {
                $this->done[$thing::class] = time();
                try {
                    $thing->run();
                } catch (\Throwable $e) {
                    // what comes again by itself must not keep the deliveries
                    $this->logger->error('periodic {what}: {error}', ['what' => $thing::class, 'error' => LoggedError::text($e)]);
                    $this->entities->clear();
                }
            }
        }
    }

    /** @return list<int> */
    public function getSubscribedSignals(): array
    {
        return [\SIGTERM, \SIGINT];
    }

    public function handleSignal(int $signal, int|false $previousExitCode = 0): int|false
    {
        $this->stop = true;

        return false;
    }
}
