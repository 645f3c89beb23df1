<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

use Jorvent\Core\Organisation\Structure;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Entity\VersionState;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** Versions of the structure as they are shown and looked through: thousands of units that nobody changes. */
final readonly class StructureQuery
{
    private const OTHERS = 4;

    public function __construct(private Db $db)
    {
    }

    public function inForce(): Structure
    {
        return $this->find($this->inForceId());
    }

    public function inForceId(): int
    {
        return $this->db->int("SELECT id FROM org_structure WHERE state = 'in_force'");
    }

    /** @throws Refused when there is none */
    public function find(int $id): Structure
    {
        $name = $this->db->row('SELECT name FROM org_structure WHERE id = :id', ['id' => $id])?->str('name');
        $units = array_map(
            self::unit(...),
            $this->db->rows('SELECT * FROM org_node WHERE structure_id = :id', ['id' => $id]),
        );

        return new Structure($id, $name ?? throw Refused::because('missing'), $units);
    }

    /** @return list<Structure> the newest that are not in force, the newest first */
    public function others(): array
    {
        $rows = $this->db->rows(
            "SELECT id FROM org_structure WHERE state <> 'in_force' ORDER BY id DESC LIMIT ".self::OTHERS,
        );

        return array_map(fn (Record $r): Structure => $this->find($r->int('id')), $rows);
    }

    /** @return list<VersionRow> the one in force, then the newest first */
    public function versions(): array
    {
        return array_map(static fn (Record $r): VersionRow => new VersionRow(
            $r->int('id'),
            $r->str('name'),
            VersionState::from($r->str('state')),
            $r->instantOrNull('in_force_at'),
            $r->int('version'),
            $r->strOrNull('by'),
        ), $this->db->rows(
            "SELECT s.id, s.name, s.state, s.in_force_at, s.version, a.name AS by
             FROM org_structure s LEFT JOIN staff_name a ON a.id = s.created_by
             ORDER BY (s.state = 'in_force') DESC, s.id DESC",
        ));
    }

    private static function unit(Record $r): Unit
    {
        return new Unit(
            $r->int('unit_id'),
            $r->intOrNull('parent_id'),
            $r->str('code'),
            $r->str('name'),
            UnitKind::from($r->str('kind')),
            $r->instantOrNull('valid_from'),
            $r->instantOrNull('valid_to'),
            $r->bool('retired'),
            $r->intOrNull('headcount_plan'),
            $r->intOrNull('site_id'),
        );
    }
}
