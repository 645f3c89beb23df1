<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Search\Index\Told;
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
        $this->addOption('if-outdated', null, InputOption::VALUE_NONE, 'only where nobody is findable, or was made so by an earlier version');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (true === $input->getOption('if-outdated') && Told::VERSION === $this->db->int('SELECT get_byte(told, 0) FROM candidate_words LIMIT 1')) {
            return Command::SUCCESS;
        }
        $this->index->rebuild(static fn (int $done) => $output->writeln("    $done people"));

        return Command::SUCCESS;
    }
}
