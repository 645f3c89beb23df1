<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Store;

use Jorvent\Core\Organisation\Code;
use Jorvent\Core\Organisation\Structure;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Platform\Database\Db;

/**
 * Writes org_unit, which is derived: the version in force with the paths of its units, as nearly every page asks for it.
 * Thousands of units are written by one statement; what is in no version any more stays for all that refers to it.
 */
final readonly class UnitStore
{
    private const COLUMNS = 'parent_id, path, code, name, kind, headcount_plan, valid_from, valid_to, retired,
        code_clean, in_force, site_id';

    public function __construct(private Db $db)
    {
    }

    /** Writes a version onto org_unit; what it does not have is not in force there. */
    public function project(Structure $structure): void
    {
        $rows = array_map(
            static fn (array $node): array => self::row($node[0], $structure->path($node[0]->id)),
            $structure->walk(),
        );
        $this->db->execute(
            'WITH gone AS (
                UPDATE org_unit SET in_force = false
                WHERE id NOT IN (SELECT id FROM jsonb_to_recordset(CAST(:units AS jsonb)) AS n (id int))
             )
             INSERT INTO org_unit (id, '.self::COLUMNS.')
             SELECT id, '.self::COLUMNS.' FROM jsonb_to_recordset(CAST(:units AS jsonb)) AS n (
                id int, parent_id int, path text, code text, name text, kind text, headcount_plan int,
                valid_from date, valid_to date, retired boolean, code_clean boolean, in_force boolean, site_id int
             )
             ON CONFLICT (id) DO UPDATE SET ('.self::COLUMNS.') = ROW (
                EXCLUDED.parent_id, EXCLUDED.path, EXCLUDED.code, EXCLUDED.name, EXCLUDED.kind, EXCLUDED.headcount_plan,
                EXCLUDED.valid_from, EXCLUDED.valid_to, EXCLUDED.retired, EXCLUDED.code_clean, true, EXCLUDED.site_id
             )',
            ['units' => json_encode($rows, \JSON_THROW_ON_ERROR)],
        );
    }

    /** @return int an id that no unit of any version has */
    public function nextId(): int
    {
        return $this->db->int("SELECT nextval('org_unit_id')");
    }

    /** Locks a unit until the end of the transaction; false when there is none. */
    public function hold(int $unit): bool
    {
        return null !== $this->db->row('SELECT id FROM org_unit WHERE id = :u FOR UPDATE', ['u' => $unit]);
    }

    /** @return array<string, scalar|null> */
    private static function row(Unit $unit, string $path): array
    {
        return [
            'id' => $unit->id,
            'parent_id' => $unit->parent,
            'path' => $path,
            'code' => $unit->code,
            'name' => $unit->name,
            'kind' => $unit->kind->value,
            'headcount_plan' => $unit->plan,
            'valid_from' => $unit->from?->format('Y-m-d'),
            'valid_to' => $unit->to?->format('Y-m-d'),
            'retired' => $unit->retired,
            'code_clean' => Code::isClean($unit->code),
            'in_force' => true,
            'site_id' => $unit->place,
        ];
    }
}
