<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Organisation\Check;
use Jorvent\Core\Organisation\Code;
use Jorvent\Core\Organisation\Finding;
use Jorvent\Core\Organisation\Structure;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** The versions of the organisation. org_node holds them all; bringing one into force projects it onto org_unit, which the rest of the house reads. */
final readonly class Structures
{
    private const FIRST_UNIT = 1;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private ReachList $reach)
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

    public function find(int $id): Structure
    {
        $head = $this->db->row('SELECT id, name FROM org_structure WHERE id = :id', ['id' => $id]) ?? throw Refused::because('missing');

        return new Structure($id, $head->str('name'), array_map(self::unit(...), $this->db->rows('SELECT * FROM org_node WHERE structure_id = :id', ['id' => $id])));
    }

    /** @return list<Structure> all but the one in force, the newest first */
    public function others(): array
    {
        return array_map(fn (Record $r): Structure => $this->find($r->int('id')), $this->db->rows("SELECT id FROM org_structure WHERE state <> 'in_force' ORDER BY id DESC LIMIT 4"));
    }

    /** @return list<Record> newest first */
    public function all(): array
    {
        return $this->db->rows("SELECT s.*, a.name AS by, (SELECT count(*) FROM org_node n WHERE n.structure_id = s.id) AS units FROM org_structure s LEFT JOIN account a ON a.id = s.created_by ORDER BY (s.state = 'in_force') DESC, s.id DESC");
    }

    /**
     * The first version of an empty instance: the company alone, in force.
     *
     * @return int the company's unit
     */
    public function begin(string $company): int
    {
        return $this->db->transaction(function () use ($company): int {
            $now = $this->clock->now();
            $first = ['name' => 'First structure', 'state' => 'in_force', 'created_at' => $now, 'in_force_at' => $now];
            $structure = $this->db->insert('org_structure', $first);
            $this->db->execute(
                "INSERT INTO org_node (structure_id, unit_id, code, name, kind) VALUES (:s, :unit, '1', :name, 'company')",
                ['s' => $structure, 'unit' => self::FIRST_UNIT, 'name' => $company],
            );
            $this->project($this->find($structure));

            return self::FIRST_UNIT;
        });
    }

    /** A draft that begins as a copy of another version. */
    public function draft(string $name, int $from, int $by): int
    {
        return $this->db->transaction(function () use ($name, $from, $by): int {
            if ('' === $name) {
                throw Refused::because('missing', 'name');
            }
            $id = $this->db->insert('org_structure', ['name' => $name, 'state' => 'draft', 'created_by' => $by, 'created_at' => $this->clock->now()]);
            $this->db->execute('INSERT INTO org_node SELECT :id, unit_id, parent_id, code, name, kind, valid_from, valid_to, retired, headcount_plan, site_id FROM org_node WHERE structure_id = :from', ['id' => $id, 'from' => $from]);
            $this->log->record('structure.drafted', 'structure', $id, change: ['from' => $from]);

            return $id;
        });
    }

    public function discard(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $this->openDraft($id, null);
            $this->db->execute('DELETE FROM org_structure WHERE id = :id', ['id' => $id]);
            $this->log->record('structure.discarded', 'structure', $id);
        });
    }

    /** Adds a unit to a draft or changes one; the id is kept through all versions. */
    public function save(int $structure, Unit $unit, ?int $seen): int
    {
        return $this->db->transaction(function () use ($structure, $unit, $seen): int {
            $this->openDraft($structure, $seen);
            Refused::unlessEmpty(array_values(array_filter([
                null !== $unit->place && !isset($this->places()[$unit->place]) ? new Refusal('place', 'missing') : null,
                '' === Code::clean($unit->code) ? new Refusal('code', 'missing') : null, '' === $unit->name ? new Refusal('name', 'missing') : null,
                null !== $unit->from && null !== $unit->to && $unit->to < $unit->from ? new Refusal('valid_to', 'ends_before_it_begins') : null,
            ])));
            $id = 0 === $unit->id ? $this->db->int("SELECT nextval('org_unit_id')") : $unit->id;
            $this->write($structure, $unit, $id);

            return $id;
        });
    }

    public function remove(int $structure, int $unit, ?int $seen): void
    {
        $this->db->transaction(function () use ($structure, $unit, $seen): void {
            $this->openDraft($structure, $seen);
            $this->db->execute('DELETE FROM org_node WHERE structure_id = :s AND unit_id = :u', ['s' => $structure, 'u' => $unit]);
        });
    }

    /**
     * Puts other units in place of all a draft has.
     *
     * @param list<Unit> $units
     */
    public function replace(int $structure, array $units): void
    {
        $this->db->transaction(function () use ($structure, $units): void {
            $this->openDraft($structure, null);
            $this->db->execute('DELETE FROM org_node WHERE structure_id = :s', ['s' => $structure]);
            foreach ($units as $unit) {
                $this->write($structure, $unit, $unit->id);
            }
            $this->log->record('structure.imported', 'structure', $structure, change: ['units' => \count($units)]);
        });
    }

    /** @return array<int, string> names of the sites by id */
    public function places(): array
    {
        $places = [];
        foreach ($this->db->rows('SELECT id, name FROM site ORDER BY name') as $row) {
            $places[$row->int('id')] = $row->str('name');
        }

        return $places;
    }

    public function nextUnitId(): int
    {
        return $this->db->int("SELECT nextval('org_unit_id')");
    }

    /** @return list<Finding> */
    public function findings(Structure $draft): array
    {
        return (new Check())->findings($draft, $this->inUse(), $this->inForceId() === $draft->id ? null : $this->inForce(), $this->clock->now());
    }

    /** From now on this version counts; the one before is kept. Reach lists are drawn anew by the worker. */
    public function bringIntoForce(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $this->openDraft($id, null);
            $draft = $this->find($id);
            $blockers = array_filter($this->findings($draft), static fn (Finding $f): bool => $f->blocks);
            if ([] !== $blockers) {
                throw Refused::because('structure_blocked', '', ['count' => \count($blockers)]);
            }
            $before = $this->inForceId();
            $this->db->execute("UPDATE org_structure SET state = 'kept' WHERE state = 'in_force'");
            $this->db->execute("UPDATE org_structure SET state = 'in_force', in_force_at = :now WHERE id = :id", ['id' => $id, 'now' => $this->clock->now()]);
            $this->project($draft);
            $this->reach->drawAllLater('structure-'.$id);
            $this->log->record('structure.in_force', 'structure', $id, change: ['before' => $before]);
        });
    }

    /** A repair in the version in force, where the unit stands: rare, logged, and carried to the drafts that have it the same. */
    public function repair(int $unit, callable $change): void
    {
        $this->db->transaction(function () use ($unit, $change): void {
            $id = $this->db->int("SELECT id FROM org_structure WHERE state = 'in_force' FOR UPDATE");
            $old = $this->find($id)->unit($unit) ?? throw Refused::because('missing');
            $new = $change($old);
            if (!$new instanceof Unit || $new->facts() === $old->facts()) {
                return;
            }
            $this->write($id, $new, $unit);
            $this->db->execute("UPDATE org_node n SET code = :code, valid_from = :from, valid_to = :to, retired = :retired FROM org_structure s WHERE s.id = n.structure_id AND s.state = 'draft' AND n.unit_id = :u AND n.code = :old", ['code' => $new->code, 'from' => $new->from?->format('Y-m-d'), 'to' => $new->to?->format('Y-m-d'), 'retired' => $new->retired, 'u' => $unit, 'old' => $old->code]);
            $this->project($this->find($id));
            $this->log->record('unit.repaired', 'unit', $unit, change: ['before' => array_diff_assoc($old->facts(), $new->facts()), 'after' => array_diff_assoc($new->facts(), $old->facts())]);
        });
    }

    /** Writes a version onto org_unit; what it does not have stays there, not in force, for all that refers to it. */
    public function project(Structure $structure): void
    {
        $this->db->execute('UPDATE org_unit SET in_force = false WHERE id NOT IN (SELECT unit_id FROM org_node WHERE structure_id = :s)', ['s' => $structure->id]);
        foreach ($structure->walk() as [$unit]) {
            $this->db->execute(
                'INSERT INTO org_unit (id, parent_id, path, code, name, kind, headcount_plan, valid_from, valid_to, retired, code_clean, in_force, site_id)
                 SELECT unit_id, parent_id, :path, code, name, kind, headcount_plan, valid_from, valid_to, retired, :clean, true, site_id FROM org_node WHERE structure_id = :s AND unit_id = :u
                 ON CONFLICT (id) DO UPDATE SET parent_id = EXCLUDED.parent_id, path = EXCLUDED.path, code = EXCLUDED.code, name = EXCLUDED.name, kind = EXCLUDED.kind, headcount_plan = EXCLUDED.headcount_plan,
                    valid_from = EXCLUDED.valid_from, valid_to = EXCLUDED.valid_to, retired = EXCLUDED.retired, code_clean = EXCLUDED.code_clean, in_force = true, site_id = EXCLUDED.site_id',
                ['path' => $structure->path($unit->id), 'clean' => Code::isClean($unit->code), 's' => $structure->id, 'u' => $unit->id],
            );
        }
    }

    /** @return array<int, int> what rests on each unit: people, open requisitions, roles given, posts held */
    private function inUse(): array
    {
        $use = [];
        foreach ($this->db->rows("SELECT unit_id, sum(n) AS n FROM (SELECT unit_id, count(*) AS n FROM account WHERE active AND unit_id IS NOT NULL GROUP BY 1 UNION ALL SELECT unit_id, count(*) FROM requisition WHERE state NOT IN ('filled', 'declined', 'cancelled') GROUP BY 1
            UNION ALL SELECT unit_id, count(*) FROM account_grant GROUP BY 1 UNION ALL SELECT unit_id, count(*) FROM post_holder GROUP BY 1) x GROUP BY unit_id") as $row) {
            $use[$row->int('unit_id')] = $row->int('n');
        }

        return $use;
    }

    private function openDraft(int $id, ?int $seen): void
    {
        $row = $this->db->row('SELECT state, version FROM org_structure WHERE id = :id FOR UPDATE', ['id' => $id]) ?? throw Refused::because('missing');
        if ('draft' !== $row->str('state')) {
            throw Refused::because('structure_not_draft');
        }
        if (null !== $seen && $seen !== $row->int('version')) {
            throw Refused::because('saved_by_another');
        }
        $this->db->execute('UPDATE org_structure SET version = version + 1 WHERE id = :id', ['id' => $id]);
    }

    private function write(int $structure, Unit $unit, int $id): void
    {
        $this->db->execute(
            'INSERT INTO org_node (structure_id, unit_id, parent_id, code, name, kind, valid_from, valid_to, retired, headcount_plan, site_id) VALUES (:s, :u, :p, :code, :name, :kind, :from, :to, :retired, :plan, :place)
             ON CONFLICT (structure_id, unit_id) DO UPDATE SET parent_id = EXCLUDED.parent_id, code = EXCLUDED.code, name = EXCLUDED.name, kind = EXCLUDED.kind, valid_from = EXCLUDED.valid_from, valid_to = EXCLUDED.valid_to, retired = EXCLUDED.retired, headcount_plan = EXCLUDED.headcount_plan, site_id = EXCLUDED.site_id',
            ['s' => $structure, 'u' => $id, 'p' => $unit->parent, 'code' => $unit->code, 'name' => $unit->name, 'kind' => $unit->kind, 'from' => $unit->from?->format('Y-m-d'), 'to' => $unit->to?->format('Y-m-d'), 'retired' => $unit->retired, 'plan' => $unit->plan, 'place' => $unit->place],
        );
    }

    private static function unit(Record $r): Unit
    {
        return new Unit($r->int('unit_id'), $r->intOrNull('parent_id'), $r->str('code'), $r->str('name'), UnitKind::from($r->str('kind')), $r->instantOrNull('valid_from'), $r->instantOrNull('valid_to'), $r->bool('retired'), $r->intOrNull('headcount_plan'), $r->intOrNull('site_id'));
    }
}
