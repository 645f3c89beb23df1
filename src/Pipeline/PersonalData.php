<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Pipeline\Entity\Application;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\OwnedRows;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Privacy\HoldsPersonalData;
use Jorvent\Privacy\MovesWithPerson;
use Jorvent\Privacy\Person;
use Symfony\Component\DependencyInjection\Attribute\AsTaggedItem;

/** Applications: how they came, what they answered, where they stand. */
#[AsTaggedItem(priority: self::BEFORE_INTERVIEWS)]
final readonly class PersonalData implements HoldsPersonalData, MovesWithPerson
{
    /** interviews follow their applications */
    private const BEFORE_INTERVIEWS = 10;

    public function __construct(
        private Db $db,
        private GuestLinks $links,
        private Applications $applications,
        private OwnedRows $rows,
    ) {
    }

    /** An application for a requisition that the other has applied for too stays where it is. */
    public function handOver(int $from, int $to): array
    {
        $there = array_map(
            static fn (Application $one): int => $one->requisitionId, $this->applications->ofPerson($to),
        );
        $moved = [];
        foreach ($this->applications->ofPerson($from) as $one) {
            if (!\in_array($one->requisitionId, $there, true)) {
                $one->belongTo($to);
                $moved[] = $one->id;
            }
        }
        $this->applications->write();

        return [
            'application' => $moved, 'verdict' => $this->rows->moveMissing('verdict', $from, $to, 'requisition_id'),
        ];
    }

    public function handBack(int $from, int $to, array $moved): void
    {
        foreach ($this->applications->ofPerson($to) as $one) {
            if (\in_array($one->id, $moved['application'] ?? [], true)) {
                $one->belongTo($from);
            }
        }
        $this->applications->write();
        $this->rows->back('verdict', $from, $to, $moved['verdict'] ?? [], 'requisition_id');
    }

    public function forget(Person $person): array
    {
        $mine = 'application_id IN (SELECT id FROM application WHERE candidate_id = :id)';
        $of = ['id' => $person->id];
        $this->db->execute(
            "UPDATE stage_visit SET left_at = greatest(:now, entered_at) WHERE left_at IS NULL AND $mine",
            $of + ['now' => $person->now],
        );
        $this->db->execute(
            "UPDATE application SET state = CASE state WHEN 'active' THEN 'withdrawn' ELSE state END, answers = '{}', touches = '[]', fit_parts = '[]',
                knock_out_reason = CASE WHEN knock_out_reason IS NOT NULL THEN 'forgotten' END, version = version + 1 WHERE candidate_id = :id", $of,
        );
        $this->db->execute("UPDATE shortlist_entry SET comment = '' WHERE $mine", $of);
        $this->db->execute(
            "UPDATE hire SET fell_through_reason = CASE WHEN fell_through_reason IS NOT NULL THEN 'forgotten' END WHERE $mine",
            $of,
        );
        $applications = array_map(
            static fn (Record $application): int => $application->int('id'),
            $this->db->rows('SELECT id FROM application WHERE candidate_id = :id', $of),
        );
        $this->links->revoke(LinkPurpose::Status, ...$applications);
        $this->links->revoke(LinkPurpose::Confirm, ...$applications);

        return [];
    }

    public function tell(int $candidate): array
    {
        $rows = $this->db->rows(
            "SELECT r.title AS opening, s.city AS place, p.origin, p.applied_at, p.stage, p.state, p.answers, p.score AS screening_score, p.knock_out, p.consent_version,
                (SELECT t.text FROM consent_text t WHERE t.version = p.consent_version AND t.locale = c.locale) AS consent_text, p.consented_at, b.board_name AS came_by,
                (SELECT count(*) FROM interview i WHERE i.application_id = p.id AND i.state = 'booked') AS interviews
             FROM application p JOIN candidate c ON c.id = p.candidate_id JOIN requisition_head r ON r.id = p.requisition_id JOIN site_place s ON s.id = r.site_id
                LEFT JOIN posting_head b ON b.id = p.posting_id
             WHERE p.candidate_id IN (SELECT CAST(:id AS int) UNION SELECT id FROM candidate WHERE merged_into = :id) ORDER BY p.id",
            ['id' => $candidate],
        );

        return [
            'applications' => array_map(
                static fn ($r): array => ['answers' => $r->json('answers')] + $r->columns(),
                $rows,
            ),
        ];
    }

    public function needs(string $sha256): bool
    {
        return false;
    }
}
