<?php

declare(strict_types=1);

namespace Jorvent\Bench;

use Jorvent\Core\Search\Search;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\SearchCandidates;
use Jorvent\People\Store\Bits;
use Jorvent\People\Store\FitValues;
use Jorvent\Requisitions\Read\FactsQuery;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** How much of the true best 25 is among those chosen to be scored, over the requisitions of the demo world, each searched so broadly that more are found than are scored. */
#[AsCommand('jorvent:pool:recall', 'Measures the choice of those to be scored.')]
final class RecallCommand extends Command
{
    private const BEST = 25;
    private const MOST = 40_000;

    public function __construct(private readonly FactsQuery $requisitions, private readonly SearchCandidates $search, private readonly FitOfCandidates $fits, private readonly FitValues $values)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('rest', InputArgument::IS_ARRAY)->addOption('json', null, InputOption::VALUE_NONE)->addOption('people', null, InputOption::VALUE_REQUIRED);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $shares = [];
        foreach ($this->requisitions->all() as $requisition) {
            $weighing = $this->fits->weighing($requisition);
            [$measure, $weights] = [$weighing->measure, $weighing->prior];
            $quoted = array_map(static fn (string $m): string => '('.implode(' AND ', explode(' ', $m)).')', [...$measure->wanted->musts, ...$measure->wanted->wishes]);
            $people = ($this->search)(new Search(implode(' OR ', $quoted)))->people;
            $count = gmp_popcount($people);
            if ($count <= FitOfCandidates::SCORED || $count > self::MOST) {
                continue;
            }
            $all = [];
            foreach (array_chunk(Bits::ids($people), 4_000) as $some) {
                $all += $this->values->of($measure, $some);
            }
            $best = \array_slice(\Jorvent\Core\Fit\Ranking::of($weights, $all)->ids, 0, self::BEST);
            $shares[] = \count(array_intersect($best, $this->search->strongest($people, $measure->wanted, $weights, FitOfCandidates::SCORED))) / self::BEST;
        }
        if ([] === $shares) {
            $output->writeln('Nowhere are more people found than are scored.');

            return Command::FAILURE;
        }
        $mean = array_sum($shares) / \count($shares);
        $output->writeln(true === $input->getOption('json') ? json_encode(['bench' => 'fit', 'measure' => 'recall_at_25', 'value' => round($mean, 4), 'unit' => 'share', 'n' => \count($shares)], \JSON_THROW_ON_ERROR) : \sprintf('%-10s %-34s %8.4f   of %d requisitions, at least %.2f', 'fit', 'recall_at_25', $mean, \count($shares), min($shares)));

        return Command::SUCCESS;
    }
}
