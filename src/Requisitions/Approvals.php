<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApprovalRound;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Core\Workflow\Approvers;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Core\Workflow\Standing;
use Jorvent\Requisitions\Entity\Approval;
use Jorvent\Requisitions\Read\ApprovalQuery;
use Jorvent\Requisitions\Repository\ApprovalRepository;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Psr\Clock\ClockInterface;

/**
 * Who is asked to agree to a brief (where the offer is null) or to an offer. Ranks follow one another; whose turn it is
 * is told by mail, and a deputy may answer. Run inside the caller's transaction.
 */
final readonly class Approvals
{
    public function __construct(
        private ApprovalRepository $approvals,
        private RequisitionRepository $requisitions,
        private ApprovalQuery $query,
        private OffersAsked $offers,
        private TellApprovers $tell,
        private ClockInterface $clock,
    ) {
    }

    /** @param list<ApprovalStep> $steps */
    public function ask(int $requisition, ?int $offer, int $unit, array $steps): void
    {
        $this->drop($requisition, $offer);
        $round = $this->approvals->round($requisition, $offer) + 1;
        $of = $this->requisitions->find($requisition) ?? throw new \LogicException('No such requisition.');
        $asked = [];
        foreach ($this->chosen($requisition, $offer, $unit, $steps) as ['step' => $step, 'id' => $approver, 'as' => $as]) {
            if (null === $approver) {
                throw Refused::because('nobody_can_decide', '', ['post' => $step->post->value]);
            }
            $now = $this->clock->now();
            $asked[] = new Approval($of, $offer, $round, $step, $approver, $as ?? Standing::Post, $now);
        }
        $this->approvals->add(...$asked);
        $this->settle($requisition, $offer);
    }

    /**
     * Who would be asked. Who asks for the hire and who composed the offer do not agree to it: the post above does, else
     * whoever stands above in the organisation, else an admin of the unit.
     *
     * @param list<ApprovalStep> $steps
     *
     * @return list<array{step: ApprovalStep, id: int|null, as: Standing|null}> id null where nobody can be asked
     */
    public function chosen(int $requisition, ?int $offer, int $unit, array $steps): array
    {
        $chain = array_map(
            fn (ApprovalStep $s): array => ['step' => $s, 'people' => $this->query->candidates($unit, $s->post->value)],
            $steps,
        );

        return Approvers::choose($chain, $this->excluded($requisition, $offer));
    }

    /** Nobody has to answer any more. */
    public function drop(int $requisition, ?int $offer): void
    {
        foreach ($this->approvals->waiting($requisition, $offer) as $approval) {
            $approval->drop($this->clock->now());
        }
        $this->approvals->save();
    }

    /**
     * Decides what waits for this person, or for someone this person stands in for.
     *
     * @param list<string> $fields marked when it is sent back
     */
    public function decide(
        int $requisition, ?int $offer, int $me, Decision $answer, string $note, array $fields = [],
    ): Decided {
        $running = $this->approvals->running($requisition, $offer);
        $mine = $this->query->decidable(self::look($running)['open'], $me);
        $approval = null === $mine ? null : $this->approvals->find($mine);
        if (null === $approval) {
            throw Refused::because('nothing_to_decide');
        }
        $approval->decide($answer, trim($note), $fields, $me, $this->clock->now());
        $for = $approval->approver() === $me ? null : $approval->approver();
        $this->approvals->save();
        if (Decision::Agreed !== $answer) {
            $this->drop($requisition, $offer);

            return new Decided(false, $for);
        }

        return new Decided($this->settle($requisition, $offer), $for);
    }

    /** Asks another instead of someone who can not decide: who has left, asks for the hire or composed the offer. */
    public function passOn(Approval $approval): bool
    {
        [$requisition, $offer] = [$approval->requisition->id, $approval->offerId];
        $not = $this->excluded($requisition, $offer);
        foreach ($this->approvals->running($requisition, $offer) as $other) {
            if ($other !== $approval) {
                $not[] = $other->approver();
            }
        }
        $unit = $approval->requisition->brief()->place->unit;
        foreach ($this->query->candidates($unit, $approval->post()) as $person) {
            if (!\in_array($person['id'], [...$not, $approval->approver()], true)) {
                $approval->passOn($person['id'], $this->clock->now());
                $this->approvals->save();
                $this->settle($requisition, $offer);

                return true;
            }
        }

        return false;
    }

    /**
     * Asks who holds the same post further up as well, when someone is silent; once for each approval.
     *
     * @return int|null who is asked now; null when nobody is above
     */
    public function escalate(Approval $approval): ?int
    {
        [$requisition, $offer, $now] = [$approval->requisition->id, $approval->offerId, $this->clock->now()];
        $not = $this->excluded($requisition, $offer);
        foreach ($this->approvals->running($requisition, $offer) as $asked) {
            $not[] = $asked->approver();
        }
        $above = array_diff($this->query->above($approval->requisition->brief()->place->unit, $approval->post()), $not);
        if ([] === $above) {
            $approval->closeEscalation($now);

            return null;
        }
        $to = array_values($above)[0];
        $this->approvals->add($approval->escalate($to, $now));
        $this->settle($requisition, $offer);

        return $to;
    }

    /** @return list<int> who asks for the hire, and who composed what is to be agreed to */
    public function excluded(int $requisition, ?int $offer): array
    {
        $of = $this->requisitions->find($requisition) ?? throw new \LogicException('No such requisition.');
        $composer = null === $offer ? [] : [$this->offers->composer($offer)];

        return [$of->brief()->team->requester, ...$composer];
    }

    /** Lets go whom nobody needs any more and tells whose turn it is; whether all have agreed. */
    private function settle(int $requisition, ?int $offer): bool
    {
        $running = $this->approvals->running($requisition, $offer);
        ['open' => $open, 'spare' => $spare, 'done' => $done] = self::look($running);
        foreach ($running as $approval) {
            if (\in_array($approval->id, $spare, true)) {
                $approval->drop($this->clock->now());
            }
            if (\in_array($approval->id, $open, true)) {
                $this->tell->turn($approval);
            }
        }
        $this->approvals->save();

        return $done;
    }

    /**
     * @param list<Approval> $running
     *
     * @return array{open: list<int>, spare: list<int>, done: bool}
     */
    private static function look(array $running): array
    {
        return ApprovalRound::look(array_map(static fn (Approval $a): array => $a->inRound(), $running));
    }
}
