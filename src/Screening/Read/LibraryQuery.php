<?php

declare(strict_types=1);

namespace Jorvent\Screening\Read;

use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Shell\Lists\Column;
use Jorvent\Shell\Lists\Listing;

final readonly class LibraryQuery
{
    private const MOST = 300;

    public function __construct(private Db $db)
    {
    }

    /** @return list<LibraryChoice> what is offered, by name */
    public function offered(): array
    {
        return array_map(static fn (Record $r): LibraryChoice => new LibraryChoice(
            $r->int('id'),
            $r->str('name'),
            QuestionKind::from($r->str('kind')),
            $r->bool('knock_out'),
        ), $this->db->rows(
            "SELECT id, name, question ->> 'kind' AS kind,
                coalesce(CAST(question ->> 'knockOut' AS boolean), false) AS knock_out
             FROM question_library WHERE retired_at IS NULL ORDER BY lower(name) LIMIT ".self::MOST,
        ));
    }

    /** All that is offered, or all that is not any more. */
    public static function listing(bool $retired): Listing
    {
        $texts = "jsonb_array_elements(l.question -> 'texts') t";
        $knockOut = "CASE WHEN CAST(l.question ->> 'knockOut' AS boolean) THEN 'knock-out' END";

        return new Listing(
            name: 'question_library',
            columns: [
                new Column('name', 'Name', 'l.name'),
                new Column('text', 'As people read it', "(SELECT t ->> 1 FROM $texts WHERE t ->> 0 = 'en')"),
                new Column('kind', 'Answered by', "l.question ->> 'kind'"),
                new Column('knock_out', 'Knock-out', $knockOut),
                new Column('languages', 'Languages', "(SELECT string_agg(t ->> 0, ' ') FROM $texts)"),
                new Column('by', 'Kept by', 'a.name'),
                new Column('saved', 'Changed', 'CAST(l.saved_at AS date)', 'day'),
            ],
            from: 'question_library l LEFT JOIN staff_name a ON a.id = l.saved_by',
            id: 'l.id',
            where: [$retired ? 'l.retired_at IS NOT NULL' : 'l.retired_at IS NULL'],
            searched: ['l.name', 'CAST(l.question AS text)'],
            sort: 'name',
            extra: ['id' => 'l.id'],
        );
    }
}
