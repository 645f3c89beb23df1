<?php

declare(strict_types=1);

namespace Jorvent\Demo;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Core\Workflow\RequisitionState;
use Jorvent\Core\Workflow\Standing;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Brief\Job;
use Jorvent\Requisitions\Brief\Pay;
use Jorvent\Requisitions\Brief\Place;
use Jorvent\Requisitions\Brief\Team;
use Jorvent\Requisitions\Brief\Time;
use Jorvent\Requisitions\Brief\Wants;
use Jorvent\Requisitions\Entity\Approval;
use Jorvent\Requisitions\Entity\Origin;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Store\LastSearchStore;

/**
 * Requisitions of the demo world, written from its role profiles and brought to where they stand.
 *
 * @phpstan-import-type Profile from Catalogue
 */
final readonly class Briefs
{
    /** So many years more than the least are asked for at most. */
    private const YEARS = 7;

    public function __construct(private EntityManagerInterface $entities, private LastSearchStore $searches)
    {
    }

    /**
     * @param Profile $profile
     * @param int     $above   whole units that the range goes above the band
     */
    public function brief(array $profile, Team $team, int $unit, int $site, int $positions, Time $time, int $above = 0): Brief
    {
        $place = Organisation::SITES[$site - 1];
        $currency = $place[5];
        [$from, $to] = $profile['bands'][$currency];

        return new Brief(
            new Job(
                title: $profile['title'],
                positions: $positions,
                internalTitle: $profile['title'].' '.$profile['level'],
                family: $profile['family'],
                industry: 'H',
                category: $profile['category'],
                description: $profile['description'],
            ),
            $team,
            new Place($unit, $site, country: $place[3]),
            $time,
            new Wants(
                $profile['musts'],
                $profile['wishes'],
                World::EDUCATION[$profile['trade']] ?? 'vocational',
                $profile['years'],
                0 === $profile['years'] ? null : $profile['years'] + self::YEARS,
            ),
            new Pay(
                $currency,
                Money::major($from, $currency),
                Money::major($to + $above, $currency),
                benefits: World::BENEFITS,
            ),
        );
    }

    /**
     * @param Profile                 $profile
     * @param \DateTimeImmutable|null $endedAt when it was filled
     */
    public function open(
        int $number, array $profile, Brief $brief, RequisitionState $state, \DateTimeImmutable $createdAt,
        \DateTimeImmutable $askedAt, \DateTimeImmutable $approvedAt, ?\DateTimeImmutable $endedAt,
    ): Requisition {
        $origin = new Origin($profile['id'], 1, $profile['competencies']);
        $questions = Questionnaire::fromArray($profile['questions']);
        $by = $brief->team->requester;
        $requisition = new Requisition($number, $origin, $brief, $questions, $by, $createdAt);
        if (RequisitionState::Draft !== $state) {
            $requisition->ask($askedAt->setTime(0, 0));
        }
        match ($state) {
            RequisitionState::Draft, RequisitionState::Asked => null,
            RequisitionState::SentBack => $requisition->sendBack(),
            RequisitionState::Declined => $requisition->decline(),
            default => $requisition->approve($approvedAt),
        };
        match ($state) {
            RequisitionState::OnHold => $requisition->hold(),
            RequisitionState::Filled => $requisition->fill($endedAt ?? $approvedAt),
            RequisitionState::Cancelled => $requisition->cancel(),
            default => null,
        };
        $this->entities->persist($requisition);
        $this->entities->flush();

        return $requisition;
    }

    /** As if someone had looked for the first two musts. */
    public function search(Requisition $requisition): void
    {
        $musts = \array_slice($requisition->brief()->wants->musts, 0, 2);
        $quoted = array_map(static fn (string $m): string => str_contains($m, ' ') ? '"'.$m.'"' : $m, $musts);
        $this->searches->remember($requisition->id, new Search(implode(' AND ', $quoted)));
    }

    /** @param Decision|null $answer null: it waits */
    public function approval(
        Requisition $requisition, ?int $offer, ApprovalStep $step, int $approver, \DateTimeImmutable $askedAt,
        ?Decision $answer, string $note, \DateTimeImmutable $at,
    ): void {
        $approval = new Approval($requisition, $offer, 1, $step, $approver, Standing::Post, $askedAt);
        if (null !== $answer) {
            $approval->decide($answer, $note, [], $approver, $at);
        }
        $this->entities->persist($approval);
        $this->entities->flush();
    }
}
