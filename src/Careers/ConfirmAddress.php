<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\People\IndexCandidate;
use Jorvent\Pipeline\StageVisits;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Psr\Clock\ClockInterface;

/** The address is theirs: who stood apart becomes one with the person known by it, and nothing is lost of either. */
final readonly class ConfirmAddress
{
    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private IndexCandidate $index, private StageVisits $visits, private GuestLinks $links)
    {
    }

    /** @return array{string, bool} the address of the status page, and whether they had applied for this opening before */
    public function __invoke(int $application): array
    {
        return $this->db->transaction(function () use ($application): array {
            $row = $this->db->row('SELECT p.id, p.requisition_id, c.id AS claimant, c.claims FROM application p JOIN candidate c ON c.id = p.candidate_id WHERE p.id = :id FOR UPDATE OF p, c', ['id' => $application]) ?? throw new \LogicException('A link leads to an application.');
            $known = $row->intOrNull('claims');
            $earlier = null;
            if (null !== $known) {
                $claimant = $row->int('claimant');
                $this->db->execute('SELECT id FROM candidate WHERE id = :id FOR UPDATE', ['id' => $known]);
                $earlier = $this->db->row('SELECT id FROM application WHERE candidate_id = :k AND requisition_id = :r', ['k' => $known, 'r' => $row->int('requisition_id')])?->int('id');
                $both = ['k' => $known, 'c' => $claimant];
                foreach (['resume', 'delivery', 'personal_value'] as $table) {
                    $this->db->execute("UPDATE $table SET candidate_id = :k WHERE candidate_id = :c", $both);
                }
                if (null === $earlier) {
                    $this->db->execute('UPDATE application SET candidate_id = :k, version = version + 1 WHERE id = :id', ['k' => $known, 'id' => $application]);
                    $this->db->execute('UPDATE interview SET candidate_id = :k WHERE application_id = :id', ['k' => $known, 'id' => $application]);
                } else {
                    $this->db->execute("UPDATE application SET state = 'withdrawn', version = version + 1 WHERE id = :id AND state = 'active'", ['id' => $application]);
                    $this->visits->leave($application);
                }
                $this->db->execute('UPDATE candidate SET email = NULL, phone = NULL, city = NULL, erased_at = :now WHERE id = :c', ['c' => $claimant, 'now' => $this->clock->now()]);
                $this->entities->clear();
                ($this->index)($known);
                $this->log->record('candidate.address_confirmed', 'candidate', $known, $row->int('requisition_id'), $known, ['application' => $application, 'same' => null !== $earlier]);
            }

            return [$this->links->issue(LinkPurpose::Status, $earlier ?? $application, 400), null !== $earlier];
        });
    }
}
