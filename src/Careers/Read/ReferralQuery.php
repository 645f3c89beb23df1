<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

use Jorvent\Careers\Entity\Promise;
use Jorvent\Core\Careers\ReferralCredit;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Workflow\ApplicationState;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Requisitions\Read\JobName;
use Psr\Clock\ClockInterface;

/** What came of telling friends of openings. */
final readonly class ReferralQuery
{
    private const MOST = 500;
    private const MOST_LINKS = 200;
    private const APPLIED = <<<'SQL'
        SELECT a.id, f.name AS teller, f.email, f.credit, f.currency, f.after_days, r.number, r.title, r.unit_id,
            s.city, c.name AS candidate, a.stage, a.state, a.applied_at, h.first_day, x.paid_on
        FROM application_head a
        JOIN referral f ON f.id = a.referral_id
        JOIN requisition_head r ON r.id = a.requisition_id
        JOIN site_place s ON s.id = r.site_id
        JOIN person_head c ON c.id = a.candidate_id
        LEFT JOIN standing_hire h ON h.application_id = a.id
        LEFT JOIN referral_paid x ON x.application_id = a.id
        SQL;

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    public function status(int $referral): ?ReferralStatus
    {
        $row = $this->db->row(
            'SELECT f.locale, f.code, f.visits, f.credit, f.currency, f.after_days,
                    r.title, r.number, r.unit_id, s.city,
                (SELECT count(*) FROM application_head a WHERE a.referral_id = f.id) AS applied,
                (SELECT count(*) FROM standing_hire h WHERE h.referral_id = f.id) AS hired,
                EXISTS (
                    SELECT 1 FROM referral_paid x JOIN application_head a ON a.id = x.application_id
                    WHERE a.referral_id = f.id
                ) AS paid
             FROM referral f JOIN requisition_head r ON r.id = f.requisition_id JOIN site_place s ON s.id = r.site_id
             WHERE f.id = :id',
            ['id' => $referral],
        );

        return null === $row ? null : new ReferralStatus(
            $row->str('locale'),
            $row->str('code'),
            self::job($row),
            $row->int('visits'),
            $row->int('applied'),
            $row->int('hired'),
            new Promise(self::credit($row), $row->intOrNull('after_days') ?? 0),
            $row->bool('paid'),
        );
    }

    /** @return list<ReferredApplication> what is to be paid first, then the newest */
    public function applications(): array
    {
        return array_map($this->application(...), $this->db->rows(
            self::APPLIED.' ORDER BY (x.paid_on IS NULL AND h.application_id IS NOT NULL) DESC, a.applied_at DESC
             LIMIT '.self::MOST,
        ));
    }

    public function ofApplication(int $application): ?ReferredApplication
    {
        $row = $this->db->row(self::APPLIED.' WHERE a.id = :id', ['id' => $application]);

        return null === $row ? null : $this->application($row);
    }

    /** @return list<ReferralLink> the newest first */
    public function links(): array
    {
        return array_map(
            static fn (Record $row): ReferralLink => new ReferralLink(
                $row->str('name'),
                $row->str('email'),
                $row->int('number'),
                $row->str('title'),
                $row->instant('asked_at'),
                $row->int('visits'),
                $row->int('applied'),
            ),
            $this->db->rows(
                'SELECT f.name, f.email, f.asked_at, f.visits, r.number, r.title,
                    (SELECT count(*) FROM application_head a WHERE a.referral_id = f.id) AS applied
                 FROM referral f JOIN requisition_head r ON r.id = f.requisition_id
                 ORDER BY f.asked_at DESC LIMIT '.self::MOST_LINKS,
            ),
        );
    }

    private function application(Record $row): ReferredApplication
    {
        $state = ApplicationState::from($row->str('state'));

        return new ReferredApplication(
            $row->int('id'),
            new Teller($row->str('teller'), $row->str('email')),
            $row->str('candidate'),
            self::job($row),
            Stage::from($row->str('stage')),
            $state,
            $row->instant('applied_at'),
            ReferralCredit::of(
                self::credit($row),
                $row->intOrNull('after_days') ?? 0,
                ApplicationState::Active === $state,
                $row->instantOrNull('first_day'),
                $row->instantOrNull('paid_on'),
                $this->clock->now()->setTime(0, 0),
            ),
        );
    }

    private static function job(Record $row): JobName
    {
        return new JobName($row->int('number'), $row->str('title'), $row->str('city'), $row->int('unit_id'));
    }

    private static function credit(Record $row): ?Money
    {
        $credit = $row->intOrNull('credit');

        return null === $credit ? null : new Money($credit, $row->str('currency'));
    }
}
