<?php

declare(strict_types=1);

namespace Jorvent\Reference;

use Jorvent\Core\Shared\Refused;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

#[AsCommand('jorvent:rates', 'Reads exchange rates from a table with the columns currency, day and per_euro.')]
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
            $output->writeln($this->rates->import($file).' rates read.');

            return Command::SUCCESS;
        } catch (Refused $refused) {
            foreach ($refused->refusals as $refusal) {
                $names = array_map(static fn (string $name): string => "%$name%", array_keys($refusal->data));
                $data = array_combine($names, array_values($refusal->data));
                $output->writeln($this->words->trans('refusal.'.$refusal->code, $data));
            }
            $output->writeln('Nothing was changed.');

            return Command::FAILURE;
        }
    }
}
