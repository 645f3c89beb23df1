<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Fit\Weights;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Event\WeightsChanged;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Read\RequisitionFacts;
use Psr\Clock\ClockInterface;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/** How fit is weighed: by requisition, and for all of them whether what someone asks to be paid counts. Whoever is in the pipeline is rated anew when it changes. */
final readonly class FitSettings
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private EventDispatcherInterface $events)
    {
    }

    /** @return array<string, int> points changed by hand, by Part::key() */
    public function points(int $requisition): array
    {
        $points = [];
        foreach ($this->of($requisition)?->json('points') ?? [] as $part => $value) {
            $points += \is_int($value) ? [(string) $part => $value] : [];
        }

        return $points;
    }

    /** @return array{points: int, version: int} what pay asked for counts, and the version it is changed from */
    public function pay(): array
    {
        $row = $this->db->row('SELECT pay_points, version FROM fit_setting') ?? throw new \LogicException('There are settings.');

        return ['points' => $row->int('pay_points'), 'version' => $row->int('version')];
    }

    public function learns(int $requisition): bool
    {
        return $this->of($requisition)?->bool('learns') ?? true;
    }

    /** Verdicts before this are forgotten. */
    public function learnsFrom(int $requisition): ?\DateTimeImmutable
    {
        return $this->of($requisition)?->instantOrNull('learns_from');
    }

    /** @param array<string, int> $points */
    public function weigh(RequisitionFacts $requisition, array $points): void
    {
        $this->set($requisition, 'points = CAST(:value AS jsonb)', json_encode((object) $points, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), 'fit.weighed', ['points' => $points]);
    }

    public function learn(RequisitionFacts $requisition, bool $learns): void
    {
        $this->set($requisition, 'learns = CAST(:value AS boolean)', $learns ? 't' : 'f', 'fit.learns', ['learns' => $learns]);
    }

    /** What verdicts taught until now counts no more; later ones do. */
    public function forget(RequisitionFacts $requisition): void
    {
        $this->set($requisition, 'learns_from = CAST(:value AS timestamptz)', $this->clock->now()->format('Y-m-d H:i:s.uP'), 'fit.forgot', []);
    }

    /** All verdicts count again. */
    public function remember(RequisitionFacts $requisition): void
    {
        $this->set($requisition, 'learns_from = CAST(:value AS timestamptz)', null, 'fit.remembered', []);
    }

    /** @throws Refused when someone else changed it meanwhile */
    public function weighPay(int $points, int $version): void
    {
        $this->db->transaction(function () use ($points, $version): void {
            if ($points < 0 || $points > Weights::MOST) {
                throw Refused::because('out_of_range', 'points', ['from' => '0', 'to' => (string) Weights::MOST]);
            }
            if (1 !== $this->db->execute('UPDATE fit_setting SET pay_points = :p, version = version + 1 WHERE version = :v', ['p' => $points, 'v' => $version])) {
                throw Refused::because('saved_by_another');
            }
            $this->log->record('fit.pay_weighed', 'fit', 1, change: ['points' => $points]);
        });
    }

    private function of(int $requisition): ?Record
    {
        return $this->db->row('SELECT points, learns, learns_from FROM requisition_fit WHERE requisition_id = :id', ['id' => $requisition]);
    }

    /** @param array<string, mixed> $change */
    private function set(RequisitionFacts $requisition, string $what, ?string $value, string $act, array $change): void
    {
        $this->db->transaction(function () use ($requisition, $what, $value, $act, $change): void {
            $this->db->execute('INSERT INTO requisition_fit (requisition_id) VALUES (:id) ON CONFLICT DO NOTHING', ['id' => $requisition->id]);
            $this->db->execute("UPDATE requisition_fit SET $what WHERE requisition_id = :id", ['id' => $requisition->id, 'value' => $value]);
            $this->log->record($act, 'requisition', $requisition->id, $requisition->id, change: $change);
            $this->events->dispatch(new WeightsChanged($requisition->id));
        });
    }
}
