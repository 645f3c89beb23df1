<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Query;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApplicationFacts;
use Jorvent\Pipeline\Entity\Application;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Read\FactsQuery;
use Jorvent\Requisitions\Read\RequisitionFacts;

/** Loads an application for changing it, locked, with what its rules need to know. */
final readonly class Applications
{
    public function __construct(private EntityManagerInterface $entities, private Db $db, private FactsQuery $requisitions)
    {
    }

    public function lock(int $id, ?int $requisition = null): Application
    {
        $application = $this->entities->find(Application::class, $id, LockMode::PESSIMISTIC_WRITE) ?? throw Refused::because('application_gone');
        if (null !== $requisition && $application->requisitionId !== $requisition) {
            throw Refused::because('application_gone');
        }

        return $application;
    }

    public function facts(Application $application): ApplicationFacts
    {
        return $application->facts($this->requisition($application)->isApproved(), 0 !== $this->db->int("SELECT count(*) FROM offer WHERE application_id = :id AND state IN ('asked', 'agreed', 'sent')", ['id' => $application->id]));
    }

    public function requisition(Application $application): RequisitionFacts
    {
        return $this->requisitions->of($application->requisitionId);
    }

    public function name(int $id): string
    {
        return $this->db->row('SELECT c.name FROM application p JOIN candidate c ON c.id = p.candidate_id WHERE p.id = :id', ['id' => $id])?->str('name') ?? '';
    }

    /** @return list<Application> of a person, by id, locked until the end of the transaction */
    public function ofPerson(int $candidate): array
    {
        /** @var list<Application> */
        return $this->entities->createQueryBuilder()->select('a')->from(Application::class, 'a')
            ->where('a.candidateId = :candidate')
            ->setParameter('candidate', $candidate)
            ->orderBy('a.id')
            ->getQuery()
            ->setLockMode(LockMode::PESSIMISTIC_WRITE)
            ->setHint(Query::HINT_REFRESH, true)
            ->getResult();
    }

    /** What was changed is written now, for statements that read it. */
    public function write(): void
    {
        $this->entities->flush();
    }

    public function add(Application $application): void
    {
        $this->entities->persist($application);
        $this->entities->flush();
    }
}
