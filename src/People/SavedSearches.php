<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Search\Search;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** Searches under a name, one's own or shared with the team, and who is new in them since one looked. */
final readonly class SavedSearches
{
    /** What an exported search says it is. */
    public const FORMAT = 'jorvent-search-1';
    public const NAME = 80;
    private const MOST = 60;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    /** @return list<Record> of a requisition, one's own and those shared, with how many are new */
    public function of(int $requisition, int $account): array
    {
        return $this->db->rows('SELECT s.*, a.name AS by, s.account_id = :me AS mine, (SELECT count(*) FROM saved_match m WHERE m.search_id = s.id) AS fresh FROM saved_search s JOIN account a ON a.id = s.account_id WHERE s.requisition_id = :r AND (s.account_id = :me OR s.shared) ORDER BY s.account_id <> :me, lower(s.name), s.id', ['r' => $requisition, 'me' => $account]);
    }

    /** @throws Refused */
    public function one(int $id, int $requisition, int $account): Record
    {
        return $this->db->row('SELECT *, account_id = :me AS mine FROM saved_search WHERE id = :id AND requisition_id = :r AND (account_id = :me OR shared)', ['id' => $id, 'r' => $requisition, 'me' => $account]) ?? throw Refused::because('missing');
    }

    public static function search(Record $row): Search
    {
        return Search::fromArray(['text' => $row->str('text'), 'criteria' => $row->json('criteria')]);
    }

    /** Under a name one has already it takes the place of what was there. */
    public function save(int $requisition, int $account, string $name, Search $search, bool $shared): int
    {
        $name = trim($name);
        match (true) {
            '' === $name => throw Refused::because('name_missing', 'name'),
            mb_strlen($name) > self::NAME => throw Refused::because('name_too_long', 'name', ['limit' => (string) self::NAME]),
            $search->isEmpty() => throw Refused::because('search_empty', 'name'),
            [] !== $search->parsed()->errors() => throw Refused::because('search_broken', 'name'),
            default => null,
        };

        return $this->db->transaction(function () use ($requisition, $account, $name, $search, $shared): int {
            if ($this->db->int('SELECT count(*) FROM saved_search WHERE requisition_id = :r AND account_id = :a AND name <> :n', ['r' => $requisition, 'a' => $account, 'n' => $name]) >= self::MOST) {
                throw Refused::because('searches_too_many', 'name', ['limit' => (string) self::MOST]);
            }
            $id = $this->db->row('INSERT INTO saved_search (requisition_id, account_id, name, shared, text, criteria, created_at) VALUES (:r, :a, :n, :s, :t, CAST(:c AS jsonb), :now) ON CONFLICT (requisition_id, account_id, name) DO UPDATE SET shared = excluded.shared, text = excluded.text, criteria = excluded.criteria, ran_at = NULL, ran_on = NULL, total = NULL, people = NULL, new_on = NULL RETURNING id',
                ['r' => $requisition, 'a' => $account, 'n' => $name, 's' => $shared ? 't' : 'f', 't' => $search->text, 'c' => json_encode($search->toArray()['criteria'], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), 'now' => $this->clock->now()])?->int('id') ?? throw new \LogicException('It was saved.');
            $this->db->execute('DELETE FROM saved_match WHERE search_id = :id', ['id' => $id]);
            $this->log->record('search.saved', 'saved_search', $id, $requisition, change: ['name' => $name, 'shared' => $shared]);

            return $id;
        });
    }

    /** @param 'share'|'own'|'tell'|'quiet'|'drop'|'looked' $then */
    public function change(int $id, int $requisition, int $account, string $then): void
    {
        $row = $this->one($id, $requisition, $account);
        if (!$row->bool('mine')) {
            throw Refused::because('not_yours');
        }
        $this->db->transaction(function () use ($id, $requisition, $then, $row): void {
            match ($then) {
                'share', 'own' => $this->db->execute('UPDATE saved_search SET shared = :s WHERE id = :id', ['id' => $id, 's' => 'share' === $then ? 't' : 'f']),
                'tell', 'quiet' => $this->db->execute('UPDATE saved_search SET tells = :t WHERE id = :id', ['id' => $id, 't' => 'tell' === $then ? 't' : 'f']),
                'looked' => $this->db->execute('DELETE FROM saved_match WHERE search_id = :id', ['id' => $id]),
                'drop' => $this->db->execute('DELETE FROM saved_search WHERE id = :id', ['id' => $id]),
            };
            if ('looked' !== $then) {
                $this->log->record('search.changed', 'saved_search', $id, $requisition, change: ['name' => $row->str('name'), 'then' => $then]);
            }
        });
    }

    /** @return list<int> who is new in it, the latest first */
    public function fresh(int $id, int $requisition, int $account): array
    {
        return array_map(static fn (Record $r): int => $r->int('candidate_id'), $this->db->rows('SELECT m.candidate_id FROM saved_match m JOIN saved_search s ON s.id = m.search_id WHERE s.id = :id AND s.requisition_id = :r AND (s.account_id = :me OR s.shared) ORDER BY m.at DESC, m.candidate_id DESC', ['id' => $id, 'r' => $requisition, 'me' => $account]));
    }

    /** @return array{format: string, name: string, text: string, criteria: list<array<string, mixed>>} */
    public static function out(string $name, Search $search): array
    {
        return ['format' => self::FORMAT, 'name' => $name] + $search->toArray();
    }

    /**
     * @return array{string, Search} name and search of an exported one; a criterion that is not understood is refused, not left out
     *
     * @throws Refused
     */
    public static function in(string $json): array
    {
        $data = json_decode($json, true, 12);
        if (!\is_array($data) || self::FORMAT !== ($data['format'] ?? '') || !\is_string($data['name'] ?? null) || !\is_string($data['text'] ?? null) || !\is_array($data['criteria'] ?? null)) {
            throw Refused::because('search_not_read', 'file');
        }
        $search = Search::fromArray($data);
        if (\count($search->criteria) !== \count($data['criteria'])) {
            throw Refused::because('search_not_read', 'file');
        }

        return [$data['name'], $search];
    }
}
