<?php

declare(strict_types=1);

namespace Jorvent\Setup;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand(
    'jorvent:first-admin',
    'Prints the address that lets in the first admin, once; nothing when there are accounts already.',
)]
final class FirstAdminCommand extends Command
{
    public function __construct(private readonly LetInFirstAdmin $first)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $link = $this->first->link();
        if (null !== $link) {
            $output->writeln($link);
        }

        return Command::SUCCESS;
    }
}
