<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Identity\Comparison;
use Jorvent\Core\Identity\Weights;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/** Learns once a day what agreement weighs among the house's own people: from people taken at random, and from those who share a number or were said to be one. */
#[AsPeriodicTask(300, method: 'run')]
final readonly class LearnWeights
{
    private const PEOPLE = 2500;
    private const RANDOM = 12_000;
    private const ANCHORED = 3000;

    public function __construct(private Db $db, private ClockInterface $clock, private SamePerson $same)
    {
    }

    public function run(): void
    {
        $today = $this->clock->now()->format('Y-m-d');
        if (0 !== $this->db->int('SELECT count(*) FROM identity_weights WHERE learned_on = :d', ['d' => $today])) {
            return;
        }
        $people = $this->db->int('SELECT count(*) FROM candidate WHERE erased_at IS NULL AND merged_into IS NULL');
        $last = $this->db->int('SELECT coalesce(max(id), 0) FROM candidate');
        // taken at random, the same all day, so that learning twice learns the same
        $dice = new \Random\Randomizer(new \Random\Engine\Mt19937(crc32($today)));
        $ids = [];
        for ($i = 0; $i < self::PEOPLE && $last > 0; ++$i) {
            $ids[] = $dice->getInt(1, $last);
        }
        $some = array_values($this->same->traits(array_values(array_unique($ids))));
        $random = [];
        for ($i = 0, $n = \count($some); $i < self::RANDOM && $n > 1; ++$i) {
            [$a, $b] = [$dice->getInt(0, $n - 1), $dice->getInt(0, $n - 1)];
            if ($a !== $b) {
                $random[] = Comparison::of($some[$a], $some[$b]);
            }
        }
        $pairs = array_map(static fn (Record $r): array => [$r->int('a'), $r->int('b')], $this->db->rows(
            "SELECT a.candidate_id AS a, b.candidate_id AS b FROM candidate_block a JOIN candidate_block b ON b.key = a.key AND b.candidate_id > a.candidate_id WHERE a.key IN (SELECT key FROM candidate_block WHERE key LIKE 'p %' GROUP BY key HAVING count(*) BETWEEN 2 AND 4 ORDER BY key LIMIT :most)
             UNION SELECT survivor_id, other_id FROM candidate_merge WHERE undone_at IS NULL LIMIT :most", ['most' => self::ANCHORED]));
        $of = $this->same->traits(array_values(array_unique(array_merge(...$pairs))));
        $anchored = [];
        foreach ($pairs as [$a, $b]) {
            if (isset($of[$a], $of[$b])) {
                $anchored[] = Comparison::of($of[$a], $of[$b]);
            }
        }
        $weights = Weights::estimate($anchored, $random, $people);
        $this->db->execute('INSERT INTO identity_weights (id, weights, people, pairs, learned_on) VALUES (1, CAST(:w AS jsonb), :n, :p, :d) ON CONFLICT (id) DO UPDATE SET weights = EXCLUDED.weights, people = EXCLUDED.people, pairs = EXCLUDED.pairs, learned_on = EXCLUDED.learned_on', ['w' => json_encode($weights->toArray(), \JSON_THROW_ON_ERROR), 'n' => $people, 'p' => \count($anchored), 'd' => $today]);
    }
}
