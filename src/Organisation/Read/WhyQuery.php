<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Web\Form\Choice;

/** What the page shows beside the reasons why a unit is not offered. */
final readonly class WhyQuery
{
    public function __construct(private Db $db)
    {
    }

    public function question(int $id): ?UnitQuestionRow
    {
        $row = $this->db->row(
            'SELECT q.id, q.asked_by, a.name AS asker, q.typed, q.company_id, q.note, q.asked_at, q.answered_at
             FROM reach_question q JOIN staff_name a ON a.id = q.asked_by WHERE q.id = :id',
            ['id' => $id],
        );

        return null === $row ? null : new UnitQuestionRow(
            $row->int('id'),
            $row->int('asked_by'),
            $row->str('asker'),
            $row->str('typed'),
            $row->intOrNull('company_id'),
            $row->str('note'),
            $row->instant('asked_at'),
            $row->instantOrNull('answered_at'),
        );
    }

    /** @return list<Choice> those in force, the oldest first */
    public function companies(): array
    {
        return array_map(
            static fn (Record $r): Choice => new Choice($r->int('id'), $r->str('name')),
            $this->db->rows("SELECT id, name FROM org_unit WHERE kind = 'company' AND in_force ORDER BY id"),
        );
    }
}
