<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

use Jorvent\People\OwnData\DataRequestKind;
use Jorvent\People\OwnData\DataRequestWay;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** What people asked about their data, who they may be, and what would go when they are forgotten. */
final readonly class DataRequestQuery
{
    /** The law gives a month to answer. */
    private const DAYS = 30;
    private const MOST_FOUND = 20;
    private const TO_FORGET = <<<'SQL'
        SELECT c.id, c.name,
            (SELECT asked_at FROM data_request
                WHERE candidate_id = c.id AND kind = 'forget' AND done_at IS NULL) AS asked_at,
            (SELECT count(*) FROM resume WHERE candidate_id = c.id) AS resumes,
            (SELECT count(*) FROM personal_value WHERE candidate_id = c.id AND content IS NOT NULL) AS texts,
            (SELECT count(*) FROM application_head WHERE candidate_id = c.id) AS applications,
            (SELECT count(*) FROM application_head WHERE candidate_id = c.id AND state = 'active') AS active
        FROM candidate c WHERE c.id = :id AND c.erased_at IS NULL
        SQL;

    public function __construct(private Db $db)
    {
    }

    /** @return list<DataRequestRow> open ones first, the oldest of them first; then the newest of the others */
    public function recent(): array
    {
        return array_map(self::row(...), $this->db->rows(
            'SELECT q.candidate_id, q.kind, q.way, q.asked_at, q.done_at, c.name, c.erased_at,
                CAST(q.asked_at AS date) + CAST(:days AS int) AS due
             FROM data_request q JOIN candidate c ON c.id = q.candidate_id
             ORDER BY (q.done_at IS NULL) DESC, CASE WHEN q.done_at IS NULL THEN q.asked_at END, q.id DESC LIMIT 100',
            ['days' => self::DAYS],
        ));
    }

    /** @return list<AskerRow> by an address, or a part of a name; who has the address comes first */
    public function people(string $words): array
    {
        return array_map(self::asker(...), $this->db->rows(
            'SELECT id, name, email, city FROM candidate
             WHERE erased_at IS NULL AND merged_into IS NULL AND (lower(email) = lower(:words) OR name ILIKE :like)
             ORDER BY (lower(email) = lower(:words)) DESC NULLS LAST, name, id LIMIT '.self::MOST_FOUND,
            ['words' => $words, 'like' => '%'.addcslashes($words, '%_\\').'%'],
        ));
    }

    public function person(int $candidate): ?AskerRow
    {
        $row = $this->db->row(
            'SELECT id, name, email, city FROM candidate WHERE id = :id AND erased_at IS NULL',
            ['id' => $candidate],
        );

        return null === $row ? null : self::asker($row);
    }

    public function toForget(int $candidate): ?ToForget
    {
        $row = $this->db->row(self::TO_FORGET, ['id' => $candidate]);

        return null === $row ? null : new ToForget(
            $row->int('id'),
            $row->str('name'),
            $row->instantOrNull('asked_at'),
            $row->int('resumes'),
            $row->int('texts'),
            $row->int('applications'),
            $row->int('active'),
        );
    }

    private static function asker(Record $row): AskerRow
    {
        return new AskerRow($row->int('id'), $row->str('name'), $row->strOrNull('email'), $row->strOrNull('city'));
    }

    private static function row(Record $row): DataRequestRow
    {
        return new DataRequestRow(
            $row->int('candidate_id'),
            $row->str('name'),
            null !== $row->instantOrNull('erased_at'),
            DataRequestKind::from($row->str('kind')),
            DataRequestWay::from($row->str('way')),
            $row->instant('asked_at'),
            $row->instant('due'),
            $row->instantOrNull('done_at'),
        );
    }
}
