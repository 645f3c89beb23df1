<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/** A criterion one step wider: a year, 20 km, a level, five hundredths of the pay, a month. */
final class Widen
{
    /** @return Criterion|null null when it has no steps, or no wider one */
    public static function step(Criterion $c): ?Criterion
    {
        $step = $c->kind->step();
        if (null === $step) {
            return null;
        }

        return match ($c->kind) {
            Kind::Years => null !== $c->from && $c->from > 0 ? $c->with(['from' => $c->from - $step]) : (null === $c->to ? null : $c->with(['to' => $c->to + $step])),
            Kind::Finished => $c->with(['from' => null === $c->from ? null : $c->from - $step, 'to' => null === $c->to ? null : $c->to + $step]),
            Kind::Level => ($c->from ?? 1) > 1 ? $c->with(['from' => ($c->from ?? 1) - 1]) : null,
            Kind::Place => [] === $c->values ? null : $c->with(['km' => ($c->km ?? 0) + $step]),
            Kind::Pay => null === $c->to ? null : $c->with(['to' => $c->to + max(1, (int) ceil($c->to * $step / 100))]),
            Kind::Notice, Kind::Active, Kind::Considers => $c->with(['to' => ($c->to ?? 0) + $step]),
            Kind::FirstDay => $c->with(['day' => (new \DateTimeImmutable($c->day))->modify("+$step days")->format('Y-m-d')]),
            Kind::Chance => ($c->from ?? 0) > 0 ? $c->with(['from' => max(0, ($c->from ?? 0) - $step)]) : null,
            default => null,
        };
    }
}
