<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\IndexCandidate;
use Jorvent\People\ResumeFile;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** One more file beside an application, from the page where a candidate sees how things stand. */
final readonly class AddFile
{
    private const MOST = 6;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private IndexCandidate $index)
    {
    }

    public function __invoke(int $candidate, int $requisition, ResumeFile $file): void
    {
        $this->db->transaction(function () use ($candidate, $requisition, $file): void {
            $claims = $this->db->row('SELECT claims FROM candidate WHERE id = :id AND erased_at IS NULL FOR UPDATE', ['id' => $candidate]) ?? throw Refused::because('draft_gone');
            if (self::MOST <= $this->db->int('SELECT count(*) FROM resume WHERE candidate_id = :id', ['id' => $candidate])) {
                throw Refused::because('too_many_files', 'resume', ['limit' => self::MOST]);
            }
            $this->db->insert('resume', ['candidate_id' => $candidate, 'file_sha256' => $file->sha256, 'media_type' => $file->mediaType, 'file_name' => $file->name, 'size' => $file->size, 'text' => $file->text, 'created_at' => $this->clock->now()]);
            if (null === $claims->intOrNull('claims')) {
                ($this->index)($candidate);
            }
            $this->log->record('application.file_added', 'candidate', $candidate, $requisition, $candidate);
        });
    }
}
