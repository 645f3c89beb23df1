<?php

declare(strict_types=1);

namespace Jorvent\Activity;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

#[AsCommand('jorvent:log:check', 'Reckons the chain over the activity log again and compares it with the heads that were written outside the database.')]
final class CheckLogCommand extends Command
{
    public function __construct(private readonly LogChain $chain, #[Autowire('%env(JORVENT_VAR)%/log/chain-heads.log')] private readonly string $file)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('heads', InputArgument::OPTIONAL, 'a file of heads, each line "DAY NUMBER HASH", for instance from the mails; by default the one that is kept here');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $found = $this->chain->check();
        if (null !== $found['broken']) {
            $output->writeln('The chain does not hold: the entry '.$found['broken'].' was changed or is missing.');

            return Command::FAILURE;
        }
        $path = $input->getArgument('heads');
        $lines = @file(\is_string($path) ? $path : $this->file, \FILE_IGNORE_NEW_LINES | \FILE_SKIP_EMPTY_LINES) ?: [];
        foreach ($lines as $line) {
            [$day, $seq, $hash] = explode(' ', trim($line)) + ['', '0', ''];
            if ($this->chain->at((int) $seq) !== $hash) {
                $output->writeln('The chain holds in itself, but is not the one of '.$day.': what was written then is different.');

                return Command::FAILURE;
            }
        }
        $output->writeln(\sprintf('All %d entries hold, and all %d heads that were written agree.', $found['links'], \count($lines)));

        return Command::SUCCESS;
    }
}
