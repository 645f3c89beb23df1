<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Shared\Refused;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

#[AsCommand('jorvent:rates', 'Reads exchange rates from a CSV file with the columns currency, day and per_euro.')]
final class ImportRatesCommand extends Command
{
    public function __construct(private readonly ExchangeRates $rates, private readonly TranslatorInterface $words)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $file = $input->getArgument('file');
        if (!\is_string($file) || !is_readable($file)) {
            $output->writeln('The file can not be read.');

            return Command::FAILURE;
        }
        try {
            $output->writeln($this->rates->import((string) file_get_contents($file)).' rates read.');

            return Command::SUCCESS;
        } catch (Refused $refused) {
            foreach ($refused->refusals as $refusal) {
                $output->writeln($refusal->field.': '.$this->words->trans('refusal.'.$refusal->code));
            }
            $output->writeln('Nothing was changed.');

            return Command::FAILURE;
        }
    }
}
