<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;

final readonly class OpenRequisitionHandler
{
    /** Days from opening to the wished first day, when nothing else is known. */
    private const TARGET_DAYS = 60;

    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private BriefVersions $versions, private Security $security)
    {
    }

    public function __invoke(OpenRequisition $open): int
    {
        return $this->db->transaction(function () use ($open): int {
            $site = $this->db->row('SELECT currency, country FROM site WHERE id = :id', ['id' => $open->site]) ?? throw Refused::because('missing', 'site');
            $profile = null === $open->profile ? null : $this->db->row('SELECT * FROM role_profile WHERE id = :id', ['id' => $open->profile]) ?? throw Refused::because('missing', 'profile');
            $number = $this->db->int("SELECT nextval('requisition_number')");
            $requisition = new Requisition($number, $open->profile, $profile?->int('version'), $profile?->objects('competencies') ?? [], $this->clock->now(), $this->brief($open, $profile, $site), Questionnaire::fromArray($profile?->objects('questions') ?? []));
            $this->entities->persist($requisition);
            $this->entities->flush();
            $this->versions->keep($requisition->id, 1, $requisition->brief(), $this->security->getUser());
            $this->db->execute('INSERT INTO questions_version (requisition_id, version, questions, saved_at) SELECT id, 1, questions, :now FROM requisition WHERE id = :id', ['id' => $requisition->id, 'now' => $this->clock->now()]);
            $this->log->record('requisition.opened', 'requisition', $requisition->id, $requisition->id, change: ['profile' => $open->profile]);

            return $number;
        });
    }

    private function brief(OpenRequisition $open, ?Record $profile, Record $site): Brief
    {
        $currency = $site->str('currency');
        $band = $profile?->json('bands')[$currency] ?? null;
        $money = static fn (int $i): ?Money => \is_array($band) && \is_int($band[$i] ?? null) ? Money::major($band[$i], $currency) : null;
        $today = $this->clock->now()->setTime(0, 0);

        return new Brief(
            $profile?->str('title') ?? '', $open->unit, $open->site, 1, $open->requester, $open->manager, $open->recruiter, $currency, $money(0), $money(1), $today, $today->modify('+'.self::TARGET_DAYS.' days'), $profile?->intOrNull('years_from'), $profile?->strings('musts') ?? [], $profile?->strings('wishes') ?? [],
            description: $profile?->str('description') ?? '', internalTitle: null === $profile ? null : $profile->str('title').' '.$profile->str('level'), country: $site->str('country'), family: $profile?->int('family_id'), yearsTo: $profile?->intOrNull('years_to'), education: $profile?->strOrNull('education'), benefits: $profile?->strings('benefits') ?? [],
        );
    }
}
