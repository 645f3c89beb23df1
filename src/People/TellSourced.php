<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Messages\Mailing;
use Jorvent\People\OwnData\Retention;
use Jorvent\People\Repository\CandidateRepository;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Psr\Clock\ClockInterface;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/**
 * Who was brought in from an outside database is told so in time: that we hold their data, from where and until when, and
 * how to have it erased. Someone without an address is left to the recruiter (Today).
 */
#[AsPeriodicTask(300, method: 'run')]
final readonly class TellSourced
{
    /** Within a month of having the data, GDPR article 14 (3). */
    public const DAYS = 28;
    private const AHEAD = 3;
    private const LINK_DAYS = 60;
    private const PIECE = 100;

    public function __construct(
        private Db $db,
        private CandidateRepository $candidates,
        private ClockInterface $clock,
        private Mailing $mailing,
        private GuestLinks $links,
        private Retention $retention,
        private ActivityLog $log,
    ) {
    }

    public function run(): void
    {
        foreach ($this->db->rows(
            'SELECT id FROM candidate WHERE tell_by <= :soon AND email IS NOT NULL AND erased_at IS NULL
             AND merged_into IS NULL ORDER BY tell_by, id LIMIT '.self::PIECE,
            ['soon' => $this->clock->now()->modify('+'.self::AHEAD.' days')->format('Y-m-d')],
        ) as $row) {
            $this->db->transaction(fn () => $this->tell($row->int('id')));
        }
    }

    private function tell(int $candidate): void
    {
        $row = $this->db->row(
            'SELECT source, keep_until FROM candidate WHERE id = :id AND tell_by IS NOT NULL AND email IS NOT NULL
             AND erased_at IS NULL FOR UPDATE',
            ['id' => $candidate],
        );
        if (null === $row) {
            return;
        }
        $source = $row->str('source');
        $this->mailing->toCandidate(
            'tell-'.$candidate, $candidate, null, $this->mailing->templateFor('sourced_tell', $candidate), [
                'source' => ucfirst($source),
                'day' => $row->strOrNull('keep_until') ?? $this->keptUntil($candidate) ?? '–',
                'link' => $this->links->mailed(LinkPurpose::Keep, $candidate, self::LINK_DAYS),
            ],
        );
        $this->candidates->held($candidate)->wasTold();
        $this->log->record('candidate.told', 'candidate', $candidate, null, $candidate, ['source' => $source]);
    }

    /** @return string|null the day, worked out now, since nobody had asked for it before */
    private function keptUntil(int $candidate): ?string
    {
        $this->retention->write([$candidate]);

        return $this->db->row('SELECT keep_until FROM candidate WHERE id = :id', ['id' => $candidate])
            ?->strOrNull('keep_until');
    }
}
