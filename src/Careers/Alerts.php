<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;
use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\People\ResumeFile;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Security\Secret;
use Jorvent\Privacy\Holders;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/**
 * New openings by mail, for a search someone keeps; and, when they leave their resume too, being kept in mind for a year. Nothing is sent or kept before the address is confirmed by a link, and one click ends it
 * (RFC 8058).
 */
#[AsPeriodicTask(300, method: 'run')]
final readonly class Alerts
{
    /** An address that is not confirmed is forgotten after so many days. */
    private const UNCONFIRMED_DAYS = 3;
    private const MIND_DAYS = 365;
    /** Whoever asks again and again does not fill someone's mailbox. */
    private const QUIET_SECONDS = 900;
    /** So many days before the year is over they are asked whether they want another. */
    private const REMIND_DAYS = 30;
    /** A link of a mail opens for so long; the next mail brings another. */
    private const LINK_DAYS = 400;

    public function __construct(private Db $db, private ClockInterface $clock, private Openings $openings, private Mailing $mailing, private BrandQuery $brands, private KeptInMind $mind, private Consent $consent, private Holders $holders, private GuestLinks $links, #[Autowire('%env(JORVENT_URL)%')] private string $url)
    {
    }

    /**
     * @param array<string, string> $wanted words and facets
     */
    public function ask(string $email, array $wanted, string $locale, BrandView $brand): void
    {
        Refused::unlessEmpty(self::address($email));
        $wanted = self::wanted($wanted);
        $this->db->transaction(function () use ($email, $wanted, $locale, $brand): void {
            // who asks again gets the link again, no more than one a quarter of an hour, and is told nothing on the page
            $row = $this->db->row("INSERT INTO opening_alert (email, locale, wanted, asked_at, seen_until, brand_id) VALUES (:e, :l, CAST(:w AS jsonb), :now, :now, :b) ON CONFLICT (lower(email), wanted) WHERE name IS NULL DO UPDATE SET asked_at = :now, locale = :l WHERE opening_alert.confirmed_at IS NULL AND opening_alert.asked_at < CAST(:now AS timestamptz) - interval '15 minutes' RETURNING id", ['e' => $email, 'l' => $locale, 'w' => self::json($wanted), 'now' => $this->clock->now(), 'b' => $brand->id]);
            if (null !== $row) {
                $this->askToConfirm('alert_confirm', $row, $email, $locale, ['search' => self::words($wanted, $brand), 'company' => $brand->name]);
            }
        });
    }

    /**
     * @param array{name: string, phone: string, city: string, consent: string} $person consent: the version agreed to
     * @param array<string, string>                                             $wanted facets of what they would like
     */
    public function keepInMind(string $email, array $person, array $wanted, ?ResumeFile $file, string $locale, BrandView $brand): void
    {
        Refused::unlessEmpty([...Apply::personBlockers($person + ['email' => $email], 'NO'), ...$this->consentBlockers($person['consent'])]);
        $wanted = self::wanted($wanted);
        $this->db->transaction(function () use ($email, $person, $wanted, $file, $locale, $brand): void {
            $row = $this->db->row('INSERT INTO opening_alert (email, locale, wanted, asked_at, seen_until, brand_id, name, phone, city, consent_version, file_sha256, file_name, media_type, size, text) VALUES (:e, :l, CAST(:w AS jsonb), :now, :now, :b, :name, :phone, :city, :c, :sha, :file, :type, :size, :text)
                ON CONFLICT (lower(email)) WHERE name IS NOT NULL AND confirmed_at IS NULL DO UPDATE SET asked_at = :now, locale = :l, wanted = CAST(:w AS jsonb), name = :name, phone = :phone, city = :city, consent_version = :c, file_sha256 = :sha, file_name = :file, media_type = :type, size = :size, text = :text RETURNING id',
                ['e' => $email, 'l' => $locale, 'w' => self::json($wanted), 'now' => $this->clock->now(), 'b' => $brand->id, 'name' => $person['name'], 'phone' => $person['phone'] ?: null, 'city' => $person['city'] ?: null, 'c' => (int) $person['consent'], 'sha' => $file?->sha256, 'file' => $file?->name, 'type' => $file?->mediaType, 'size' => $file?->size, 'text' => $file?->text])
                ?? throw new \LogicException('It is written.');
            $this->askToConfirm('mind_confirm', $row, $email, $locale, ['name' => explode(' ', $person['name'])[0], 'company' => $brand->name]);
        });
    }

    /** @return int|null the alert that a link of a mail opens; mails of before have no link of their own */
    private function opened(#[\SensitiveParameter] string $key): ?int
    {
        return $this->links->open(LinkPurpose::Alert, $key)->subject
            ?? $this->db->row('SELECT id FROM opening_alert WHERE former_key_sha256 = :h', ['h' => hash('sha256', $key)])?->int('id');
    }

    public function find(string $key): ?Record
    {
        $id = $this->opened($key);

        return null === $id ? null : $this->db->row('SELECT * FROM opening_alert WHERE id = :id', ['id' => $id]);
    }

    /** Confirms the address; for who is kept in mind already, another year. */
    public function confirm(string $key): void
    {
        $this->db->transaction(function () use ($key): void {
            $id = $this->opened($key);
            $alert = null === $id ? null : $this->db->row('SELECT * FROM opening_alert WHERE id = :id FOR UPDATE', ['id' => $id]);
            if (null === $alert) {
                return;
            }
            $now = $this->clock->now();
            $first = null === $alert->instantOrNull('confirmed_at');
            if ($first) {
                $this->db->execute('UPDATE opening_alert SET confirmed_at = :now, seen_until = :now WHERE id = :id', ['id' => $alert->int('id'), 'now' => $now]);
            }
            if (null !== $alert->strOrNull('name')) {
                $candidate = $first ? $this->mind->begin($alert) : $alert->int('candidate_id');
                $this->db->execute('UPDATE opening_alert SET candidate_id = :c, until = :until, reminded_at = NULL WHERE id = :id', ['id' => $alert->int('id'), 'c' => $candidate, 'until' => $now->modify('+'.self::MIND_DAYS.' days')->format('Y-m-d')]);
                $this->db->execute('DELETE FROM opening_alert WHERE name IS NOT NULL AND lower(email) = lower(:e) AND id <> :id', ['e' => $alert->str('email'), 'id' => $alert->int('id')]);
            }
        });
    }

    /** Whoever has the link; ending twice is no error. */
    public function end(string $key): void
    {
        $id = $this->opened($key);
        if (null !== $id) {
            $this->db->transaction(fn () => $this->forget('id = :id', ['id' => $id]));
        }
    }

    /** Sends what is new since the last time, at most once a day to each. */
    public function run(): void
    {
        $now = $this->clock->now();
        $this->db->transaction(fn () => $this->forget('(confirmed_at IS NULL AND asked_at < :old) OR until < :today', ['old' => $now->modify('-'.self::UNCONFIRMED_DAYS.' days'), 'today' => $now->format('Y-m-d')]));
        $this->remind($now);
        $newest = $this->db->row("SELECT max(live_at) AS at FROM posting_head WHERE board = 'careers' AND state = 'live'")?->instantOrNull('at');
        if (null === $newest) {
            return;
        }
        foreach ($this->db->rows("SELECT id FROM opening_alert WHERE confirmed_at IS NOT NULL AND seen_until < :newest AND (sent_at IS NULL OR sent_at < CAST(:now AS timestamptz) - interval '20 hours') ORDER BY id LIMIT 200", ['newest' => $newest, 'now' => $now]) as $row) {
            $this->db->transaction(fn () => $this->send($row->int('id'), $now));
        }
    }

    private function send(int $id, \DateTimeImmutable $now): void
    {
        $alert = $this->db->row('SELECT * FROM opening_alert WHERE id = :id FOR UPDATE SKIP LOCKED', ['id' => $id]);
        if (null === $alert) {
            return;
        }
        $wanted = array_filter($alert->json('wanted'), is_string(...));
        $locale = $alert->str('locale');
        $new = array_values(array_filter($this->openings->list(array_combine(array_map(strval(...), array_keys($wanted)), array_values($wanted)), 1, $locale)['openings'], static fn (Record $o): bool => $o->instant('live_at') > $alert->instant('seen_until')));
        if ([] !== $new) {
            $end = $this->links->mailed(LinkPurpose::Alert, $id, self::LINK_DAYS, '/end');
            $list = implode("\n", array_map(fn (Record $o): string => '– '.$o->str('title').', '.$o->str('city')."\n  ".$this->url.'/careers/'.$o->int('number').('en' === $locale ? '' : '?lang='.$locale), $new));
            $brand = $this->brands->one($alert->int('brand_id')) ?? $this->brands->main();
            $this->mailing->toAddress('alert-'.$id.'-new-'.bin2hex(random_bytes(8)), 'alert', $id, $alert->str('email'), $this->mailing->template('alert', $locale), ['list' => $list, 'link' => $end, 'search' => self::words($wanted, $brand), 'company' => $brand->name], $end, $brand->name);
        }
        $this->db->execute('UPDATE opening_alert SET seen_until = :now, sent_at = CASE WHEN :any THEN CAST(:now AS timestamptz) ELSE sent_at END WHERE id = :id', ['id' => $id, 'now' => $now, 'any' => [] !== $new]);
    }

    /** Asks those whose year is nearly over whether they want another. */
    private function remind(\DateTimeImmutable $now): void
    {
        foreach ($this->db->rows('UPDATE opening_alert SET reminded_at = :now WHERE name IS NOT NULL AND confirmed_at IS NOT NULL AND reminded_at IS NULL AND until < :soon RETURNING id, email, locale, name, brand_id, until', ['now' => $now, 'soon' => $now->modify('+'.self::REMIND_DAYS.' days')->format('Y-m-d')]) as $row) {
            $brand = $this->brands->one($row->int('brand_id')) ?? $this->brands->main();
            $link = fn (string $then): Secret => $this->links->mailed(LinkPurpose::Alert, $row->int('id'), self::LINK_DAYS, $then);
            $this->mailing->toAddress('mind-'.$row->int('id').'-renew-'.$row->instant('until')->format('Ymd'), 'alert', $row->int('id'), $row->str('email'), $this->mailing->template('mind_renew', $row->str('locale')), ['name' => explode(' ', $row->str('name'))[0], 'link' => $link('?again=1'), 'day' => $row->instant('until')->format('Y-m-d'), 'end' => $link('/end'), 'company' => $brand->name], $link('/end'), $brand->name);
        }
    }

    /** @param array<string, mixed> $values */
    private function forget(string $which, array $values): void
    {
        foreach ($this->db->rows('DELETE FROM opening_alert WHERE '.$which.' RETURNING id, candidate_id, file_sha256', $values) as $gone) {
            $this->links->revoke(LinkPurpose::Alert, $gone->int('id'));
            $candidate = $gone->intOrNull('candidate_id');
            $file = $gone->strOrNull('file_sha256');
            if (null !== $candidate) {
                $this->mind->end($candidate);
            } elseif (null !== $file) {
                $this->holders->drop($file);
            }
        }
    }

    /** @param array<string, string> $values */
    private function askToConfirm(string $template, Record $row, string $email, string $locale, array $values): void
    {
        $this->mailing->toAddress('alert-'.$row->int('id').'-'.intdiv($this->clock->now()->getTimestamp(), self::QUIET_SECONDS), 'alert', $row->int('id'), $email, $this->mailing->template($template, $locale), $values + ['link' => $this->links->mailed(LinkPurpose::Alert, $row->int('id'), self::LINK_DAYS)], null, $values['company'] ?? '');
    }

    /** @return list<Refusal> */
    private function consentBlockers(string $agreed): array
    {
        return (string) $this->consent->version() === $agreed ? [] : [new Refusal('consent', '' === $agreed ? 'consent_missing' : 'consent_changed')];
    }

    /** @return list<Refusal> */
    private static function address(string $email): array
    {
        return false === filter_var($email, \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE) ? [new Refusal('email', '' === $email ? 'email_missing' : 'email_wrong')] : [];
    }

    /**
     * @param array<string, string> $wanted
     *
     * @return array<string, string> what a list can be narrowed by, in a fixed order, so that the same search is the same alert
     */
    private static function wanted(array $wanted): array
    {
        $wanted = array_filter(array_map(static fn (string $v): string => mb_substr(trim($v), 0, 100), array_intersect_key($wanted, array_flip(['q', ...Openings::FACETS]))), static fn (string $v): bool => '' !== $v);
        ksort($wanted);

        return $wanted;
    }

    /** @param array<string, string> $wanted */
    private static function json(array $wanted): string
    {
        return json_encode($wanted, \JSON_THROW_ON_ERROR | \JSON_FORCE_OBJECT | \JSON_UNESCAPED_UNICODE);
    }

    /** @param array<array-key, mixed> $wanted */
    private static function words(array $wanted, BrandView $brand): string
    {
        return implode(', ', array_filter($wanted, is_string(...))) ?: $brand->name;
    }
}
