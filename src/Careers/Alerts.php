<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Outbox\Periodic;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** New openings by mail, for a search someone keeps. Nothing is sent before the address is confirmed by a link, and one click ends it (RFC 8058). */
final readonly class Alerts implements Periodic
{
    /** An address that is not confirmed is forgotten after so many days. */
    private const UNCONFIRMED_DAYS = 3;

    public function __construct(private Db $db, private ClockInterface $clock, private Openings $openings, private Mailing $mailing, #[Autowire('%env(JORVENT_URL)%')] private string $url)
    {
    }

    /**
     * @param array<string, string> $wanted words and facets
     */
    public function ask(string $email, array $wanted, string $locale): void
    {
        if (false === filter_var($email, \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE)) {
            throw new Refused([new Refusal('email', '' === $email ? 'email_missing' : 'email_wrong')]);
        }
        $wanted = array_filter(array_map(static fn (string $v): string => mb_substr(trim($v), 0, 100), array_intersect_key($wanted, array_flip(['q', ...Openings::FACETS]))), static fn (string $v): bool => '' !== $v);
        ksort($wanted);
        $this->db->transaction(function () use ($email, $wanted, $locale): void {
            $key = bin2hex(random_bytes(16));
            $now = $this->clock->now();
            // who asks again gets the link again, no more than one a quarter of an hour, and is told nothing on the page
            $row = $this->db->row("INSERT INTO opening_alert (email, locale, wanted, key, asked_at, seen_until) VALUES (:e, :l, CAST(:w AS jsonb), :k, :now, :now) ON CONFLICT (lower(email), wanted) DO UPDATE SET asked_at = :now, locale = :l WHERE opening_alert.confirmed_at IS NULL AND opening_alert.asked_at < CAST(:now AS timestamptz) - interval '15 minutes' RETURNING id, key", ['e' => $email, 'l' => $locale, 'w' => json_encode($wanted, \JSON_THROW_ON_ERROR | \JSON_FORCE_OBJECT | \JSON_UNESCAPED_UNICODE), 'k' => $key, 'now' => $now]);
            if (null !== $row) {
                $this->mailing->toAddress('alert-'.$row->int('id').'-'.$now->getTimestamp(), 'alert', $row->int('id'), $email, $this->mailing->template('alert_confirm', $locale), ['link' => $this->url.'/careers/alerts/'.$row->str('key'), 'search' => self::words($wanted)]);
            }
        });
    }

    public function find(string $key): ?Record
    {
        return 1 === preg_match('/^[0-9a-f]{32}$/', $key) ? $this->db->row('SELECT * FROM opening_alert WHERE key = :k', ['k' => $key]) : null;
    }

    public function confirm(string $key): void
    {
        $this->db->execute('UPDATE opening_alert SET confirmed_at = coalesce(confirmed_at, :now), seen_until = CASE WHEN confirmed_at IS NULL THEN :now ELSE seen_until END WHERE key = :k', ['k' => $key, 'now' => $this->clock->now()]);
    }

    /** Whoever has the link; ending twice is no error. */
    public function end(string $key): void
    {
        $this->db->execute('DELETE FROM opening_alert WHERE key = :k', ['k' => $key]);
    }

    public function everySeconds(): int
    {
        return 300;
    }

    /** Sends what is new since the last time, at most once a day to each. */
    public function run(): void
    {
        $now = $this->clock->now();
        $this->db->execute('DELETE FROM opening_alert WHERE confirmed_at IS NULL AND asked_at < :old', ['old' => $now->modify('-'.self::UNCONFIRMED_DAYS.' days')]);
        $newest = $this->db->row("SELECT max(live_at) AS at FROM posting WHERE board = 'careers' AND state = 'live'")?->instantOrNull('at');
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
            $end = $this->url.'/careers/alerts/'.$alert->str('key').'/end';
            $list = implode("\n", array_map(fn (Record $o): string => '– '.$o->str('title').', '.$o->str('city')."\n  ".$this->url.'/careers/'.$o->int('number').('en' === $locale ? '' : '?lang='.$locale), $new));
            $this->mailing->toAddress('alert-'.$id.'-new-'.$now->getTimestamp(), 'alert', $id, $alert->str('email'), $this->mailing->template('alert', $locale), ['list' => $list, 'link' => $end, 'search' => self::words($wanted)], $end);
        }
        $this->db->execute('UPDATE opening_alert SET seen_until = :now, sent_at = CASE WHEN :any THEN CAST(:now AS timestamptz) ELSE sent_at END WHERE id = :id', ['id' => $id, 'now' => $now, 'any' => [] !== $new]);
    }

    /** @param array<array-key, mixed> $wanted */
    private static function words(array $wanted): string
    {
        return implode(', ', array_filter($wanted, is_string(...))) ?: 'Skerry Line';
    }
}
