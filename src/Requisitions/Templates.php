<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\RequisitionTemplate;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Psr\Clock\ClockInterface;

/** Requisitions saved to start others from. */
final readonly class Templates
{
    public function __construct(
        private Db $db,
        private RequisitionRepository $requisitions,
        private ActivityLog $log,
        private ClockInterface $clock,
    ) {
    }

    public function save(int $requisition, string $name, bool $shared, int $me): void
    {
        $this->db->transaction(function () use ($requisition, $name, $shared, $me): void {
            $of = $this->requisitions->find($requisition) ?? throw Refused::because('missing');
            $template = new RequisitionTemplate($name, $of, $shared, $me, $this->clock->now());
            $this->requisitions->add($template);
            $this->log->record('template.kept', 'template', $template->id, $requisition);
        });
    }

    /** Nobody starts from it any more; whoever saved it, or an admin, may say so. */
    public function retire(int $id, int $me, bool $isAdmin): void
    {
        $this->db->transaction(function () use ($id, $me, $isAdmin): void {
            $template = $this->requisitions->template($id) ?? throw Refused::because('missing', 'template');
            $template->retire($me, $isAdmin, $this->clock->now());
            $this->log->record('template.retired', 'template', $id);
        });
    }
}
