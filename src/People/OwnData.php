<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Accounts\GuestLinks;
use Jorvent\Core\Retention\Ground;
use Jorvent\Messages\Mailing;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Security\Secret;
use Psr\Clock\ClockInterface;

/** All that is held of someone, for themselves: what they told, what came of it, and what was written to them. What others wrote about them in confidence is told of, not shown. */
final readonly class OwnData
{
    private const DAYS = 2;

    public function __construct(private Db $db, private ClockInterface $clock, private GuestLinks $links, private Mailing $mailing, private DataRequests $requests, private Retention $retention)
    {
    }

    /** Mails the link to it, once an hour at most: a status page may be open with someone who only typed the address. */
    public function mail(int $candidate, ?int $requisition, string $way = 'page'): void
    {
        $this->db->transaction(function () use ($candidate, $requisition, $way): void {
            $this->requests->ask($candidate, 'data', $way, $requisition);
            $this->mailing->toCandidate('data-'.$candidate.'-'.$this->clock->now()->format('YmdH'), $candidate, $requisition, $this->mailing->templateFor('own_data', $candidate), ['link' => $this->links->mailed(GuestLinks::DATA, $candidate, self::DAYS)]);
            $this->requests->done($candidate, 'data');
        });
    }

    /** @return array<string, mixed> */
    public function of(int $candidate): array
    {
        $rows = fn (string $sql): array => array_map(static fn ($r): array => $r->columns(), $this->db->rows($sql, ['id' => $candidate]));

        return [
            'person' => $rows('SELECT name, email, phone, city, country, locale AS language, headline, years, source, created_at AS known_since, contact_barred_until AS not_contacted_until, array_to_json(permits)::text AS may_work_in, remote AS would_work_from_elsewhere, would_move, considers_on AS would_consider_a_move_said_on, confidential FROM candidate WHERE id = :id')[0] ?? [],
            'kept_because' => array_map(static fn (Ground $g): array => ['for' => $g->purpose->value, 'from' => $g->source, 'since' => $g->since->format('Y-m-d'), 'until' => $g->until?->format('Y-m-d')], $this->retention->grounds([$candidate])[$candidate] ?? []),
            'resumes' => $rows('SELECT file_name, media_type, size, text, created_at AS received FROM resume WHERE candidate_id = :id ORDER BY id'),
            'applications' => array_map(static fn (array $a): array => ['answers' => json_decode(\is_string($a['answers']) ? $a['answers'] : '{}', true)] + $a, $rows("SELECT r.title AS opening, s.city AS place, p.origin, p.applied_at, p.stage, p.state, p.answers, p.score AS screening_score, p.knock_out, p.consent_version, (SELECT t.text FROM consent_text t WHERE t.version = p.consent_version AND t.locale = c.locale) AS consent_text, p.consented_at, b.name AS came_by, (SELECT count(*) FROM interview i WHERE i.application_id = p.id AND i.state = 'booked') AS interviews FROM application p JOIN candidate c ON c.id = p.candidate_id JOIN requisition r ON r.id = p.requisition_id JOIN site s ON s.id = r.site_id LEFT JOIN posting g ON g.id = p.posting_id LEFT JOIN board b ON b.key = g.board WHERE p.candidate_id IN (SELECT CAST(:id AS int) UNION SELECT id FROM candidate WHERE merged_into = :id) ORDER BY p.id")),
            'notes' => $rows('SELECT n.text, n.at AS written, a.name AS by FROM candidate_note n JOIN account a ON a.id = n.account_id WHERE n.candidate_id = :id ORDER BY n.id'),
            'kept_in_mind' => $rows('SELECT name, email, phone, city, wanted, asked_at, confirmed_at, until FROM opening_alert WHERE candidate_id = :id ORDER BY id'),
            'mails_from_you' => $rows("SELECT m.came_at AS came, v.content ->> 'subject' AS subject, v.content ->> 'text' AS text FROM mail_in m JOIN personal_value v ON v.id = m.personal_id WHERE v.candidate_id = :id AND v.content IS NOT NULL ORDER BY m.id"),
            'mails_to_you' => array_map(static fn (array $m): array => ['text' => Secret::shown(\is_string($m['text']) ? $m['text'] : '', '(a personal link)')] + $m, $rows("SELECT o.created_at AS written, o.state, v.content ->> 'subject' AS subject, v.content ->> 'text' AS text FROM outbox o JOIN personal_value v ON v.id = o.personal_id WHERE o.kind = 'mail' AND o.candidate_id = :id ORDER BY o.id")),
        ];
    }
}
