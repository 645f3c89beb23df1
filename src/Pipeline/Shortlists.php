<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\GuestLinks;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;

/** People shown to someone outside by a guest link, who reads them and leaves a view on each, with no account. */
final readonly class Shortlists
{
    public const DAYS = 14;
    public const MOST = 30;
    private const VOTES = ['yes', 'unsure', 'no'];

    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private GuestLinks $links, private Applications $applications)
    {
    }

    /**
     * @param list<int> $ids
     *
     * @return string the link, which can not be read back later
     */
    public function share(int $requisitionId, array $ids, string $guest, int $by): string
    {
        match (true) {
            [] === $ids => throw Refused::because('nobody_marked'),
            \count($ids) > self::MOST => throw Refused::because('shortlist_too_long', '', ['limit' => self::MOST]),
            '' === trim($guest) => throw Refused::because('guest_missing', 'guest'),
            default => null,
        };

        return $this->db->transaction(function () use ($requisitionId, $ids, $guest, $by): string {
            $requisition = $this->entities->find(Requisition::class, $requisitionId) ?? throw new \LogicException('No such requisition.');
            if (!$requisition->isApproved()) {
                throw Refused::because('not_approved');
            }
            $id = $this->db->insert('shortlist', ['requisition_id' => $requisitionId, 'guest' => trim($guest), 'shared_by' => $by, 'shared_at' => $this->clock->now()]);
            foreach ($ids as $application) {
                $candidate = $this->applications->lock($application, $requisitionId)->candidateId;
                $this->db->execute('INSERT INTO shortlist_entry (shortlist_id, application_id) VALUES (:s, :a)', ['s' => $id, 'a' => $application]);
                $this->log->record('shortlist.shared', 'shortlist', $id, $requisitionId, $candidate);
            }

            return $this->links->issue(GuestLinks::REVIEW, $id, self::DAYS);
        });
    }

    public function view(int $shortlist, int $application, string $vote, string $comment): void
    {
        if (!\in_array($vote, self::VOTES, true)) {
            throw Refused::because('vote_missing', 'vote.'.$application);
        }
        $touched = $this->db->execute('UPDATE shortlist_entry SET vote = :v, comment = :c, voted_at = :now WHERE shortlist_id = :s AND application_id = :a', ['v' => $vote, 'c' => trim($comment), 'now' => $this->clock->now(), 's' => $shortlist, 'a' => $application]);
        if (1 !== $touched) {
            throw Refused::because('application_gone');
        }
    }

    public function revoke(int $requisition, int $shortlist): void
    {
        $this->db->transaction(function () use ($requisition, $shortlist): void {
            if (0 === $this->db->int('SELECT count(*) FROM shortlist WHERE id = :s AND requisition_id = :r', ['s' => $shortlist, 'r' => $requisition])) {
                throw Refused::because('missing');
            }
            $this->links->revoke(GuestLinks::REVIEW, $shortlist);
            $this->log->record('shortlist.revoked', 'shortlist', $shortlist, $requisition);
        });
    }

    /** @return list<Record> what guests were shown and said about one application */
    public function of(int $application): array
    {
        return $this->db->rows(
            "SELECT s.id, s.guest, s.shared_at, e.vote, e.comment, e.voted_at, EXISTS (SELECT 1 FROM guest_link l WHERE l.purpose = 'review' AND l.subject_id = s.id AND l.revoked_at IS NULL AND l.expires_at > :now) AS open
             FROM shortlist_entry e JOIN shortlist s ON s.id = e.shortlist_id WHERE e.application_id = :a ORDER BY s.id DESC", ['a' => $application, 'now' => $this->clock->now()]);
    }

    /** @return list<Record> the people of a shortlist as a guest reads them: no contacts, no messages, nothing of other requisitions */
    public function people(int $shortlist): array
    {
        return $this->db->rows(
            'SELECT e.application_id, e.vote, e.comment, c.name, c.headline, c.city, p.fit, p.fit_parts, r.title, s.guest, x.text FROM shortlist_entry e JOIN shortlist s ON s.id = e.shortlist_id JOIN application p ON p.id = e.application_id JOIN candidate c ON c.id = p.candidate_id JOIN requisition r ON r.id = s.requisition_id
             LEFT JOIN LATERAL (SELECT text FROM resume WHERE candidate_id = c.id ORDER BY created_at DESC, id DESC LIMIT 1) x ON true WHERE e.shortlist_id = :s AND c.erased_at IS NULL ORDER BY p.fit DESC NULLS LAST, c.name', ['s' => $shortlist]);
    }
}
