<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\People\Store\LearnedRuns;
use Jorvent\People\Store\Runs;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/** Once a day: what open requisitions ask for and words that stand for one another are made ready to be searched for as phrases, so that the first who does need not wait while everyone is looked through. Phrases nobody asks for any more are forgotten. */
#[AsPeriodicTask(60, method: 'run')]
final class LearnPhrases
{
    /** Of a minute; the worker has mails to send. */
    private const SECONDS = 10.0;

    private ?string $done = null;

    public function __construct(private readonly Db $db, private readonly Runs $runs, private readonly LearnedRuns $learned, private readonly ClockInterface $clock)
    {
    }

    public function run(): void
    {
        $today = $this->clock->now()->format('Y-m-d');
        if ($today !== $this->done && $this->runs->prepare($this->phrases(), self::SECONDS)) {
            $this->learned->tidy();
            $this->done = $today;
        }
    }

    /** @return list<Row> */
    private function phrases(): array
    {
        $tokeniser = new Tokeniser();
        $rows = [];
        foreach ($this->db->rows("SELECT DISTINCT said FROM (SELECT jsonb_array_elements_text(musts || wishes || to_jsonb(title)) AS said FROM requisition_head WHERE state IN ('draft', 'asked', 'approved', 'on_hold') UNION ALL SELECT unnest(terms) FROM thesaurus) x ORDER BY said") as $row) {
            $terms = $tokeniser->row($row->str('said'));
            if (\count($terms) > 1) {
                $rows[] = new Row($terms);
            }
        }

        return $rows;
    }
}
