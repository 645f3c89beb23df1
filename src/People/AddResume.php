<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/**
 * Lays a resume beside a person: the one way in, by whichever door it came. It is read, and made findable unless the
 * person stands apart. Run in the transaction of what brings it.
 */
final readonly class AddResume
{
    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private Readings $readings,
        private IndexCandidate $index,
    ) {
    }

    /** @param ResumeFile $file without a hash when there is text but no file */
    public function __invoke(int $candidate, ResumeFile $file): int
    {
        $id = $this->db->insert(
            'resume',
            [
                'candidate_id' => $candidate, 'file_sha256' => '' === $file->sha256 ? null : $file->sha256,
                'media_type' => $file->mediaType, 'file_name' => $file->name, 'size' => $file->size,
                'text' => $file->text, 'created_at' => $this->clock->now(),
            ],
        );
        $this->readings->read($id);
        if (null === $this->db->row(
            'SELECT claims FROM candidate WHERE id = :id',
            ['id' => $candidate],
        )?->intOrNull('claims')) {
            ($this->index)($candidate);
        }

        return $id;
    }
}
