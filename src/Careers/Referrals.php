<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * Someone tells a friend of an opening. They get a link of their own by mail and pass it on themselves: nobody gives us someone else's address. Who came by it is known to those who hire; the one who told of it sees
 * numbers alone. What is promised is written down with the link, and is not changed by terms that change later.
 */
final readonly class Referrals
{
    private const STATUS_DAYS = 400;
    /** Whoever asks again and again does not fill someone's mailbox. */
    private const QUIET_SECONDS = 900;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Mailing $mailing, private GuestLinks $links, #[Autowire('%env(JORVENT_URL)%')] private string $url)
    {
    }

    public function terms(): Record
    {
        return $this->db->row('SELECT * FROM referral_terms WHERE id = 1') ?? throw new \LogicException('There are terms.');
    }

    public function saveTerms(?Money $credit, int $afterDays, string $domains, int $seen): void
    {
        $list = array_values(array_filter(preg_split('/[\s,;]+/', mb_strtolower($domains)) ?: [], static fn (string $d): bool => '' !== $d));
        $wrong = array_values(array_filter($list, static fn (string $d): bool => 1 !== preg_match('/^(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z]{2,24}$/', $d)));
        Refused::unlessEmpty(array_values(array_filter([
            $afterDays < 0 || $afterDays > 400 ? new Refusal('after_days', 'days_range') : null, [] === $wrong ? null : new Refusal('domains', 'domain_wrong', ['name' => $wrong[0]]),
            null !== $credit && [] === $list ? new Refusal('domains', 'credit_for_whom') : null,
        ])));
        $this->db->transaction(function () use ($credit, $afterDays, $list, $seen): void {
            if (0 === $this->db->execute('UPDATE referral_terms SET credit = :c, currency = coalesce(:u, currency), after_days = :d, domains = :l, version = version + 1 WHERE id = 1 AND version = :v', ['c' => $credit?->minor, 'u' => $credit?->currency, 'd' => $afterDays, 'l' => implode(' ', $list), 'v' => $seen])) {
                throw Refused::because('saved_by_another');
            }
            $this->log->record('referral.terms_saved', 'referral', 1, change: ['credit' => $credit?->minor, 'currency' => $credit?->currency]);
        });
    }

    /** Mails the link; who asks again for the same opening gets the same link again. */
    public function ask(int $requisition, string $name, string $email, Record $opening, BrandView $brand, string $locale): void
    {
        Refused::unlessEmpty(array_values(array_filter([
            mb_strlen($name) < 2 ? new Refusal('name', 'name_missing') : null,
            false === filter_var($email, \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE) ? new Refusal('email', '' === $email ? 'email_missing' : 'email_wrong') : null,
        ])));
        $this->db->transaction(function () use ($requisition, $name, $email, $opening, $brand, $locale): void {
            $terms = $this->terms();
            $own = null !== $terms->intOrNull('credit') && \in_array(mb_strtolower(substr((string) strrchr($email, '@'), 1)), explode(' ', $terms->str('domains')), true);
            $row = $this->db->row(
                'INSERT INTO referral (requisition_id, code, name, email, locale, credit, currency, after_days, asked_at) VALUES (:r, :k, :n, :e, :l, :c, :u, :d, :now) ON CONFLICT (requisition_id, lower(email)) DO UPDATE SET locale = :l RETURNING id, code, credit, currency, after_days',
                ['r' => $requisition, 'k' => bin2hex(random_bytes(5)), 'n' => $name, 'e' => $email, 'l' => $locale, 'c' => $own ? $terms->int('credit') : null, 'u' => $own ? $terms->str('currency') : null, 'd' => $own ? $terms->int('after_days') : null, 'now' => $this->clock->now()]) ?? throw new \LogicException('A referral is there now.');
            $promise = null === $row->intOrNull('credit') ? 'referral' : 'referral_credit';
            $this->mailing->toAddress('referral-'.$row->int('id').'-'.intdiv($this->clock->now()->getTimestamp(), self::QUIET_SECONDS), 'referral', $row->int('id'), $email, $this->mailing->template($promise, $locale), [
                'name' => explode(' ', $name)[0], 'opening' => $opening->str('title'), 'place' => $opening->str('city'), 'company' => $brand->name, 'link' => $this->url.'/careers/'.$opening->int('number').'?from='.$row->str('code'), 'status' => $this->links->mailed(LinkPurpose::Referral, $row->int('id'), self::STATUS_DAYS),
            ] + ('referral' === $promise ? [] : ['credit' => $row->str('currency').' '.(new Money($row->int('credit'), $row->str('currency')))->units(), 'days' => (string) $row->int('after_days')]));
        });
    }

    /** @return int|null the referral of a code, for that opening */
    public function of(string $code, int $requisition): ?int
    {
        return 1 === preg_match('/^[0-9a-f]{10}$/', $code) ? $this->db->row('SELECT id FROM referral WHERE code = :c AND requisition_id = :r', ['c' => $code, 'r' => $requisition])?->int('id') : null;
    }

    public function visited(int $referral): void
    {
        $this->db->execute('UPDATE referral SET visits = visits + 1 WHERE id = :id', ['id' => $referral]);
    }

    /** An application came by it. Nobody refers themselves. */
    public function cameBy(int $application, int $referral, string $email): void
    {
        $this->db->execute('UPDATE application SET referral_id = f.id FROM referral f WHERE application.id = :a AND f.id = :f AND f.requisition_id = application.requisition_id AND lower(f.email) <> lower(:e)', ['a' => $application, 'f' => $referral, 'e' => $email]);
    }

    /** @return Record|null what the one who told of it may know: numbers, and what is promised */
    public function seen(int $id): ?Record
    {
        return $this->db->row('SELECT f.name, f.locale, f.code, f.visits, f.credit, f.currency, f.after_days, r.title, r.number, r.unit_id, s.city, (SELECT count(*) FROM application a WHERE a.referral_id = f.id) AS applied, (SELECT count(*) FROM hire h JOIN application a ON a.id = h.application_id WHERE a.referral_id = f.id AND h.fell_through_at IS NULL) AS hired, (SELECT count(*) FROM referral_paid x JOIN application a ON a.id = x.application_id WHERE a.referral_id = f.id) AS paid FROM referral f JOIN requisition_head r ON r.id = f.requisition_id JOIN site_place s ON s.id = r.site_id WHERE f.id = :id', ['id' => $id]);
    }

    /** @return list<Record> every application that came by a referral, with its credit: what is due first */
    public function all(): array
    {
        return $this->db->rows(
            "SELECT a.id, f.name AS teller, f.email, f.asked_at, f.credit, f.currency, r.number, r.title, s.city, c.name AS candidate, c.id AS candidate_id, a.stage, a.state, a.applied_at, h.first_day, CASE WHEN h.first_day IS NOT NULL AND f.credit IS NOT NULL THEN h.first_day + f.after_days END AS due_on, x.paid_on, x.amount AS paid, x.currency AS paid_currency,
                CASE WHEN x.paid_on IS NOT NULL THEN 'paid' WHEN f.credit IS NULL THEN 'none' WHEN h.application_id IS NULL THEN CASE WHEN a.state = 'active' THEN 'open' ELSE 'lapsed' END WHEN h.first_day + f.after_days <= CAST(:now AS date) THEN 'due' ELSE 'earned' END AS credit_state
             FROM application a JOIN referral f ON f.id = a.referral_id JOIN requisition_head r ON r.id = a.requisition_id JOIN site_place s ON s.id = r.site_id JOIN candidate c ON c.id = a.candidate_id LEFT JOIN hire h ON h.application_id = a.id AND h.fell_through_at IS NULL
             LEFT JOIN referral_paid x ON x.application_id = a.id ORDER BY (x.paid_on IS NULL AND h.application_id IS NOT NULL) DESC, a.applied_at DESC LIMIT 500", ['now' => $this->clock->now()->format('Y-m-d')]);
    }

    /** @return list<Record> how links were used, also those that brought nobody */
    public function links(): array
    {
        return $this->db->rows('SELECT f.id, f.name, f.email, f.asked_at, f.visits, r.number, r.title, (SELECT count(*) FROM application a WHERE a.referral_id = f.id) AS applied FROM referral f JOIN requisition_head r ON r.id = f.requisition_id ORDER BY f.asked_at DESC LIMIT 200');
    }

    public function pay(int $application, int $by): void
    {
        $this->db->transaction(function () use ($application, $by): void {
            $row = array_values(array_filter($this->all(), static fn (Record $r): bool => $r->int('id') === $application))[0] ?? throw Refused::because('missing');
            if ('due' !== $row->str('credit_state')) {
                throw Refused::because('credit_not_due');
            }
            if (1 === $this->db->execute('INSERT INTO referral_paid (application_id, amount, currency, paid_on, account_id) VALUES (:a, :m, :u, :now, :by) ON CONFLICT (application_id) DO NOTHING', ['a' => $application, 'm' => $row->int('credit'), 'u' => $row->str('currency'), 'now' => $this->clock->now()->format('Y-m-d'), 'by' => $by])) {
                $this->log->record('referral.paid', 'application', $application, change: ['amount' => $row->int('credit'), 'currency' => $row->str('currency')]);
            }
        });
    }
}
