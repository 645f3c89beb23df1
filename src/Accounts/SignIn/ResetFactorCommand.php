<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

use Jorvent\Accounts\Repository\AccountRepository;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand(
    'jorvent:factor:reset',
    'Resets the second step of signing in for an account whose phone and recovery codes are lost.',
)]
final class ResetFactorCommand extends Command
{
    public function __construct(private readonly AccountRepository $accounts, private readonly SecondStep $factor)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('email', InputArgument::REQUIRED, 'the address the account signs in with');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $email = $input->getArgument('email');
        $account = \is_string($email) ? $this->accounts->byEmail($email) : null;
        if (null === $account || !$this->factor->isSetUp($account->id)) {
            $output->writeln('No account with that address has a second step.');

            return Command::FAILURE;
        }
        $this->factor->reset($account->id);
        $output->writeln('Done. It is set up anew at the next sign-in; all its sessions are ended.');

        return Command::SUCCESS;
    }
}
