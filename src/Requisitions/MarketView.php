<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Federation\Translation;
use Jorvent\Core\Market\Criterion;
use Jorvent\Core\Market\Market;
use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Query\Parser;
use Jorvent\Core\Reporting\Spread;
use Jorvent\Core\Reporting\TimeToFill;
use Jorvent\Outside\ResumeBanks\ResumeBank;
use Jorvent\Outside\ResumeBanks\ResumeBanks;
use Jorvent\People\CountMarket;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Reference\Read\RateQuery;
use Psr\Clock\ClockInterface;

/** The market beside a brief: own candidates counted as it is written; outside databases only when asked; how long such roles took, and so how likely the day is. */
final readonly class MarketView
{
    public function __construct(private Db $db, private CountMarket $market, private ResumeBanks $banks, private ClockInterface $clock, private RateQuery $rates)
    {
    }

    /** @return array<string, mixed> */
    public function of(int $requisition, Brief $brief, ?int $profile): array
    {
        $criteria = $this->criteria($brief);
        $market = ($this->market)($criteria);
        $rows = [];
        foreach ($criteria as $i => $criterion) {
            $rows[] = ['text' => $criterion->text, 'kind' => $criterion->kind, 'gain' => $market->without[$i]];
        }
        usort($rows, static fn (array $a, array $b): int => $b['gain'] <=> $a['gain']);
        $perEuro = $this->perEuro($brief->currency);
        $top = $brief->yearTo();
        $history = $this->history($profile, $requisition);
        $spread = Spread::of(array_column($history, 'days'));
        $opened = $brief->openedOn ?? $this->clock->now();
        $until = null === $brief->targetOn ? null : max(0, (int) $opened->setTime(0, 0)->diff($brief->targetOn)->format('%r%a'));

        return [
            'market' => $market, 'rows' => $rows, 'scale' => $market->total + ($rows[0]['gain'] ?? 0), 'per_euro' => $perEuro, 'step' => null === $perEuro ? null : Market::STEP * $perEuro,
            'reached' => null === $top || null === $perEuro ? null : Market::reached($market->expect, (int) round($top->units() / $perEuro)), 'spread' => $spread, 'until' => $until, 'chance' => null === $until ? null : TimeToFill::chance($spread, $until),
            'backtest' => TimeToFill::backtest($history), 'outside' => $this->db->row('SELECT * FROM outside_count WHERE requisition_id = :r AND bank = :b', ['r' => $requisition, 'b' => $this->bank()->key()]), 'bank' => $this->bank()->name(), 'query' => $this->query($brief),
        ];
    }

    /** Asks the outside database once, because someone wants to know. */
    public function askOutside(int $requisition, Brief $brief): void
    {
        $bank = $this->bank();
        $count = $error = null;
        try {
            $count = $bank->search(Translation::of((new Parser())->parse($this->query($brief))->conjuncts(), $bank->abilities())->node, [], 0)->count;
        } catch (NotNow|RefusedByThem $e) {
            $error = $e->getMessage();
        }
        $this->db->execute('INSERT INTO outside_count (requisition_id, bank, query, count, error, asked_at) VALUES (:r, :b, :q, :c, :e, :now) ON CONFLICT (requisition_id, bank) DO UPDATE SET query = EXCLUDED.query, count = EXCLUDED.count, error = EXCLUDED.error, asked_at = EXCLUDED.asked_at', ['r' => $requisition, 'b' => $this->bank()->key(), 'q' => $this->query($brief), 'c' => $count, 'e' => $error, 'now' => $this->clock->now()]);
    }

    /** @return list<Criterion> each must, then the years */
    private function criteria(Brief $brief): array
    {
        $criteria = array_values(array_filter(array_map(Criterion::skill(...), $brief->musts), static fn (?Criterion $c): bool => null !== $c));

        return null === $brief->yearsFrom || 0 === $brief->yearsFrom ? $criteria : [...$criteria, Criterion::years($brief->yearsFrom)];
    }

    /** The market is asked of one of them. */
    private function bank(): ResumeBank
    {
        return $this->banks->get('crewfold') ?? array_values($this->banks->all)[0];
    }

    private function query(Brief $brief): string
    {
        return implode(' AND ', array_map(static fn (string $m): string => '"'.str_replace('"', '', $m).'"', $brief->musts));
    }

    private function perEuro(string $currency): ?float
    {
        $rate = 'EUR' === $currency ? ExchangeRate::SCALE : $this->rates->of($currency)?->perEuro;

        return null === $rate ? null : $rate / ExchangeRate::SCALE;
    }

    /** @return list<array{month: string, days: int}> signed hires of the same job family in the last three years */
    private function history(?int $profile, int $not): array
    {
        return array_map(static fn (Record $r): array => ['month' => $r->str('month'), 'days' => $r->int('days')], $this->db->rows(
            "SELECT to_char(h.signed_at, 'YYYY-MM') AS month, greatest(0, CAST(h.signed_at AS date) - q.opened_on) AS days FROM hire h JOIN application p ON p.id = h.application_id JOIN requisition q ON q.id = p.requisition_id JOIN profile_now f ON f.id = q.profile_id
             WHERE f.family_id = (SELECT family_id FROM profile_now WHERE id = :profile) AND q.id <> :id AND q.opened_on IS NOT NULL AND h.fell_through_at IS NULL AND h.signed_at > CAST(:now AS timestamptz) - interval '3 years' ORDER BY h.signed_at",
            ['profile' => $profile, 'id' => $not, 'now' => $this->clock->now()],
        ));
    }
}
