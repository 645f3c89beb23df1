<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Accounts\Delegations;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApprovalRound;
use Jorvent\Core\Workflow\ApprovalStep;
use Jorvent\Core\Workflow\Approvers;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Core\Workflow\Standing;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** The rows of who was asked to agree, for briefs and for offers alike. Ranks follow one another; who is asked now is told by mail and may be stood in for by a deputy. */
final readonly class Approvals
{
    public function __construct(private Db $db, private ClockInterface $clock, private Mailing $mailing, private UrlGeneratorInterface $urls)
    {
    }

    /** @param list<ApprovalStep> $steps */
    public function ask(int $requisition, ?int $offer, int $unit, array $steps): void
    {
        $this->drop($requisition, $offer);
        $round = $this->round($requisition, $offer) + 1;
        foreach ($this->chosen($requisition, $offer, $unit, $steps) as ['step' => $step, 'id' => $holder, 'as' => $as]) {
            $data = $step->data + (null === $as || Standing::Post === $as ? [] : ['instead' => $as->value]);
            $this->db->insert('approval', [
                'requisition_id' => $requisition, 'offer_id' => $offer, 'round' => $round, 'rank' => $step->rank, 'group_id' => $step->group, 'any_of' => $step->anyOf,
                'post' => $step->post->value, 'approver_id' => $holder ?? throw Refused::because('nobody_can_decide', '', ['post' => $step->post->value]),
                'reason' => $step->reason, 'reason_data' => [] === $data ? new \stdClass() : $data, 'asked_at' => $this->clock->now(),
            ]);
        }
        $this->settle($requisition, $offer);
    }

    /**
     * Who would be asked. Who asks for the hire and who composed the offer do not agree to it: the post above does, else whoever stands above in
     * the organisation, else an admin of the unit.
     *
     * @param list<ApprovalStep> $steps
     *
     * @return list<array{step: ApprovalStep, id: int|null, as: Standing|null}> id null where nobody can be asked
     */
    public function chosen(?int $requisition, ?int $offer, int $unit, array $steps): array
    {
        $chain = array_map(fn (ApprovalStep $step): array => ['step' => $step, 'people' => $this->people($unit, $step->post->value)], $steps);

        return Approvers::choose($chain, $this->excluded($requisition, $offer));
    }

    /** @return list<int> who asks, and who composed what is to be agreed to */
    private function excluded(?int $requisition, ?int $offer): array
    {
        return array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows(
            'SELECT requester_id AS id FROM requisition WHERE id = :r UNION SELECT composed_by FROM offer WHERE id = :o',
            ['r' => $requisition, 'o' => $offer],
        ));
    }

    /** @return list<array{id: int, as: Standing}> who could agree for a post, the first of them first; who has left holds no post */
    private function people(int $unit, string $post): array
    {
        return array_map(static fn (Record $r): array => ['id' => $r->int('id'), 'as' => Standing::from($r->str('standing'))], $this->db->rows(
            "SELECT x.id, x.standing FROM (
                SELECT h.account_id AS id, CASE WHEN h.post = :post THEN 'post' ELSE 'above' END AS standing, length(u.path) AS depth
                FROM post_held h JOIN unit_place u ON u.id = h.unit_id JOIN unit_place mine ON mine.id = :unit AND starts_with(mine.path, u.path)
                WHERE h.post = :post OR u.id <> mine.id
                UNION ALL
                SELECT g.account_id, 'admin', length(u.path)
                FROM account_grant g JOIN unit_place u ON u.id = g.unit_id JOIN unit_place mine ON mine.id = :unit AND starts_with(mine.path, u.path) WHERE g.role = 'admin'
             ) x JOIN account a ON a.id = x.id AND a.active
             ORDER BY array_position(ARRAY['post', 'above', 'admin'], x.standing), x.depth DESC, x.id",
            ['unit' => $unit, 'post' => $post],
        ));
    }

    /**
     * Who waits to be decided by someone who can not (has left, or asks for it themselves) is asked of another.
     *
     * @return list<int> ids of the approvals that went to someone else
     */
    public function passOn(): array
    {
        $passed = [];
        foreach ($this->db->rows(
            "SELECT v.id, v.requisition_id, v.offer_id, v.post, r.unit_id FROM approval v JOIN requisition r ON r.id = v.requisition_id JOIN account a ON a.id = v.approver_id
                LEFT JOIN offer o ON o.id = v.offer_id
             WHERE v.state = 'waiting' AND (NOT a.active OR v.approver_id = r.requester_id OR v.approver_id = o.composed_by) ORDER BY v.id FOR UPDATE OF v SKIP LOCKED",
        ) as $row) {
            [$requisition, $offer] = [$row->int('requisition_id'), $row->intOrNull('offer_id')];
            $not = [...$this->excluded($requisition, $offer), ...array_map(static fn (Record $r): int => $r->int('approver_id'), $this->db->rows(
                "SELECT approver_id FROM approval WHERE requisition_id = :r AND offer_id IS NOT DISTINCT FROM :o AND state IN ('waiting', 'agreed') AND id <> :id",
                ['r' => $requisition, 'o' => $offer, 'id' => $row->int('id')],
            ))];
            $to = array_values(array_filter($this->people($row->int('unit_id'), $row->str('post')), static fn (array $p): bool => !\in_array($p['id'], $not, true)))[0] ?? null;
            if (null !== $to) {
                $this->db->execute('UPDATE approval SET approver_id = :to, asked_at = :now, reminded = 0 WHERE id = :id', ['to' => $to['id'], 'now' => $this->clock->now(), 'id' => $row->int('id')]);
                $this->settle($requisition, $offer);
                $passed[] = $row->int('id');
            }
        }

        return $passed;
    }

    public function drop(int $requisition, ?int $offer): void
    {
        $this->db->execute("UPDATE approval SET state = 'dropped', decided_at = :now WHERE requisition_id = :r AND offer_id IS NOT DISTINCT FROM :o AND state = 'waiting'", ['r' => $requisition, 'o' => $offer, 'now' => $this->clock->now()]);
    }

    /**
     * Decides what waits for this person, or for someone this person stands in for.
     *
     * @param list<string> $fields marked when it is sent back
     *
     * @return array{done: bool, for: int|null} whether all have agreed now, and whom the person stood in for
     */
    public function decide(int $requisition, ?int $offer, int $me, Decision $answer, string $note, array $fields = []): array
    {
        $rows = $this->rows($requisition, $offer);
        $open = ApprovalRound::look($rows)['open'];
        $mine = $this->db->row(
            'SELECT id, approver_id FROM approval a WHERE id IN (:open) AND '.Delegations::decides('a').' ORDER BY (approver_id = :me) DESC, id LIMIT 1',
            ['open' => [] === $open ? [0] : $open, 'me' => $me, 'today' => $this->clock->now()->format('Y-m-d')],
        ) ?? throw Refused::because('nothing_to_decide');
        if (Decision::Agreed !== $answer && '' === trim($note)) {
            throw Refused::because('reason_missing', 'note');
        }
        $this->db->execute('UPDATE approval SET state = :state, note = nullif(:note, \'\'), fields = :fields, decided_at = :now, decided_by = :me WHERE id = :id', ['state' => $answer->value, 'note' => trim($note), 'fields' => json_encode($fields, \JSON_THROW_ON_ERROR), 'now' => $this->clock->now(), 'me' => $me, 'id' => $mine->int('id')]);
        if (Decision::Agreed !== $answer) {
            $this->drop($requisition, $offer);
        }

        return ['done' => Decision::Agreed === $answer && $this->settle($requisition, $offer), 'for' => $mine->int('approver_id') === $me ? null : $mine->int('approver_id')];
    }

    /** @return list<Record> in order, with names; is_next: asked now; mine: waits for this person, or for someone they stand in for */
    public function of(int $requisition, ?int $offer, int $me = 0): array
    {
        return $this->db->rows(
            "SELECT a.*, p.name AS approver, d.name AS decider, a.state = 'waiting' AND NOT EXISTS (SELECT 1 FROM approval b WHERE b.requisition_id = a.requisition_id AND b.offer_id IS NOT DISTINCT FROM a.offer_id AND b.state = 'waiting' AND b.rank < a.rank) AS is_next,
                ".Delegations::decides('a')." AS mine
             FROM approval a JOIN account p ON p.id = a.approver_id LEFT JOIN account d ON d.id = a.decided_by WHERE a.requisition_id = :r AND a.offer_id IS NOT DISTINCT FROM :o AND a.state <> 'dropped' ORDER BY a.id",
            ['r' => $requisition, 'o' => $offer, 'me' => $me, 'today' => $this->clock->now()->format('Y-m-d')],
        );
    }

    /** Asks someone in another's stead as well, when the other is silent: one of the two is enough. */
    public function escalate(int $approval, int $to): void
    {
        $row = $this->db->row('SELECT requisition_id, offer_id, round, rank, group_id, any_of, post FROM approval WHERE id = :id', ['id' => $approval]) ?? throw new \LogicException('No such approval.');
        $group = $row->bool('any_of') ? $row->int('group_id') : -$approval;
        $this->db->execute('UPDATE approval SET escalated_at = :now, any_of = true, group_id = :g WHERE id = :id', ['now' => $this->clock->now(), 'g' => $group, 'id' => $approval]);
        $this->db->insert('approval', ['requisition_id' => $row->int('requisition_id'), 'offer_id' => $row->intOrNull('offer_id'), 'round' => $row->int('round'), 'rank' => $row->int('rank'), 'group_id' => $group, 'any_of' => true, 'post' => $row->str('post'), 'approver_id' => $to, 'reason' => 'escalated', 'reason_data' => new \stdClass(), 'asked_at' => $this->clock->now(), 'escalated_at' => $this->clock->now()]);
        $this->settle($row->int('requisition_id'), $row->intOrNull('offer_id'));
    }

    /** Lets go whom nobody needs any more, tells whose turn it is; whether all have agreed. */
    private function settle(int $requisition, ?int $offer): bool
    {
        $look = ApprovalRound::look($this->rows($requisition, $offer));
        if ([] !== $look['spare']) {
            $this->db->execute("UPDATE approval SET state = 'dropped', decided_at = :now WHERE id IN (:ids)", ['ids' => $look['spare'], 'now' => $this->clock->now()]);
        }
        foreach ([] === $look['open'] ? [] : $this->db->rows('SELECT v.id, v.approver_id, r.number, r.title, q.name AS requester FROM approval v JOIN requisition r ON r.id = v.requisition_id JOIN account q ON q.id = r.requester_id WHERE v.id IN (:ids)', ['ids' => $look['open']]) as $row) {
            // the key makes it one mail for each approval, however often this is looked at
            $this->mailing->toStaff('approval-'.$row->int('id').'-'.$row->int('approver_id'), $row->int('approver_id'), \sprintf('%s asks you to agree: %s R-%d', $row->str('requester'), $row->str('title'), $row->int('number')), $this->text($row->int('number'), $offer), $requisition);
        }

        return $look['done'];
    }

    /** @param int|null $offer the offer that is asked about; null for the brief */
    public function text(int $number, ?int $offer): string
    {
        $application = null === $offer ? null : $this->db->int('SELECT application_id FROM offer WHERE id = :id', ['id' => $offer]);
        $address = $this->urls->generate(
            null === $offer ? 'brief' : 'offer', ['number' => $number] + (null === $application ? [] : ['application' => $application]), UrlGeneratorInterface::ABSOLUTE_URL,
        );

        return 'What is asked, with the numbers, stands here (sign in first):'."\n\n".$address."\n\nApprove it, send it back with a reason, decline it, or ask a question. If you are away, name a deputy under My settings.";
    }

    private function round(int $requisition, ?int $offer): int
    {
        return $this->db->int('SELECT max(round) FROM approval WHERE requisition_id = :r AND offer_id IS NOT DISTINCT FROM :o', ['r' => $requisition, 'o' => $offer]);
    }

    /** @return list<array{id: int, rank: int, group: int, any: bool, state: string}> of the round that runs */
    private function rows(int $requisition, ?int $offer): array
    {
        return array_map(static fn (Record $r): array => ['id' => $r->int('id'), 'rank' => $r->int('rank'), 'group' => 0 === $r->int('group_id') ? -1_000_000 - $r->int('id') : $r->int('group_id'), 'any' => $r->bool('any_of'), 'state' => $r->str('state')], $this->db->rows(
            "SELECT id, rank, group_id, any_of, state FROM approval WHERE requisition_id = :r AND offer_id IS NOT DISTINCT FROM :o AND state IN ('waiting', 'agreed') AND round = :round ORDER BY id FOR UPDATE",
            ['r' => $requisition, 'o' => $offer, 'round' => $this->round($requisition, $offer)],
        ));
    }
}
