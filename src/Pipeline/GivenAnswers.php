<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\AnswersGiven;

final readonly class GivenAnswers implements AnswersGiven
{
    public function __construct(private Db $db)
    {
    }

    public function has(int $requisition, int $version): bool
    {
        return null !== $this->db->row(
            "SELECT id FROM application
             WHERE requisition_id = :r AND questions_version = :v AND origin = 'applied' LIMIT 1",
            ['r' => $requisition, 'v' => $version],
        );
    }
}
