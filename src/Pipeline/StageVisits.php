<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Core\Workflow\Stage;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** How long each application stood at each stage: one open visit at most. */
final readonly class StageVisits
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    public function enter(int $application, Stage $stage): void
    {
        $this->leave($application);
        $this->db->insert('stage_visit', ['application_id' => $application, 'stage' => $stage->value, 'entered_at' => $this->clock->now()]);
    }

    public function leave(int $application): void
    {
        $this->db->execute('UPDATE stage_visit SET left_at = :now WHERE application_id = :id AND left_at IS NULL', ['id' => $application, 'now' => $this->clock->now()]);
    }

    /** Takes the last step back: the visit it opened goes, the one before is open again. */
    public function back(int $application, Stage $to): void
    {
        $this->db->execute('DELETE FROM stage_visit WHERE application_id = :id AND left_at IS NULL AND stage <> :stage', ['id' => $application, 'stage' => $to->value]);
        $this->db->execute('UPDATE stage_visit SET left_at = NULL WHERE id = (SELECT max(id) FROM stage_visit WHERE application_id = :id)', ['id' => $application]);
    }
}
