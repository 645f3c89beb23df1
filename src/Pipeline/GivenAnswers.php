<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
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

    public function people(int $requisition): int
    {
        return $this->db->int(
            "SELECT count(*) FROM application WHERE requisition_id = :r AND origin = 'applied'", ['r' => $requisition],
        );
    }

    public function scores(int $requisition, int $most): array
    {
        return array_map(static fn (Record $r): int => $r->int('score'), $this->db->rows(
            'SELECT score FROM application WHERE requisition_id = :r AND score IS NOT NULL ORDER BY score LIMIT '.$most,
            ['r' => $requisition],
        ));
    }
}
