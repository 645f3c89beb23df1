<?php

declare(strict_types=1);

namespace Jorvent\Guests;

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
    private const STATUS_DAYS = 400;
    /** What goes over to the person known. */
    private const MOVED = ['resume', 'delivery', 'personal_value'];

    public function __construct(
        private Db $db,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private ActivityLog $log,
        private IndexCandidate $index,
        private StageVisits $visits,
        private GuestLinks $links,
    ) {
    }

    /** @return array{string, bool} the address of the status page, and whether they had applied for this opening before */
    public function __invoke(int $application): array
    {
        return $this->db->transaction(function () use ($application): array {
            $row = $this->db->row(
                'SELECT p.requisition_id, c.id AS claimant, c.claims
                 FROM application p JOIN candidate c ON c.id = p.candidate_id WHERE p.id = :id FOR UPDATE OF p, c',
                ['id' => $application],
            ) ?? throw new \LogicException('A link leads to an application.');
            $known = $row->intOrNull('claims');
            $earlier = null === $known
                ? null
                : $this->join($application, $row->int('claimant'), $known, $row->int('requisition_id'));
            $status = $this->links->issue(LinkPurpose::Status, $earlier ?? $application, self::STATUS_DAYS);

            return [$status, null !== $earlier];
        });
    }

    /** @return int|null the application that the person known had sent for this opening before */
    private function join(int $application, int $claimant, int $known, int $requisition): ?int
    {
        $this->db->execute('SELECT id FROM candidate WHERE id = :id FOR UPDATE', ['id' => $known]);
        $earlier = $this->db->row(
            'SELECT id FROM application WHERE candidate_id = :known AND requisition_id = :requisition',
            ['known' => $known, 'requisition' => $requisition],
        )?->int('id');
        $both = ['known' => $known, 'claimant' => $claimant];
        foreach (self::MOVED as $table) {
            $this->db->execute("UPDATE $table SET candidate_id = :known WHERE candidate_id = :claimant", $both);
        }
        null === $earlier ? $this->move($application, $known) : $this->withdraw($application);
        $this->db->execute(
            'UPDATE candidate SET email = NULL, phone = NULL, city = NULL, erased_at = :now WHERE id = :claimant',
            ['claimant' => $claimant, 'now' => $this->clock->now()],
        );
        $this->entities->clear();
        ($this->index)($known);
        $this->log->record('candidate.address_confirmed', 'candidate', $known, $requisition, $known, [
            'application' => $application, 'same' => null !== $earlier,
        ]);

        return $earlier;
    }

    private function move(int $application, int $known): void
    {
        $this->db->execute(
            'UPDATE application SET candidate_id = :known, version = version + 1 WHERE id = :id',
            ['known' => $known, 'id' => $application],
        );
        $this->db->execute(
            'UPDATE interview SET candidate_id = :known WHERE application_id = :id',
            ['known' => $known, 'id' => $application],
        );
    }

    /** They had applied before: the earlier application holds. */
    private function withdraw(int $application): void
    {
        $this->db->execute(
            "UPDATE application SET state = 'withdrawn', version = version + 1 WHERE id = :id AND state = 'active'",
            ['id' => $application],
        );
        $this->visits->leave($application);
    }
}
