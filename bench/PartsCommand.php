<?php

declare(strict_types=1);

namespace Jorvent\Bench;

use Doctrine\DBAL\Connection;
use Jorvent\Core\Fit\Ranking;
use Jorvent\Core\Search\Ladder;
use Jorvent\Demo\Pool;
use Jorvent\Demo\PoolSearches;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\SearchCandidates;
use Jorvent\People\SearchContext;
use Jorvent\People\SearchForm;
use Jorvent\People\SearchResult;
use Jorvent\People\Store\Bits;
use Jorvent\People\Store\FitValues;
use Jorvent\People\Store\LearnedRuns;
use Jorvent\People\Store\Leaves;
use Jorvent\People\Store\Runs;
use Jorvent\People\Store\Segments;
use Jorvent\People\Store\Sets;
use Jorvent\People\Store\Texts;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Plans;
use Jorvent\Requisitions\Read\FactsQuery;
use Psr\Clock\ClockInterface;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** What searching by several machines would come to: the people divided by segments into parts, each searched by itself, and their answers put together; held against the answer of all at once. */
#[AsCommand('jorvent:pool:parts', 'Measures searching divided into parts.')]
final class PartsCommand extends Command
{
    public function __construct(private readonly Db $db, private readonly Connection $connection, private readonly Plans $plans, private readonly ClockInterface $clock, private readonly FactsQuery $requisitions, private readonly SearchContext $contexts, private readonly FitOfCandidates $fits, private readonly FitValues $values)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('parts', null, InputOption::VALUE_REQUIRED, 'how many', '4')->addOption('json', null, InputOption::VALUE_NONE)->addArgument('rest', InputArgument::IS_ARRAY)->addOption('people', null, InputOption::VALUE_REQUIRED);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $parts = max(2, is_numeric($input->getOption('parts')) ? (int) $input->getOption('parts') : 4);
        $last = $this->db->int('SELECT max(seg) FROM post');
        $of = array_map(static fn (int $i): Segments => new Segments(intdiv($i * ($last + 1), $parts), intdiv(($i + 1) * ($last + 1), $parts) - 1), range(0, $parts - 1));
        $whole = $this->engine(null);
        $engines = array_map($this->engine(...), $of);
        $towns = array_map(static fn ($r): array => [$r->str('name'), $r->str('country')], $this->db->rows('SELECT names[1] AS name, country FROM town ORDER BY id'));
        $pool = new Pool($towns, $this->clock->now()->setTime(0, 0));
        $requisition = $this->requisitions->byNumber(2201);
        $weighing = $this->fits->weighing($requisition);
        $times = ['whole' => [], 'slowest part' => [], 'merged' => []];
        $differ = $ranked = 0;
        foreach (PoolSearches::make($pool, array_column($towns, 0)) as $address) {
            parse_str($address, $query);
            $search = SearchForm::read($query) ?? throw new \LogicException('They are searches.');
            // asked once to be warm
            $whole($search);
            array_map(static fn (SearchCandidates $e): SearchResult => $e($search), $engines);
            [$all, $ms] = self::timed(static fn (): SearchResult => $whole($search));
            $times['whole'][] = $ms;
            $answers = [];
            $slowest = 0.0;
            foreach ($engines as $engine) {
                [$answers[], $ms] = self::timed(static fn (): SearchResult => $engine($search));
                $slowest = max($slowest, $ms);
            }
            $times['slowest part'][] = $slowest;
            [$merged, $ms] = self::timed(static fn (): Ladder => Ladder::sum(array_column($answers, 'ladder')));
            $times['merged'][] = $ms;
            $people = [];
            foreach ($answers as $i => $answer) {
                array_push($people, ...array_map(static fn (int $id): int => $id + $of[$i]->shift(), Bits::ids($answer->people)));
            }
            sort($people);
            $ids = Bits::ids($all->people);
            sort($ids);
            $same = $people === $ids && serialize($merged) === serialize($all->ladder);
            if ($same && \count($ids) <= FitOfCandidates::SCORED) {
                // each part sends the values of its people; who is best is decided where they come together, for what is not told takes the mean of all
                $values = [];
                foreach ($answers as $i => $answer) {
                    $values += $this->values->of($weighing->measure, array_map(static fn (int $id): int => $id + $of[$i]->shift(), Bits::ids($answer->people)));
                }
                $same = \array_slice(Ranking::of($weighing->weights, $values)->ids, 0, 25) === \array_slice($this->fits->rank($weighing, $ids)->ids, 0, 25);
                ++$ranked;
            }
            $differ += $same ? 0 : 1;
        }
        foreach ($times as $what => $ms) {
            sort($ms);
            foreach (['p50' => .5, 'p95' => .95] as $p => $share) {
                $value = $ms[(int) max(0, ceil($share * \count($ms)) - 1)];
                $output->writeln(true === $input->getOption('json') ? json_encode(['bench' => 'parts', 'parts' => $parts, 'measure' => str_replace(' ', '_', $what).'_'.$p.'_ms', 'value' => round($value, 3), 'unit' => 'ms', 'n' => \count($ms)], \JSON_THROW_ON_ERROR) : \sprintf('%-10s %d parts  %-28s %8.2f ms', 'parts', $parts, $what.' '.$p, $value));
            }
        }
        $output->writeln(true === $input->getOption('json') ? json_encode(['bench' => 'parts', 'parts' => $parts, 'measure' => 'differ', 'value' => $differ, 'unit' => 'searches', 'n' => \count($times['whole'])], \JSON_THROW_ON_ERROR) : \sprintf('%-10s %d parts  %d of %d answers differ; of %d the best 25 were compared too', 'parts', $parts, $differ, \count($times['whole']), $ranked));

        return 0 === $differ ? Command::SUCCESS : Command::FAILURE;
    }

    private function engine(?Segments $segments): SearchCandidates
    {
        $leaves = new Leaves($this->connection, $this->plans, $segments);

        $texts = new Texts($this->db, $leaves);

        return new SearchCandidates(new Sets($leaves, new Runs($this->db, $leaves, $texts, new LearnedRuns($this->db, $leaves, $texts, $this->clock)), $this->db), $this->contexts);
    }

    /**
     * @template T
     *
     * @param callable(): T $do
     *
     * @return array{T, float} and how many milliseconds it took
     */
    private static function timed(callable $do): array
    {
        $started = hrtime(true);

        return [$do(), (hrtime(true) - $started) / 1e6];
    }
}
