<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Command\SignalableCommandInterface;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('jorvent:work', 'Delivers what waits in the outbox until told to stop.')]
final class WorkCommand extends Command implements SignalableCommandInterface
{
    private const IDLE_MICROSECONDS = 300_000;
    /** A worker makes room for a fresh one after so many items, so that nothing grows for ever. */
    private const ITEMS = 5_000;

    private bool $stop = false;

    public function __construct(private readonly Deliver $deliver, private readonly EntityManagerInterface $entities)
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
