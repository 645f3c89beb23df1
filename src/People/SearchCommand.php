<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Query\Printer;
use Jorvent\Core\Query\Problem;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Notation;
use Jorvent\Core\Search\Search;
use Jorvent\People\Store\Bits;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** The same search as on the screen, for checking its counts from outside. */
#[AsCommand('jorvent:search', 'Searches our own candidates: total, ids and the yield ladder.')]
final class SearchCommand extends Command
{
    public function __construct(private readonly SearchCandidates $search)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('query', InputArgument::REQUIRED, 'the query line; may be empty')
            ->addOption('criteria', null, InputOption::VALUE_REQUIRED, 'a JSON file: a list of criteria, or a whole search as it is exported')
            ->addOption('day', null, InputOption::VALUE_REQUIRED, 'as of this day, YYYY-MM-DD')
            ->addOption('json', null, InputOption::VALUE_NONE, 'everything, as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $text = $input->getArgument('query');
        $criteria = [];
        $file = $input->getOption('criteria');
        if (\is_string($file)) {
            $data = is_readable($file) ? json_decode((string) file_get_contents($file), true) : null;
            if (!\is_array($data)) {
                $output->writeln("<error>$file can not be read as JSON.</error>");

                return Command::FAILURE;
            }
            $given = array_is_list($data) ? $data : ($data['criteria'] ?? []);
            $criteria = Search::fromArray(['criteria' => $given])->criteria;
            if (!\is_array($given) || \count($criteria) !== \count($given)) {
                $output->writeln('<error>Not every criterion of the file was understood.</error>');

                return Command::FAILURE;
            }
        }
        $search = new Search(\is_string($text) ? $text : '', $criteria);
        $written = $input->getOption('day');
        $day = \is_string($written) ? \DateTimeImmutable::createFromFormat('!Y-m-d', $written) : null;
        if (false === $day) {
            $output->writeln('<error>--day is written as YYYY-MM-DD.</error>');

            return Command::FAILURE;
        }
        $result = ($this->search)($search, null, $day);
        $problems = array_map(static fn (Problem $p): array => ['code' => $p->code->value, 'at' => $p->start, 'length' => $p->length, 'repaired' => $p->repaired], $result->query->problems);
        $wider = $this->search->wider($result, $day);
        $rows = [];
        foreach ($result->rows as $i => $row) {
            $rung = $result->ladder->rungs[$i];
            $rows[] = ['row' => $row instanceof Criterion ? Notation::write($row) : (new Printer())->write($row), 'alone' => $rung->alone, 'left' => $rung->left, 'without' => $rung->without, 'adds' => $rung->adds, 'parts' => $rung->parts, 'loose' => $rung->loose, 'wider' => $wider[$i]];
        }
        $ids = Bits::ids($result->people);
        sort($ids);
        if (true === $input->getOption('json')) {
            $output->writeln(json_encode(['total' => $result->ladder->total, 'population' => $result->ladder->population, 'one_short' => $result->ladder->oneShort, 'ids' => $ids, 'ladder' => $rows, 'problems' => $problems], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES), OutputInterface::OUTPUT_RAW);
        } else {
            foreach ($rows as $i => $r) {
                $output->writeln(\sprintf('%2d  %-50s alone %7d  left %7d  without +%d', $i + 1, $r['row'], $r['alone'], $r['left'], $r['without']), OutputInterface::OUTPUT_RAW);
            }
            $output->writeln(\sprintf('%d of %d people, %d one short', $result->ladder->total, $result->ladder->population, $result->ladder->oneShort));
        }

        return [] === $result->query->errors() ? Command::SUCCESS : Command::INVALID;
    }
}
