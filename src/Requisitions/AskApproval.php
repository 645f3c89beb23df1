<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Pay\Band;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApprovalChain;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Platform\Database\Db;
use Jorvent\Reference\ExchangeRates;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;

/** Asks for approval of a brief, and tells beforehand whom that would be. */
final readonly class AskApproval
{
    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private Approvals $approvals, private ApprovalRules $rules, private ExchangeRates $rates)
    {
    }

    public function __invoke(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $requisition = $this->entities->find(Requisition::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw new \LogicException('No such requisition.');
            $requisition->ask($this->clock->now()->setTime(0, 0));
            $this->approvals->ask($id, null, $requisition->unitId, $this->chain($requisition->brief(), $requisition->profileId));
            $this->log->record('brief.asked', 'requisition', $id, $id, change: ['version' => $requisition->version]);
        });
    }

    public function takeBack(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $requisition = $this->entities->find(Requisition::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw new \LogicException('No such requisition.');
            $requisition->takeBack();
            $this->approvals->drop($id, null);
            $this->log->record('brief.taken_back', 'requisition', $id, $id);
        });
    }

    /**
     * Who would be asked, by name; a step nobody can be asked for stands with the reason.
     *
     * @return list<array{step: ApprovalStep, name: string|null, refused: string|null}>
     */
    public function preview(int $id, Brief $brief, ?int $profile): array
    {
        $lines = [];
        foreach ($this->approvals->chosen($id, null, $brief->unit, $this->chain($brief, $profile)) as ['step' => $step, 'id' => $holder]) {
            $name = null === $holder ? null : $this->db->row('SELECT name FROM account WHERE id = :id', ['id' => $holder])?->str('name');
            $lines[] = ['step' => $step, 'name' => $name, 'refused' => null === $holder ? 'nobody_can_decide' : null];
        }

        return $lines;
    }

    /** Changes after approval that the rules want agreed to. */
    public function askForAmendment(Requisition $requisition, Brief $amended): void
    {
        $this->approvals->ask($requisition->id, null, $amended->unit, $this->chain($amended, $requisition->profileId));
    }

    /** @return list<ApprovalStep> */
    public function chain(Brief $brief, ?int $profile): array
    {
        return (new ApprovalChain())->forBrief($this->rules->all(), $this->facts($brief, $profile));
    }

    /** @return array<string, int|string|null> what rules can ask of a brief */
    public function facts(Brief $brief, ?int $profile): array
    {
        $unit = $this->db->row('SELECT headcount, headcount_plan FROM unit_place WHERE id = :id', ['id' => $brief->unit]) ?? throw new \LogicException('No such unit.');
        $band = $this->profileBand($profile, $brief->currency);
        $top = $brief->yearTo();
        $over = null === $band || null === $top ? null : $top->minus($band->top)->units();
        $after = $unit->int('headcount') + ($brief->positions ?? 1);

        return [
            'over_band' => $over, 'over_band_percent' => null === $over || null === $band ? null : (int) ceil(100 * $over / $band->top->units()), 'over_plan' => null === $unit->intOrNull('headcount_plan') ? null : $after - $unit->int('headcount_plan'), 'plan' => $unit->intOrNull('headcount_plan'),
            'positions' => $brief->positions ?? 1, 'top_euro' => null === $top ? null : $this->inEuro($top), 'months' => $brief->months, 'employment' => $brief->employment, 'country' => $brief->country, 'remote' => $brief->remote,
            'without_profile' => null === $profile ? 'yes' : 'no', 'currency' => $brief->currency,
        ];
    }

    private function inEuro(Money $money): ?int
    {
        $converted = 'EUR' === $money->currency ? [$money] : $this->rates->convert($money, 'EUR');

        return null === $converted ? null : $converted[0]->units();
    }

    public function profileBand(?int $profile, string $currency): ?Band
    {
        $row = null === $profile ? null : $this->db->row('SELECT bands -> :currency AS band FROM profile_now WHERE id = :id', ['id' => $profile, 'currency' => $currency]);
        $band = $row?->json('band') ?? [];

        return \is_int($band[0] ?? null) && \is_int($band[1] ?? null) ? new Band(Money::major($band[0], $currency), Money::major($band[1], $currency)) : null;
    }
}
