<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
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

    public function add(Application $application): void
    {
        $this->entities->persist($application);
        $this->entities->flush();
    }
}
