<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\AdvertRun;
use Jorvent\Core\Adverts\AdvertYield;
use Jorvent\Core\Adverts\PriceKind;
use Jorvent\Core\Adverts\Spending;
use Jorvent\Outside\Boards\Board;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/** Where the next sum for an opening would bring most: runs that can be bought, what each should bring by what such runs brought before, and the best division. */
final readonly class NextSpend
{
    private const DAYS = 30;

    public function __construct(private Db $db, private ClockInterface $clock, private Costs $costs, private CacheInterface $kept)
    {
    }

    /**
     * @param array<string, Board>                                                $boards
     * @param array<string, array<string, \Jorvent\Core\Adverts\RuleResult>> $checks   by board; a board whose rules fail offers nothing
     * @param list<Record>                                                        $postings of this requisition
     *
     * @return array{offers: list<array{key: string, name: string, cost: float, mean: float, variance: float, low: int, high: int, days: int, renewed: bool, posting: int|null}>, best: array{keys: list<string>, cost: float, mean: float, low: int, high: int}, runs: int, visits: int, tried: array{tried: int, inside: int, expected: int}|null}|null null when there are too few earlier runs to say
     */
    public function of(Advert $advert, array $boards, array $checks, array $postings, float $sum): ?array
    {
        ['model' => $model, 'visits' => $visits, 'total' => $total, 'tried' => $tried] = $this->learned();
        if (null === $model) {
            return null;
        }
        $offers = [];
        foreach ($boards as $key => $board) {
            $on = array_values(array_filter($postings, static fn (Record $p): bool => $p->str('board') === $key && $p->str('locale') === $advert->locale && \in_array($p->str('state'), ['waiting', 'asked', 'live', 'paused', 'planned'], true)))[0] ?? null;
            $failing = array_filter($checks[$key] ?? [], static fn ($r): bool => $r->fails() && 'run' !== $r->rule);
            if ('own' === $board->shape || PriceKind::Free === $board->price->kind || [] !== $failing) {
                continue;
            }
            $days = min($board->price->days ?? self::DAYS, $board->rules->maxDays ?? self::DAYS);
            [$aDay, $finished] = $visits[$key] ?? [0.0, 0.0];
            $cost = match ($board->price->kind) {
                PriceKind::Posting => $board->price->amount, PriceKind::Click => $board->price->amount?->times((int) round($aDay * $days)), PriceKind::Application => $board->price->amount?->times((int) round($finished * $days)),
                // the month's fee is paid already, so one more there costs nothing
                default => $board->price->amount?->times(0),
            };
            $euro = null === $cost ? null : $this->costs->euro($cost);
            if (null === $euro || (PriceKind::Subscription === $board->price->kind && null !== $on)) {
                continue;
            }
            $renewed = null !== $on;
            $offers[] = ['key' => $key, 'name' => $board->name, 'cost' => (float) $euro->minor / 100, 'days' => $days, 'renewed' => $renewed, 'posting' => $on?->int('id')] + $model->expect($key, $days, $renewed);
        }
        usort($offers, static fn (array $a, array $b): int => $b['mean'] <=> $a['mean']);

        return ['offers' => $offers, 'best' => Spending::best($offers, $sum), 'runs' => $model->runs, 'visits' => $total, 'tried' => $tried];
    }

    /**
     * What earlier runs teach, and how it fared on those held out. Learned anew when there is a posting or an application more, else kept for an hour: it is the same for every opening.
     *
     * @return array{model: AdvertYield|null, visits: array<string, array{float, float}>, total: int, tried: array{tried: int, inside: int, expected: int}|null}
     */
    private function learned(): array
    {
        $stamp = $this->db->row('SELECT (SELECT max(id) FROM posting) AS p, (SELECT max(id) FROM application) AS a, current_database() AS d');

        return $this->kept->get('next-spend-'.hash('sha256', json_encode([$stamp?->columns(), $this->clock->now()->format('Y-m-d')], \JSON_THROW_ON_ERROR)), function (ItemInterface $item): array {
            $item->expiresAfter(3600);
            $runs = $this->runs();
            $visits = [];
            foreach ($this->db->rows("SELECT p.board, sum(d.visits)::float / greatest(1, count(*)) AS a_day, coalesce(avg(a.finished), 0)::float AS finished FROM posting p JOIN posting_day d ON d.posting_id = p.id LEFT JOIN LATERAL (SELECT count(*)::float / greatest(1, (SELECT count(*) FROM posting_day WHERE posting_id = p.id)) AS finished FROM application WHERE posting_id = p.id) a ON true WHERE p.state IN ('ended', 'withdrawn', 'live') GROUP BY p.board") as $row) {
                $visits[$row->str('board')] = [$row->floatOrNull('a_day') ?? 0.0, $row->floatOrNull('finished') ?? 0.0];
            }

            return ['model' => AdvertYield::learn($runs), 'visits' => $visits, 'total' => $this->db->int('SELECT coalesce(sum(visits), 0) FROM posting_day'), 'tried' => AdvertYield::backtest($runs)];
        });
    }

    /** @return list<AdvertRun> all that are over, or have stood for a fortnight; our own site is no purchase */
    private function runs(): array
    {
        return array_map(static fn (Record $r): AdvertRun => new AdvertRun($r->str('board'), $r->str('month'), $r->int('days'), $r->int('early'), $r->int('late')), $this->db->rows(
            "SELECT p.board, to_char(p.live_at, 'YYYY-MM') AS month, least(coalesce(p.ended_at, :now)::date, CAST(:now AS date)) - p.live_at::date + 1 AS days, count(a.id) FILTER (WHERE a.applied_at < p.live_at + interval '14 days') AS early, count(a.id) FILTER (WHERE a.applied_at >= p.live_at + interval '14 days') AS late
             FROM posting p LEFT JOIN application a ON a.posting_id = p.id AND a.stage <> 'new' AND a.knock_out IN ('none', 'overruled') WHERE p.board <> 'careers' AND p.live_at IS NOT NULL AND (p.ended_at IS NOT NULL OR p.live_at < CAST(:now AS timestamptz) - interval '14 days') GROUP BY p.id ORDER BY p.live_at, p.id",
            ['now' => $this->clock->now()],
        ));
    }
}
