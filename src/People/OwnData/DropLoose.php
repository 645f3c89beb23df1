<?php

declare(strict_types=1);

namespace Jorvent\People\OwnData;

use Jorvent\People\AskOutside;
use Jorvent\Platform\Database\Db;
use Jorvent\Privacy\Holders;
use Psr\Clock\ClockInterface;

/** Drops what came in and belongs to nobody after all, files and mails, and what outside databases answered. */
final readonly class DropLoose
{
    /** So long it can be looked at. */
    private const DAYS = 30;
    private const FILES_AT_ONCE = 200;

    public function __construct(private Db $db, private ClockInterface $clock, private Holders $holders)
    {
    }

    public function __invoke(): void
    {
        $now = $this->clock->now();
        $old = $now->modify('-'.self::DAYS.' days');
        $this->db->execute(
            'DELETE FROM outside_answer WHERE asked_at < :old',
            ['old' => $now->modify('-'.AskOutside::MINUTES.' minutes')],
        );
        $this->db->execute(
            "UPDATE personal_value SET content = NULL, erased_at = :now
             WHERE content IS NOT NULL AND candidate_id IS NULL AND id IN (
                SELECT personal_id FROM mail_in WHERE came_at < :old
                UNION SELECT personal_id FROM delivery WHERE subject_kind = 'mail_in' AND created_at < :old
             )",
            ['now' => $now, 'old' => $old],
        );
        $dropped = $this->db->rows(
            "UPDATE intake_file
             SET state = 'cancelled', name = 'removed', refusal = NULL, candidate_id = NULL, likeness = NULL
             WHERE id IN (
                SELECT id FROM intake_file WHERE state <> 'read' AND name <> 'removed' AND at < :old
                LIMIT ".self::FILES_AT_ONCE.'
             ) RETURNING sha256',
            ['old' => $old],
        );
        foreach ($dropped as $row) {
            $this->holders->drop($row->str('sha256'));
        }
    }
}
