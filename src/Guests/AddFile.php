<?php

declare(strict_types=1);

namespace Jorvent\Guests;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\AddResume;
use Jorvent\People\ResumeFile;
use Jorvent\Platform\Database\Db;

/** One more file beside an application, from the page where a candidate sees how things stand. */
final readonly class AddFile
{
    private const MOST = 6;

    public function __construct(private Db $db, private ActivityLog $log, private AddResume $add)
    {
    }

    public function __invoke(int $candidate, int $requisition, ResumeFile $file): void
    {
        $this->db->transaction(function () use ($candidate, $requisition, $file): void {
            $is = ['id' => $candidate];
            $this->db->row('SELECT 1 AS one FROM candidate WHERE id = :id AND erased_at IS NULL FOR UPDATE', $is)
                ?? throw Refused::because('draft_gone');
            if (self::MOST <= $this->db->int('SELECT count(*) FROM resume WHERE candidate_id = :id', $is)) {
                throw Refused::because('too_many_files', 'resume', ['limit' => self::MOST]);
            }
            ($this->add)($candidate, $file);
            $this->log->record('application.file_added', 'candidate', $candidate, $requisition, $candidate);
        });
    }
}
