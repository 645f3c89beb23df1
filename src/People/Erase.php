<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Store\Postings;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Files\FileStore;
use Psr\Clock\ClockInterface;

/** Forgets a person: what names or describes them goes, the rows that figures count stay. Who was hired is kept, for that record has a law of its own. */
final readonly class Erase
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Postings $postings, private FileStore $files, private Tombstones $tombstones, private DataRequests $requests, private Retention $retention)
    {
    }

    /** @param 'asked'|'answered'|'ended'|'time'|'house' $reason they asked for it; said no when asked; ended what they were known for; the time was over; an admin decided */
    public function __invoke(int $candidate, string $reason, ?int $by = null): void
    {
        // who was joined with them is them
        foreach ($this->db->rows('SELECT id FROM candidate WHERE merged_into = :id AND erased_at IS NULL', ['id' => $candidate]) as $joined) {
            $this($joined->int('id'), $reason, $by);
        }
        $files = $this->db->transaction(function () use ($candidate, $reason, $by): array {
            $this->db->row('SELECT id FROM candidate WHERE id = :id AND erased_at IS NULL FOR UPDATE', ['id' => $candidate]) ?? throw Refused::because('missing');
            if (0 !== $this->db->int('SELECT count(*) FROM hire h JOIN application p ON p.id = h.application_id WHERE p.candidate_id = :id AND h.fell_through_at IS NULL', ['id' => $candidate])) {
                throw Refused::because('hired_kept');
            }
            $person = $this->db->row('SELECT email, keep_until, keep_asked_at FROM candidate WHERE id = :id', ['id' => $candidate]) ?? throw Refused::because('missing');
            $grounds = $this->retention->grounds([$candidate])[$candidate] ?? [];
            $at = $this->clock->now();
            $now = ['id' => $candidate, 'now' => $at];
            $id = ['id' => $candidate];
            $mine = 'application_id IN (SELECT id FROM application WHERE candidate_id = :id)';
            $this->db->execute("UPDATE stage_visit SET left_at = greatest(:now, entered_at) WHERE left_at IS NULL AND $mine", $now);
            $this->db->execute("UPDATE application SET state = CASE state WHEN 'active' THEN 'withdrawn' ELSE state END, answers = '{}', touches = '[]', fit_parts = '[]', knock_out_reason = CASE WHEN knock_out_reason IS NOT NULL THEN 'forgotten' END, version = version + 1 WHERE candidate_id = :id", $id);
            // what others wrote about them goes with them; the marks stay as figures
            $this->db->execute("UPDATE scorecard SET summary = '', ratings = (SELECT coalesce(jsonb_agg(x - 'evidence'), '[]') FROM jsonb_array_elements(ratings) x) WHERE interview_id IN (SELECT id FROM interview WHERE candidate_id = :id)", $id);
            $this->db->execute("UPDATE shortlist_entry SET comment = '' WHERE $mine", $id);
            $letters = array_map(static fn ($r): ?string => $r->strOrNull('letter_sha256'), $this->db->rows("SELECT letter_sha256 FROM offer WHERE $mine", $id));
            $this->db->execute("UPDATE offer SET decline_reason = NULL, signed_name = CASE WHEN signed_name IS NOT NULL THEN 'forgotten' END, signed_from = NULL, letter_sha256 = CASE WHEN state = 'accepted' THEN letter_sha256 END WHERE $mine", $id);
            $dropped = array_map(static fn ($r): string => $r->str('sha256'), $this->db->rows("UPDATE intake_file SET name = 'forgotten', state = CASE state WHEN 'read' THEN state ELSE 'cancelled' END, refusal = NULL WHERE candidate_id = :id RETURNING sha256", $id));
            $kept = array_map(static fn ($r): ?string => $r->strOrNull('file_sha256'), $this->db->rows('DELETE FROM opening_alert WHERE candidate_id = :id OR lower(email) = (SELECT lower(email) FROM candidate WHERE id = :id) RETURNING file_sha256', $id));
            $this->db->execute("UPDATE referral SET name = 'Someone forgotten', email = 'forgotten-' || id || '@forgotten.invalid' WHERE lower(email) = (SELECT lower(email) FROM candidate WHERE id = :id)", $id);
            $this->db->execute("UPDATE candidate_merge SET survivor_before = '{}', survivor_after = '{}' WHERE survivor_id = :id OR other_id = :id", $id);
            // what was written to or by their address before it was known to be theirs is theirs too
            if (null !== $person->strOrNull('email')) {
                $this->db->execute("UPDATE personal_value SET candidate_id = :id WHERE candidate_id IS NULL AND account_id IS NULL AND (lower(content ->> 'to') = lower(:e) OR lower(content ->> 'from') = lower(:e))", ['e' => $person->strOrNull('email')] + $id);
            }
            $this->db->execute("UPDATE outbox SET state = 'dropped' WHERE state = 'waiting' AND (candidate_id = :id OR personal_id IN (SELECT id FROM personal_value WHERE candidate_id = :id))", $id);
            $this->db->execute('UPDATE outbox SET last_error = NULL WHERE candidate_id = :id', $id);
            $mails = $this->db->int("SELECT count(*) FROM outbox o JOIN personal_value v ON v.id = o.personal_id WHERE o.kind = 'mail' AND v.candidate_id = :id AND v.content IS NOT NULL", $id);
            $texts = $this->db->execute('UPDATE personal_value SET content = NULL, erased_at = :now WHERE candidate_id = :id AND content IS NOT NULL', $now) - $mails;
            $files = array_map(static fn ($r): ?string => $r->strOrNull('file_sha256'), $this->db->rows('DELETE FROM resume WHERE candidate_id = :id RETURNING file_sha256', $id));
            $this->db->execute('DELETE FROM saved_match WHERE candidate_id = :id', $id);
            $this->postings->put($candidate, null);
            $this->postings->sweep();
            $this->db->execute('DELETE FROM candidate_block WHERE candidate_id = :id', $id);
            $this->db->execute('DELETE FROM candidate_tag WHERE candidate_id = :id', $id);
            $this->db->execute('DELETE FROM tag WHERE NOT EXISTS (SELECT 1 FROM candidate_tag WHERE tag_id = tag.id)');
            $this->db->execute('DELETE FROM people_list_entry WHERE candidate_id = :id', $id);
            $this->db->execute('DELETE FROM candidate_note WHERE candidate_id = :id', $id);
            $this->db->execute('DELETE FROM sourcing_place WHERE person = CAST(:id AS text)', $id);
            $this->db->execute('DELETE FROM not_colleague WHERE candidate_id = :id', $id);
            $this->db->execute("UPDATE colleague SET like_id = NULL, likeness = NULL, reasons = '[]' WHERE like_id = :id", $id);
            $asked = $this->requests->done($candidate, 'forget', $by);
            $this->db->execute("UPDATE candidate SET name = 'Someone forgotten', email = NULL, phone = NULL, city = NULL, headline = '', years = NULL, pay_expected = NULL, pay_current = NULL, outside_ref = NULL, colleague = NULL, employer = NULL, employer_folded = NULL, contact_barred_note = '', keep_until = NULL, notice_days = NULL, first_day = NULL, permits = '{}', remote = NULL, considers_on = NULL, erased_at = :now WHERE id = :id", $now);
            $remains = $this->db->int('SELECT (SELECT count(*) FROM resume WHERE candidate_id = :id) + (SELECT count(*) FROM personal_value WHERE candidate_id = :id AND content IS NOT NULL) + (SELECT count(*) FROM candidate_block WHERE candidate_id = :id) + (SELECT count(*) FROM candidate_words WHERE candidate_id = :id) + (SELECT count(*) FROM opening_alert WHERE candidate_id = :id)', $id);
            $gone = array_values(array_unique(array_filter([...$files, ...$letters, ...$dropped, ...$kept], is_string(...))));
            $this->tombstones->set($candidate, $asked ? 'asked' : $reason, array_values(array_unique(array_map(static fn ($g): string => $g->purpose->value, $grounds))), $person->instantOrNull('keep_until'), $person->instantOrNull('keep_asked_at'), $at, $by, ['files' => \count($gone), 'mails' => $mails, 'texts' => $texts], $remains, $person->strOrNull('email'));
            $this->log->record('candidate.forgotten', 'candidate', $candidate, null, $candidate);

            return $gone;
        });
        foreach ($files as $hash) {
            // the same file may have come from someone else too
            if (!self::needed($this->db, $hash)) {
                $this->files->drop($hash);
            }
        }
    }

    /** Whether a stored file is still someone's. */
    public static function needed(Db $db, string $hash): bool
    {
        return 0 !== $db->int("SELECT (SELECT count(*) FROM resume WHERE file_sha256 = :h) + (SELECT count(*) FROM apply_draft WHERE file_sha256 = :h) + (SELECT count(*) FROM opening_alert WHERE file_sha256 = :h) + (SELECT count(*) FROM offer WHERE letter_sha256 = :h) + (SELECT count(*) FROM intake_file WHERE sha256 = :h AND name NOT IN ('removed', 'forgotten'))", ['h' => $hash]);
    }
}
