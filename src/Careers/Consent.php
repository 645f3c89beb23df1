<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** What people agree to when they send their data, in versions: a text that someone agreed to is never changed, a new one takes its place. */
final readonly class Consent
{
    public const LOCALES = ['en', 'nb', 'pl'];
    private const LONGEST = 2000;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    public function version(): int
    {
        return $this->db->int('SELECT max(version) FROM consent_text');
    }

    /** @return string as it is read, with the company's name */
    public function text(int $version, string $locale, string $company): string
    {
        $row = $this->db->row("SELECT text FROM consent_text WHERE version = :v AND locale IN (:l, 'en') ORDER BY (locale = :l) DESC LIMIT 1", ['v' => $version, 'l' => $locale]) ?? throw new \LogicException('A version has a text.');

        return (new Template('-', $row->str('text')))->fill(['company' => $company])->body;
    }

    /** @return list<Record> newest first: version, since, by, agreed (how many applications), texts by language */
    public function history(): array
    {
        return $this->db->rows('SELECT c.version, min(c.since) AS since, min(a.name) AS by, jsonb_object_agg(c.locale, c.text) AS texts, (SELECT count(*) FROM application p WHERE p.consent_version = c.version) AS agreed FROM consent_text c LEFT JOIN account a ON a.id = c.account_id GROUP BY c.version ORDER BY c.version DESC LIMIT 100');
    }

    /** @param array<string, string> $texts by language, all of them */
    public function write(array $texts, int $seen, int $by): int
    {
        $refusals = [];
        foreach (self::LOCALES as $locale) {
            $text = trim($texts[$locale] ?? '');
            if (mb_strlen($text) < 20 || mb_strlen($text) > self::LONGEST) {
                $refusals[] = new Refusal('text.'.$locale, 'consent_length', ['limit' => self::LONGEST]);
            }
            $open = (new Template('-', '' === $text ? '-' : $text))->blockers(['company' => '-']);
            if ([] !== $open) {
                $refusals[] = new Refusal('text.'.$locale, $open[0]->code, $open[0]->data);
            }
        }
        Refused::unlessEmpty($refusals);

        return $this->db->transaction(function () use ($texts, $seen, $by): int {
            $this->db->execute('LOCK TABLE consent_text IN SHARE ROW EXCLUSIVE MODE');
            $now = $this->version();
            if ($now !== $seen) {
                throw Refused::because('saved_by_another');
            }
            $same = true;
            foreach (self::LOCALES as $locale) {
                $same = $same && 0 !== $this->db->int('SELECT count(*) FROM consent_text WHERE version = :v AND locale = :l AND text = :t', ['v' => $now, 'l' => $locale, 't' => trim($texts[$locale])]);
            }
            if ($same) {
                throw Refused::because('nothing_changed');
            }
            foreach (self::LOCALES as $locale) {
                $this->db->execute('INSERT INTO consent_text (version, locale, text, since, account_id) VALUES (:v, :l, :t, :now, :a)', ['v' => $now + 1, 'l' => $locale, 't' => trim($texts[$locale]), 'now' => $this->clock->now(), 'a' => $by]);
            }
            $this->log->record('consent.written', 'consent', $now + 1, change: ['version' => $now + 1]);

            return $now + 1;
        });
    }
}
