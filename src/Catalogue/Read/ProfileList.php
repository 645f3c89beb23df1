<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Read;

use Jorvent\Shell\Lists\Column;
use Jorvent\Shell\Lists\Listing;

/** Role profiles in use, or the retired ones, of one family or all. */
final class ProfileList
{
    /** @param int $family 0 for all */
    public static function of(int $family, bool $retired): Listing
    {
        return new Listing(
            name: 'catalogue',
            columns: self::columns(),
            from: 'role_profile p JOIN job_family f ON f.id = p.family_id',
            id: 'p.id',
            where: [
                $retired ? 'p.retired_at IS NOT NULL' : 'p.retired_at IS NULL',
                ...0 === $family ? [] : ['p.family_id = :family'],
            ],
            parameters: 0 === $family ? [] : ['family' => $family],
            searched: ['p.title', 'f.name', 'p.summary', 'CAST(p.musts AS text)'],
            sort: 'family',
            extra: ['id' => 'p.id'],
        );
    }

    /** @return list<Column> */
    private static function columns(): array
    {
        $musts = "(SELECT string_agg(m, ', ') FROM jsonb_array_elements_text(p.musts) m)";
        $written = '(SELECT count(*) FROM written_from w WHERE w.profile_id = p.id)';

        return [
            new Column('title', 'Profile', 'p.title'),
            new Column('level', 'Level', 'p.level'),
            new Column('family', 'Family', 'f.name'),
            new Column('musts', 'Must have', $musts),
            new Column('years', 'Years from', 'p.years_from', 'number', false),
            new Column('band', 'Band in NOK, to', "CAST(p.bands -> 'NOK' ->> 1 AS int)", 'number'),
            new Column('version', 'Version', 'p.version', 'number'),
            new Column('written', 'Requisitions', $written, 'number'),
            new Column('saved', 'Changed', 'CAST(p.saved_at AS date)', 'day', false),
        ];
    }
}
