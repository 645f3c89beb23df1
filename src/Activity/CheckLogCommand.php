<?php

declare(strict_types=1);

namespace Jorvent\Activity;

use Jorvent\Activity\Read\ChainQuery;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

#[AsCommand(
    'jorvent:log:check',
    'Reckons the chain over the activity log again, and compares it with the heads written outside the database.',
)]
final class CheckLogCommand extends Command
{
    private const HEADS = 'a file of heads, each line "DAY NUMBER HASH", for instance from the mails; '
        .'by default the one that is kept here';

    public function __construct(
        private readonly LogChain $chain,
        private readonly ChainQuery $query,
        #[Autowire('%env(JORVENT_VAR)%/log/chain-heads.log')] private readonly string $file,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('heads', InputArgument::OPTIONAL, self::HEADS);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $found = $this->chain->check();
        if (null !== $found['broken']) {
            $output->writeln('The chain does not hold: the entry '.$found['broken'].' was changed or is missing.');

            return Command::FAILURE;
        }
        $path = $input->getArgument('heads');
        $heads = @file(\is_string($path) ? $path : $this->file, \FILE_IGNORE_NEW_LINES | \FILE_SKIP_EMPTY_LINES) ?: [];
        foreach ($heads as $head) {
            [$day, $seq, $hash] = explode(' ', trim($head)) + ['', '0', ''];
            if ($this->query->hashAt((int) $seq) !== $hash) {
                $text = 'The chain holds in itself, but is not the one of %s: what was written then is different.';
                $output->writeln(\sprintf($text, $day));

                return Command::FAILURE;
            }
        }
        $text = 'All %d entries hold, and all %d heads that were written agree.';
        $output->writeln(\sprintf($text, $found['links'], \count($heads)));

        return Command::SUCCESS;
    }
}
