<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

use Jorvent\Core\Retention\Asked;
use Jorvent\Core\Retention\Ground;
use Jorvent\Core\Retention\Keeping;
use Jorvent\Core\Retention\Purpose;
use Jorvent\Core\Retention\Rules;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** Why people's data is kept, whose time is nearly over, and who was asked about it. */
final readonly class RetentionQuery
{
    /** the reasons that lie in the person: how they came, their yes, the mails about openings they asked for */
    private const OF_PERSON = <<<'SQL'
        SELECT c.id, c.source, c.renewed_at, a.confirmed_at, a.until,
            greatest(c.created_at, (SELECT max(created_at) FROM resume WHERE candidate_id = c.id)) AS since
        FROM candidate c
        LEFT JOIN LATERAL (
            SELECT confirmed_at, until FROM opening_alert
            WHERE candidate_id = c.id AND confirmed_at IS NOT NULL AND until IS NOT NULL ORDER BY until DESC LIMIT 1
        ) a ON true
        WHERE c.id IN (:ids) AND c.erased_at IS NULL
        SQL;
    /** and those that lie in what they applied for; a requisition that is over ends what was on its way in it */
    private const OF_APPLICATIONS = <<<'SQL'
        SELECT p.candidate_id, p.applied_at, coalesce(b.board_name, p.origin) AS source,
            (p.state = 'active' AND r.state NOT IN ('filled', 'cancelled')) AS active,
            (h.id IS NOT NULL AND h.fell_through_at IS NULL) AS hired,
            coalesce(
                p.closed_at, (SELECT max(v.left_at) FROM stage_visit v WHERE v.application_id = p.id), r.filled_at,
                p.applied_at
            ) AS over_at
        FROM application p
        JOIN requisition_head r ON r.id = p.requisition_id
        LEFT JOIN posting_head b ON b.id = p.posting_id
        LEFT JOIN hire h ON h.application_id = p.id
        WHERE p.candidate_id IN (:ids) ORDER BY p.id
        SQL;
    /** when the question about the end that stands reached them */
    private const DELIVERED = <<<'SQL'
        SELECT o.delivered_at AS at FROM delivery o
        WHERE o.candidate_id = c.id AND o.key LIKE 'keep-%' AND o.state = 'delivered'
            AND o.created_at >= c.keep_asked_at
        ORDER BY o.id DESC LIMIT 1
        SQL;
    /** Keeping::last() over many people; a test holds the two equal */
    private const LAST_DAY = <<<'SQL'
        greatest(c.keep_until, coalesce(
            CAST(q.at AS date) + CAST(:grace AS int), CAST(c.keep_admin_asked_at AS date) + CAST(:month AS int)
        ))
        SQL;
    private const DAYS = ['grace' => Keeping::GRACE_DAYS, 'month' => Keeping::ADMIN_DAYS];

    public function __construct(private Db $db)
    {
    }

    /**
     * @param list<int> $candidates
     *
     * @return array<int, non-empty-list<Ground>> by candidate; who is forgotten is left out
     */
    public function grounds(array $candidates, Rules $rules): array
    {
        if ([] === $candidates) {
            return [];
        }
        $grounds = [];
        foreach ($this->db->rows(self::OF_PERSON, ['ids' => $candidates]) as $row) {
            $grounds[$row->int('id')] = self::ofPerson($row, $rules);
        }
        foreach ($this->db->rows(self::OF_APPLICATIONS, ['ids' => $candidates]) as $row) {
            if (isset($grounds[$row->int('candidate_id')])) {
                $grounds[$row->int('candidate_id')][] = self::ofApplication($row, $rules);
            }
        }

        return $grounds;
    }

    /**
     * Who is to be asked or forgotten today, as far as the columns tell, soonest first. Whoever was asked and has time
     * left is left out, and so is whoever gets mails about openings: they are asked when those end.
     *
     * @return list<int>
     */
    public function due(\DateTimeImmutable $today, Rules $rules, int $most): array
    {
        return array_map(static fn (Record $row): int => $row->int('id'), $this->db->rows(
            'SELECT c.id FROM candidate c LEFT JOIN LATERAL ('.self::DELIVERED.') q ON true
             WHERE c.erased_at IS NULL AND c.merged_into IS NULL AND c.keep_until <= :soon
                AND (
                    (c.keep_asked_at IS NULL AND c.email IS NOT NULL)
                    OR (c.keep_until < :today AND (
                        (q.at IS NULL AND c.keep_admin_asked_at IS NULL) OR '.self::LAST_DAY.' < :today
                    ))
                )
                AND NOT EXISTS (
                    SELECT 1 FROM opening_alert a
                    WHERE a.candidate_id = c.id AND a.confirmed_at IS NOT NULL AND a.until = c.keep_until
                )
             ORDER BY c.keep_until, c.id LIMIT '.$most,
            self::DAYS + [
                'soon' => $today->modify('+'.$rules->askDays.' days')->format('Y-m-d'),
                'today' => $today->format('Y-m-d'),
            ],
        ));
    }

    /** @return list<EndingRow> whose time is over by that day, soonest first */
    public function ending(\DateTimeImmutable $by, int $most = 200): array
    {
        return array_map(self::ends(...), $this->db->rows(
            'SELECT c.id, c.name, c.headline, c.email IS NOT NULL AS can, c.keep_asked_at, c.keep_admin_asked_at,
                q.at AS delivered_at, '.self::LAST_DAY.' AS last_day
             FROM candidate c LEFT JOIN LATERAL ('.self::DELIVERED.') q ON true
             WHERE c.erased_at IS NULL AND c.merged_into IS NULL AND c.keep_until <= :last
             ORDER BY c.keep_until, c.id LIMIT '.$most,
            self::DAYS + ['last' => $by->format('Y-m-d')],
        ));
    }

    /** @throws Refused when there is nobody */
    public function asked(int $candidate): Asked
    {
        $row = $this->db->row(
            'SELECT c.keep_asked_at, c.keep_admin_asked_at, q.at
             FROM candidate c LEFT JOIN LATERAL ('.self::DELIVERED.') q ON true WHERE c.id = :id',
            ['id' => $candidate],
        ) ?? throw Refused::because('missing');

        return new Asked(
            $row->instantOrNull('keep_asked_at'), $row->instantOrNull('at'), $row->instantOrNull('keep_admin_asked_at'),
        );
    }

    /** @return non-empty-list<Ground> */
    private static function ofPerson(Record $row, Rules $rules): array
    {
        $purpose = 'applied' === $row->str('source') ? Purpose::Application : Purpose::Sourced;
        $since = $row->instant('since');
        $grounds = [new Ground($purpose, $row->str('source'), $since, $rules->after($purpose, $since))];
        $renewed = $row->instantOrNull('renewed_at');
        if (null !== $renewed) {
            $grounds[] = new Ground(Purpose::Future, 'renewed', $renewed, $rules->after(Purpose::Future, $renewed));
        }
        $until = $row->instantOrNull('until');
        if (null !== $until) {
            $grounds[] = new Ground(Purpose::Future, 'kept_in_mind', $row->instant('confirmed_at'), $until);
        }

        return $grounds;
    }

    private static function ofApplication(Record $row, Rules $rules): Ground
    {
        $isHired = $row->bool('hired');
        $lasts = $isHired || $row->bool('active');

        return new Ground(
            $isHired ? Purpose::Hired : Purpose::Application,
            $row->str('source'),
            $row->instant('applied_at'),
            $lasts ? null : $rules->after(Purpose::Application, $row->instant('over_at')),
        );
    }

    private static function ends(Record $row): EndingRow
    {
        return new EndingRow(
            $row->int('id'),
            $row->str('name'),
            $row->str('headline'),
            $row->bool('can'),
            $row->instant('last_day'),
            $row->instantOrNull('keep_asked_at'),
            $row->instantOrNull('delivered_at'),
            $row->instantOrNull('keep_admin_asked_at'),
        );
    }
}
