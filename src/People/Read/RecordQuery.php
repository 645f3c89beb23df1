<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** What is set about people by hand. */
final readonly class RecordQuery
{
    private const MOST_NOTES = 30;
    private const SHEET = <<<'SQL'
        SELECT
            (SELECT coalesce(json_agg(json_build_object('id', t.id, 'name', t.name) ORDER BY lower(t.name)), '[]')
                FROM candidate_tag k JOIN tag t ON t.id = k.tag_id WHERE k.candidate_id = :id) AS tags,
            (SELECT coalesce(json_agg(x.name ORDER BY x.n DESC, lower(x.name)), '[]') FROM (
                SELECT t.name, count(k.candidate_id) AS n
                FROM tag t LEFT JOIN candidate_tag k ON k.tag_id = t.id GROUP BY t.id ORDER BY 2 DESC LIMIT 300
            ) x) AS all_tags,
            (SELECT coalesce(json_agg(json_build_object('id', l.id, 'name', l.name) ORDER BY lower(l.name)), '[]')
                FROM people_list_entry e JOIN people_list l ON l.id = e.list_id
                WHERE e.candidate_id = :id AND (l.shared OR l.account_id = :me) AND l.ended_at IS NULL) AS on_lists,
            (SELECT coalesce(json_agg(json_build_object('id', l.id, 'name', l.name) ORDER BY lower(l.name)), '[]')
                FROM people_list l WHERE (l.shared OR l.account_id = :me) AND l.ended_at IS NULL) AS lists
        SQL;

    public function __construct(private Db $db)
    {
    }

    /** @return list<string> names of the tags of a person */
    public function tags(int $candidate): array
    {
        return array_map(static fn (Record $row): string => $row->str('name'), $this->db->rows(
            'SELECT t.name FROM candidate_tag c JOIN tag t ON t.id = c.tag_id WHERE c.candidate_id = :id
             ORDER BY lower(t.name)',
            ['id' => $candidate],
        ));
    }

    public function sheet(int $candidate, int $me): PersonSheet
    {
        $row = $this->db->row(self::SHEET, ['id' => $candidate, 'me' => $me])
            ?? throw new \LogicException('There is always one row.');

        return new PersonSheet(
            self::names($row, 'tags'), $row->strings('all_tags'), self::names($row, 'on_lists'), self::names($row, 'lists'),
        );
    }

    /** @return list<NoteRow> the newest first */
    public function notes(int $candidate): array
    {
        return array_map(
            static fn (Record $row): NoteRow => new NoteRow($row->str('text'), $row->instant('at'), $row->str('by')),
            $this->db->rows(
                'SELECT n.text, n.at, a.name AS by FROM candidate_note n JOIN staff_name a ON a.id = n.account_id
                 WHERE n.candidate_id = :id ORDER BY n.at DESC, n.id DESC LIMIT '.self::MOST_NOTES,
                ['id' => $candidate],
            ),
        );
    }

    /** @return array<int, string> by id */
    private static function names(Record $row, string $column): array
    {
        $names = [];
        foreach ($row->objects($column) as $one) {
            [$id, $name] = [$one['id'] ?? null, $one['name'] ?? null];
            if (\is_int($id) && \is_string($name)) {
                $names[$id] = $name;
            }
        }

        return $names;
    }
}
