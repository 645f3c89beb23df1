<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Resume\Blind;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Requisitions\Read\FactsQuery;
use Psr\Clock\ClockInterface;

/** People shown to someone outside by a guest link, who reads them and leaves a view on each, with no account. */
final readonly class Shortlists
{
    public const DAYS = 14;
    public const MOST = 30;
    private const VOTES = ['yes', 'unsure', 'no'];

    public function __construct(private Db $db, private FactsQuery $requisitions, private ClockInterface $clock, private ActivityLog $log, private GuestLinks $links, private Applications $applications)
    {
    }

    /**
     * @param list<int> $ids
     * @param bool      $contacts whether the guest sees how to reach them
     *
     * @return string the link, which can not be read back later
     */
    public function share(int $requisitionId, array $ids, string $guest, int $by, bool $contacts = false): string
    {
        match (true) {
            [] === $ids => throw Refused::because('nobody_marked'),
            \count($ids) > self::MOST => throw Refused::because('shortlist_too_long', '', ['limit' => self::MOST]),
            '' === trim($guest) => throw Refused::because('guest_missing', 'guest'),
            default => null,
        };

        return $this->db->transaction(function () use ($requisitionId, $ids, $guest, $by, $contacts): string {
            $requisition = $this->requisitions->of($requisitionId);
            if (!$requisition->isApproved()) {
                throw Refused::because('not_approved');
            }
            $id = $this->db->insert('shortlist', ['requisition_id' => $requisitionId, 'guest' => trim($guest), 'shared_by' => $by, 'shared_at' => $this->clock->now(), 'contacts' => $contacts]);
            foreach ($ids as $application) {
                $candidate = $this->applications->lock($application, $requisitionId)->candidateId;
                $this->db->execute('INSERT INTO shortlist_entry (shortlist_id, application_id) VALUES (:s, :a)', ['s' => $id, 'a' => $application]);
                $this->log->record('shortlist.shared', 'shortlist', $id, $requisitionId, $candidate);
            }

            return $this->links->issue(LinkPurpose::Review, $id, self::DAYS);
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
            $this->links->revoke(LinkPurpose::Review, $shortlist);
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

    /**
     * The people of a shortlist as a guest reads them: no messages, nothing of other requisitions, and in the resume no way to reach
     * them unless that was chosen.
     *
     * @return list<array{application_id: int, title: string, guest: string, name: string, headline: string, city: string|null, reach: list<string>, text: string, vote: string|null, comment: string|null}>
     */
    public function people(int $shortlist): array
    {
        $rows = $this->db->rows(
            'SELECT e.application_id, e.vote, e.comment, c.name, c.headline, c.city, c.email, c.phone, r.title, s.guest, s.contacts, x.text
             FROM shortlist_entry e JOIN shortlist s ON s.id = e.shortlist_id JOIN application p ON p.id = e.application_id
                JOIN candidate c ON c.id = p.candidate_id JOIN requisition_head r ON r.id = s.requisition_id
                LEFT JOIN LATERAL (SELECT text FROM resume WHERE candidate_id = c.id ORDER BY beside, created_at DESC, id DESC LIMIT 1) x ON true
             WHERE e.shortlist_id = :s AND c.erased_at IS NULL ORDER BY p.fit DESC NULLS LAST, c.name',
            ['s' => $shortlist],
        );

        return array_map(self::shown(...), $rows);
    }

    /** @return array{application_id: int, title: string, guest: string, name: string, headline: string, city: string|null, reach: list<string>, text: string, vote: string|null, comment: string|null} */
    private static function shown(Record $row): array
    {
        $contacts = $row->bool('contacts');
        $reach = array_values(array_filter([$row->strOrNull('email'), $row->strOrNull('phone')], is_string(...)));
        $text = $row->strOrNull('text') ?? '';
        $headline = $row->strOrNull('headline') ?? '';
        $hide = static fn (string $of): string => $contacts ? $of : Blind::without($of, $reach);

        return [
            'application_id' => $row->int('application_id'), 'title' => $row->str('title'), 'guest' => $row->str('guest'), 'name' => $row->str('name'),
            'headline' => $hide($headline), 'city' => $row->strOrNull('city'), 'reach' => $contacts ? $reach : [], 'text' => $hide($text),
            'vote' => $row->strOrNull('vote'), 'comment' => $row->strOrNull('comment'),
        ];
    }
}
