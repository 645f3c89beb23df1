<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** What people ask about their own data: to have it, or to be forgotten. The law gives a month to answer. */
final readonly class DataRequests
{
    public const WAYS = ['mail', 'letter', 'phone'];
    private const DAYS = 30;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    /**
     * @param 'data'|'forget' $kind
     * @param string          $way  page, or one of WAYS
     */
    public function ask(int $candidate, string $kind, string $way, ?int $requisition = null): void
    {
        $this->db->transaction(function () use ($candidate, $kind, $way, $requisition): void {
            if (null !== $this->db->row(
                'INSERT INTO data_request (candidate_id, kind, way, asked_at) SELECT id, :k, :w, :now FROM candidate
                 WHERE id = :id AND erased_at IS NULL ON CONFLICT (candidate_id, kind)
                 WHERE done_at IS NULL DO NOTHING RETURNING id',
                ['id' => $candidate, 'k' => $kind, 'w' => $way, 'now' => $this->clock->now()],
            )) {
                $this->log->record(
                    'forget' === $kind ? 'candidate.asked_to_be_forgotten' : 'candidate.asked_for_data',
                    'candidate',
                    $candidate,
                    $requisition,
                    $candidate,
                );
            }
        });
    }

    /** When someone asked to be forgotten, as long as it is not done. */
    public function askedToBeForgotten(int $candidate): ?\DateTimeImmutable
    {
        return $this->db->row(
            "SELECT asked_at FROM data_request WHERE candidate_id = :id AND kind = 'forget' AND done_at IS NULL",
            ['id' => $candidate],
        )?->instant('asked_at');
    }

    /** @return bool whether one was open */
    public function done(int $candidate, ?string $kind = null, ?int $by = null): bool
    {
        return 0 < $this->db->execute(
            'UPDATE data_request SET done_at = :now, account_id = :by WHERE candidate_id = :c AND done_at IS NULL
             AND (CAST(:k AS text) IS NULL OR kind = :k)',
            ['c' => $candidate, 'k' => $kind, 'by' => $by, 'now' => $this->clock->now()],
        );
    }

    /** @return list<Record> open ones first, then the newest: name, kind, way, asked_at, due, done_at */
    public function recent(): array
    {
        return $this->db->rows(
            'SELECT q.id, q.candidate_id, q.kind, q.way, q.asked_at,
                 CAST(q.asked_at AS date) + CAST(:days AS int) AS due, q.done_at, c.name, c.erased_at
             FROM data_request q JOIN candidate c ON c.id = q.candidate_id
             ORDER BY (q.done_at IS NULL) DESC, CASE WHEN q.done_at IS NULL THEN q.asked_at END, q.id DESC LIMIT 100',
            ['days' => self::DAYS],
        );
    }
}
