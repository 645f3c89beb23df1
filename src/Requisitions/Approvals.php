<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** The rows of who was asked to agree, for briefs and for offers alike. Asked in order: only the first that waits can be decided. */
final readonly class Approvals
{
    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @param list<ApprovalStep> $steps */
    public function ask(int $requisition, ?int $offer, int $unit, array $steps): void
    {
        $this->drop($requisition, $offer);
        foreach ($steps as $rank => $step) {
            $holder = $this->db->row(
                "SELECT h.account_id FROM post_holder h JOIN org_unit u ON u.id = h.unit_id JOIN org_unit mine ON mine.path LIKE u.path || '%' JOIN account a ON a.id = h.account_id
                 WHERE mine.id = :unit AND h.post = :post AND a.active ORDER BY length(u.path) DESC LIMIT 1",
                ['unit' => $unit, 'post' => $step->post->value],
            ) ?? throw Refused::because('nobody_holds_post', '', ['post' => $step->post->value]);
            $this->db->insert('approval', [
                'requisition_id' => $requisition, 'offer_id' => $offer, 'rank' => $rank + 1, 'post' => $step->post->value, 'approver_id' => $holder->int('account_id'), 'reason' => $step->reason,
                'reason_data' => [] === $step->data ? new \stdClass() : $step->data, 'asked_at' => $this->clock->now(),
            ]);
        }
    }

    public function drop(int $requisition, ?int $offer): void
    {
        $this->db->execute("UPDATE approval SET state = 'dropped', decided_at = :now WHERE requisition_id = :r AND offer_id IS NOT DISTINCT FROM :o AND state = 'waiting'", ['r' => $requisition, 'o' => $offer, 'now' => $this->clock->now()]);
    }

    /**
     * Decides the step that waits for this person.
     *
     * @param 'agreed'|'sent_back'|'declined' $answer
     *
     * @return bool whether all have agreed now
     */
    public function decide(int $requisition, ?int $offer, int $approver, string $answer, string $note): bool
    {
        $waiting = $this->db->rows("SELECT id, approver_id FROM approval WHERE requisition_id = :r AND offer_id IS NOT DISTINCT FROM :o AND state = 'waiting' ORDER BY rank FOR UPDATE", ['r' => $requisition, 'o' => $offer]);
        if ([] === $waiting || $waiting[0]->int('approver_id') !== $approver) {
            throw Refused::because('nothing_to_decide');
        }
        if ('agreed' !== $answer && '' === trim($note)) {
            throw Refused::because('reason_missing', 'note');
        }
        $this->db->execute('UPDATE approval SET state = :state, note = nullif(:note, \'\'), decided_at = :now WHERE id = :id', ['state' => $answer, 'note' => trim($note), 'now' => $this->clock->now(), 'id' => $waiting[0]->int('id')]);
        if ('agreed' !== $answer) {
            $this->drop($requisition, $offer);
        }

        return 'agreed' === $answer && 1 === \count($waiting);
    }

    /** @return list<Record> in order, with names */
    public function of(int $requisition, ?int $offer): array
    {
        return $this->db->rows(
            "SELECT a.*, p.name AS approver, a.state = 'waiting' AND NOT EXISTS (SELECT 1 FROM approval b WHERE b.requisition_id = a.requisition_id AND b.offer_id IS NOT DISTINCT FROM a.offer_id AND b.state = 'waiting' AND b.rank < a.rank) AS is_next
             FROM approval a JOIN account p ON p.id = a.approver_id WHERE a.requisition_id = :r AND a.offer_id IS NOT DISTINCT FROM :o AND a.state <> 'dropped' ORDER BY a.id",
            ['r' => $requisition, 'o' => $offer],
        );
    }
}
