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
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Postings $postings, private FileStore $files)
    {
    }

    /** The person asks for it; an admin does it. */
    public function ask(int $candidate, int $requisition): void
    {
        $this->db->transaction(function () use ($candidate, $requisition): void {
            if (1 === $this->db->execute('UPDATE candidate SET forget_asked_at = :now WHERE id = :id AND forget_asked_at IS NULL AND erased_at IS NULL', ['id' => $candidate, 'now' => $this->clock->now()])) {
                $this->log->record('candidate.asked_to_be_forgotten', 'candidate', $candidate, $requisition, $candidate);
            }
        });
    }

    public function __invoke(int $candidate): void
    {
        // who was joined with them is them
        foreach ($this->db->rows('SELECT id FROM candidate WHERE merged_into = :id AND erased_at IS NULL', ['id' => $candidate]) as $joined) {
            $this($joined->int('id'));
        }
        $files = $this->db->transaction(function () use ($candidate): array {
            $this->db->row('SELECT id FROM candidate WHERE id = :id AND erased_at IS NULL FOR UPDATE', ['id' => $candidate]) ?? throw Refused::because('missing');
            if (0 !== $this->db->int('SELECT count(*) FROM hire h JOIN application p ON p.id = h.application_id WHERE p.candidate_id = :id AND h.fell_through_at IS NULL', ['id' => $candidate])) {
                throw Refused::because('hired_kept');
            }
            $now = ['id' => $candidate, 'now' => $this->clock->now()];
            $this->db->execute('UPDATE stage_visit SET left_at = greatest(:now, entered_at) WHERE left_at IS NULL AND application_id IN (SELECT id FROM application WHERE candidate_id = :id)', $now);
            $this->db->execute("UPDATE application SET state = CASE state WHEN 'active' THEN 'withdrawn' ELSE state END, answers = '{}', touches = '[]', fit_parts = '[]', version = version + 1 WHERE candidate_id = :id", ['id' => $candidate]);
            $this->db->execute("UPDATE intake_file SET name = 'forgotten' WHERE candidate_id = :id", ['id' => $candidate]);
            $this->db->execute('DELETE FROM opening_alert WHERE candidate_id = :id OR lower(email) = (SELECT lower(email) FROM candidate WHERE id = :id)', ['id' => $candidate]);
            $this->db->execute("UPDATE referral SET name = 'Someone forgotten', email = 'forgotten-' || id || '@forgotten.invalid' WHERE lower(email) = (SELECT lower(email) FROM candidate WHERE id = :id)", ['id' => $candidate]);
            $this->db->execute("UPDATE outbox SET state = 'dropped' WHERE candidate_id = :id AND state = 'waiting'", ['id' => $candidate]);
            $this->db->execute('UPDATE personal_value SET content = NULL, erased_at = :now WHERE candidate_id = :id', $now);
            $files = array_map(static fn ($r): ?string => $r->strOrNull('file_sha256'), $this->db->rows('DELETE FROM resume WHERE candidate_id = :id RETURNING file_sha256', ['id' => $candidate]));
            $this->postings->put($candidate, '', []);
            $this->db->execute('DELETE FROM candidate_block WHERE candidate_id = :id', ['id' => $candidate]);
            $this->db->execute("UPDATE candidate SET name = 'Someone forgotten', email = NULL, phone = NULL, city = NULL, headline = '', years = NULL, pay_expected = NULL, pay_current = NULL, outside_ref = NULL, erased_at = :now WHERE id = :id", $now);
            $this->log->record('candidate.forgotten', 'candidate', $candidate, null, $candidate);

            return $files;
        });
        foreach (array_unique(array_filter($files, is_string(...))) as $hash) {
            // the same file may have come from someone else too
            if (0 === $this->db->int('SELECT (SELECT count(*) FROM resume WHERE file_sha256 = :h) + (SELECT count(*) FROM apply_draft WHERE file_sha256 = :h) + (SELECT count(*) FROM opening_alert WHERE file_sha256 = :h)', ['h' => $hash])) {
                $this->files->drop($hash);
            }
        }
    }
}
