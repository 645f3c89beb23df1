<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Retention\Asked;
use Jorvent\Core\Retention\Ground;
use Jorvent\Core\Retention\Keeping;
use Jorvent\Core\Retention\Purpose;
use Jorvent\Core\Retention\Rules;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Psr\Clock\ClockInterface;

/** Why each person's data is kept and until when, read from what it came by; and their word on keeping it for longer. */
final readonly class Retention
{
    /** When the question about the end that stands reached them. */
    private const DELIVERED = "SELECT o.delivered_at AS at FROM delivery o WHERE o.candidate_id = c.id AND o.key LIKE 'keep-%' AND o.state = 'delivered' AND o.created_at >= c.keep_asked_at ORDER BY o.id DESC LIMIT 1";

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private GuestLinks $links)
    {
    }

    public function rules(): Rules
    {
        $row = $this->db->row('SELECT application, future, sourced, ask_days FROM retention') ?? throw new \LogicException('There are rules.');

        return new Rules($row->int('application'), $row->int('future'), $row->int('sourced'), $row->int('ask_days'));
    }

    /** New rules hold from the next sweep on, which begins anew. */
    public function rule(Rules $rules): void
    {
        $this->db->transaction(function () use ($rules): void {
            $this->db->execute('UPDATE retention SET application = :a, future = :f, sourced = :s, ask_days = :d, swept_to = 0, swept_on = NULL', ['a' => $rules->application, 'f' => $rules->future, 's' => $rules->sourced, 'd' => $rules->askDays]);
            $this->log->record('retention.ruled', 'retention', 1, change: ['application' => $rules->application, 'future' => $rules->future, 'sourced' => $rules->sourced, 'ask_days' => $rules->askDays]);
        });
    }

    /**
     * @param list<int> $candidates
     *
     * @return array<int, non-empty-list<Ground>> by candidate, who is erased left out
     */
    public function grounds(array $candidates): array
    {
        if ([] === $candidates) {
            return [];
        }
        $rules = $this->rules();
        $grounds = [];
        $ids = ['ids' => $candidates];
        foreach ($this->db->rows('SELECT c.id, c.source, greatest(c.created_at, (SELECT max(created_at) FROM resume WHERE candidate_id = c.id)) AS since, c.renewed_at, a.confirmed_at, a.until FROM candidate c LEFT JOIN LATERAL (SELECT confirmed_at, until FROM opening_alert WHERE candidate_id = c.id AND confirmed_at IS NOT NULL AND until IS NOT NULL ORDER BY until DESC LIMIT 1) a ON true WHERE c.id IN (:ids) AND c.erased_at IS NULL', $ids) as $row) {
            $grounds[$row->int('id')] = [self::ground($rules, 'applied' === $row->str('source') ? Purpose::Application : Purpose::Sourced, $row->str('source'), $row->instant('since'), $row->instant('since'))];
            if (null !== $row->instantOrNull('renewed_at')) {
                $grounds[$row->int('id')][] = self::ground($rules, Purpose::Future, 'renewed', $row->instant('renewed_at'), $row->instant('renewed_at'));
            }
            if (null !== $row->instantOrNull('until')) {
                $grounds[$row->int('id')][] = new Ground(Purpose::Future, 'kept_in_mind', $row->instant('confirmed_at'), $row->instant('until'));
            }
        }
        // a requisition that is over ends what was still on its way in it
        foreach ($this->db->rows("SELECT p.candidate_id, (p.state = 'active' AND r.state NOT IN ('filled', 'cancelled')) AS active, coalesce(b.board_name, p.origin) AS source, p.applied_at, (h.id IS NOT NULL AND h.fell_through_at IS NULL) AS hired, coalesce(p.closed_at, (SELECT max(v.left_at) FROM stage_visit v WHERE v.application_id = p.id), r.filled_at, p.applied_at) AS over_at
                FROM application p JOIN requisition_head r ON r.id = p.requisition_id LEFT JOIN posting_head b ON b.id = p.posting_id LEFT JOIN hire h ON h.application_id = p.id WHERE p.candidate_id IN (:ids) ORDER BY p.id", $ids) as $row) {
            if (isset($grounds[$row->int('candidate_id')])) {
                $grounds[$row->int('candidate_id')][] = $row->bool('hired') ? new Ground(Purpose::Hired, $row->str('source'), $row->instant('applied_at'), null)
                    : ($row->bool('active') ? new Ground(Purpose::Application, $row->str('source'), $row->instant('applied_at'), null) : self::ground($rules, Purpose::Application, $row->str('source'), $row->instant('applied_at'), $row->instant('over_at')));
            }
        }

        return $grounds;
    }

    public function keeping(int $candidate): Keeping
    {
        return Keeping::of($this->grounds([$candidate])[$candidate] ?? throw Refused::because('missing'));
    }

    /**
     * Writes down until when each of them is kept, where that changed. Who was asked about an end that moved was asked about nothing.
     *
     * @param list<int> $candidates
     */
    public function write(array $candidates): void
    {
        $until = array_map(static fn (array $grounds): ?string => Keeping::of($grounds)->until?->format('Y-m-d'), $this->grounds($candidates));
        $this->db->execute('UPDATE candidate c SET keep_until = CAST(n.until AS date), keep_asked_at = NULL, keep_admin_asked_at = NULL FROM json_each_text(CAST(:n AS json)) n(id, until) WHERE c.id = CAST(n.id AS int) AND c.keep_until IS DISTINCT FROM CAST(n.until AS date)', ['n' => json_encode([] === $until ? new \stdClass() : $until, \JSON_THROW_ON_ERROR | \JSON_FORCE_OBJECT)]);
    }

    /** They say that their data may be kept for longer. */
    public function renew(int $candidate): void
    {
        $this->db->transaction(function () use ($candidate): void {
            if (1 !== $this->db->execute('UPDATE candidate SET renewed_at = :now WHERE id = :id AND erased_at IS NULL', ['id' => $candidate, 'now' => $this->clock->now()])) {
                throw Refused::because('missing');
            }
            $this->write([$candidate]);
            $this->links->revoke(LinkPurpose::Keep, $candidate);
            $this->log->record('candidate.kept_longer', 'candidate', $candidate, null, $candidate);
        });
    }

    /**
     * Who is to be asked or erased today, as far as the columns tell, soonest first: who was asked and has time left is nobody's business, and who is kept in mind is asked by that.
     *
     * @return list<int>
     */
    public function due(int $most): array
    {
        $today = $this->clock->now();

        return array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows(
            'SELECT c.id FROM candidate c LEFT JOIN LATERAL ('.self::DELIVERED.') q ON true
             WHERE c.erased_at IS NULL AND c.merged_into IS NULL AND c.keep_until <= :soon AND (
                (c.keep_asked_at IS NULL AND c.email IS NOT NULL)
                OR (c.keep_until < :today AND (
                    (q.at IS NULL AND c.keep_admin_asked_at IS NULL)
                    OR greatest(c.keep_until, coalesce(CAST(q.at AS date) + CAST(:grace AS int), CAST(c.keep_admin_asked_at AS date) + CAST(:month AS int))) < :today)))
             AND NOT EXISTS (SELECT 1 FROM opening_alert a WHERE a.candidate_id = c.id AND a.confirmed_at IS NOT NULL AND a.until = c.keep_until)
             ORDER BY c.keep_until, c.id LIMIT '.$most,
            ['soon' => $today->modify('+'.$this->rules()->askDays.' days')->format('Y-m-d'), 'today' => $today->format('Y-m-d'), 'grace' => Keeping::GRACE_DAYS, 'month' => Keeping::ADMIN_DAYS]));
    }

    /** @return list<Record> whose time is over within so many days, soonest first */
    public function ending(int $days, int $most = 200): array
    {
        return $this->db->rows(
            'SELECT c.id, c.name, c.headline, c.source, c.email IS NOT NULL AS can, c.keep_until, c.keep_asked_at, c.keep_admin_asked_at, q.at AS delivered_at,
                greatest(c.keep_until, coalesce(CAST(q.at AS date) + CAST(:grace AS int), CAST(c.keep_admin_asked_at AS date) + CAST(:month AS int))) AS last_day
             FROM candidate c LEFT JOIN LATERAL ('.self::DELIVERED.') q ON true
             WHERE c.erased_at IS NULL AND c.merged_into IS NULL AND c.keep_until <= :last ORDER BY c.keep_until, c.id LIMIT '.$most,
            ['last' => $this->clock->now()->modify('+'.$days.' days')->format('Y-m-d'), 'grace' => Keeping::GRACE_DAYS, 'month' => Keeping::ADMIN_DAYS],
        );
    }

    public function asked(int $candidate): Asked
    {
        $row = $this->db->row(
            'SELECT c.keep_asked_at, c.keep_admin_asked_at, q.at FROM candidate c LEFT JOIN LATERAL ('.self::DELIVERED.') q ON true WHERE c.id = :id',
            ['id' => $candidate],
        ) ?? throw Refused::because('missing');

        return new Asked($row->instantOrNull('keep_asked_at'), $row->instantOrNull('at'), $row->instantOrNull('keep_admin_asked_at'));
    }

    /** Whoever could not be asked is an admin's to decide on, from now on for a month. */
    public function askAdmin(int $candidate): void
    {
        $this->db->transaction(function () use ($candidate): void {
            if (1 === $this->db->execute('UPDATE candidate SET keep_admin_asked_at = :now WHERE id = :id AND keep_admin_asked_at IS NULL', ['id' => $candidate, 'now' => $this->clock->now()])) {
                $this->log->record('candidate.admin_asked', 'candidate', $candidate, null, $candidate);
            }
        });
    }

    private static function ground(Rules $rules, Purpose $purpose, string $source, \DateTimeImmutable $since, \DateTimeImmutable $over): Ground
    {
        return new Ground($purpose, $source, $since, $rules->after($purpose, $over));
    }
}
