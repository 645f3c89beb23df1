<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Catalogue\Read\ProfileHead;
use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Core\Pay\Band;
use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Shared\Money;
use Jorvent\Platform\Database\Db;
use Jorvent\Reference\Read\RateQuery;
use Jorvent\Requisitions\Brief\Brief;

/** What a brief means in numbers: against the plan of its unit and the band of its profile. */
final readonly class BriefFacts
{
    public function __construct(private Db $db, private ProfileQuery $profiles, private RateQuery $rates)
    {
    }

    /** @return array<string, int|string|null> what approval rules can ask, as in ApprovalCondition::FACTS */
    public function of(Brief $brief, ?int $profile): array
    {
        return $this->ofMany([[$brief, $profile]])[0];
    }

    /**
     * As above, of many briefs; what they share is looked up once.
     *
     * @param list<array{Brief, int|null}> $briefs each with its profile
     *
     * @return list<array<string, int|string|null>>
     */
    public function ofMany(array $briefs): array
    {
        $units = $this->headcounts(array_map(static fn (array $one): int => $one[0]->place->unit, $briefs));
        $profiles = $this->profiles->heads(array_values(array_filter(array_column($briefs, 1), is_int(...))));
        $rates = [];
        $facts = [];
        foreach ($briefs as [$brief, $profile]) {
            $currency = $brief->pay->currency;
            $rates[$currency] ??= $this->perEuro($currency);
            $unit = $units[$brief->place->unit] ?? throw new \LogicException('No such unit.');
            $band = self::bandOf($profiles[$profile ?? 0] ?? null, $currency);
            $facts[] = self::facts($brief, null === $profile, $unit, $band, $rates[$currency]);
        }

        return $facts;
    }

    public function headcount(int $unit): Headcount
    {
        return $this->headcounts([$unit])[$unit] ?? throw new \LogicException('No such unit.');
    }

    /** What a role profile pays in that currency for a full-time year. */
    public function band(?int $profile, string $currency): ?Band
    {
        return null === $profile ? null : self::bandOf($this->profiles->head($profile), $currency);
    }

    /**
     * @param float|null $perEuro units of the brief's currency; null when nobody said so
     *
     * @return array<string, int|string|null>
     */
    private static function facts(Brief $brief, bool $isFree, Headcount $unit, ?Band $band, ?float $perEuro): array
    {
        $positions = $brief->job->positions ?? 1;
        $top = $brief->pay->yearTo();
        $over = null === $band || null === $top ? null : $top->minus($band->top)->units();

        return [
            'over_band' => $over,
            'over_band_percent' => null === $over || null === $band ? null : (int) ceil(100 * $over / $band->top->units()),
            'over_plan' => null === $unit->planned ? null : $unit->now + $positions - $unit->planned,
            'plan' => $unit->planned,
            'positions' => $positions,
            'top_euro' => null === $top || null === $perEuro ? null : (int) ($top->units() / $perEuro),
            'months' => $brief->time->months,
            'employment' => $brief->time->employment->value,
            'country' => $brief->place->country,
            'remote' => $brief->place->remote->value,
            'without_profile' => $isFree ? 'yes' : 'no',
            'currency' => $brief->pay->currency,
        ];
    }

    private static function bandOf(?ProfileHead $profile, string $currency): ?Band
    {
        $band = $profile?->content->bands[$currency] ?? null;

        return null === $band
            ? null
            : new Band(Money::major($band[0], $currency), Money::major($band[1], $currency));
    }

    private function perEuro(string $currency): ?float
    {
        $rate = 'EUR' === $currency ? ExchangeRate::SCALE : $this->rates->of($currency)?->perEuro;

        return null === $rate ? null : $rate / ExchangeRate::SCALE;
    }

    /**
     * @param list<int> $units
     *
     * @return array<int, Headcount> by unit
     */
    private function headcounts(array $units): array
    {
        $found = [];
        foreach ($this->db->rows(
            'SELECT id, name, headcount, headcount_plan FROM unit_place WHERE id IN (:ids)',
            ['ids' => [0, ...array_unique($units)]],
        ) as $row) {
            $found[$row->int('id')] = new Headcount(
                $row->str('name'), $row->int('headcount'), $row->intOrNull('headcount_plan'),
            );
        }

        return $found;
    }
}
