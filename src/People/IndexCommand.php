<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Platform\Database\Db;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('jorvent:index', 'Makes everyone findable anew.')]
final class IndexCommand extends Command
{
    public function __construct(private readonly Db $db, private readonly IndexCandidate $index)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('if-empty', null, InputOption::VALUE_NONE, 'only where nobody is findable, as after an update that changed how');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (true === $input->getOption('if-empty') && 0 !== $this->db->int('SELECT count(*) FROM (SELECT 1 FROM post LIMIT 1) x')) {
            return Command::SUCCESS;
        }
        $this->index->rebuild(static fn (int $done) => $output->writeln("    $done people"));

        return Command::SUCCESS;
    }
}
