<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support\Actors;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Structures;
use Jorvent\Platform\Database\Db;

/** Two who save a unit of the same draft at the same moment, both from what they read before. */
final readonly class Editors
{
    private const ROUND_SECONDS = .3;
    private const NAME = 'Race of editors';

    public function __construct(private Db $db, private Structures $structures, private EntityManagerInterface $entities)
    {
    }

    public function put(): string
    {
        $inForce = $this->db->int("SELECT id FROM org_structure WHERE state = 'in_force'");

        return (string) $this->structures->draft(self::NAME, $inForce, $this->db->int('SELECT min(id) FROM account'));
    }

    /** @return string how many units of the race the draft has, before it is thrown away */
    public function end(int $draft): string
    {
        $units = $this->db->int("SELECT count(*) FROM org_node WHERE structure_id = :d AND code LIKE 'RACE%'", ['d' => $draft]);
        $this->structures->discard($draft);

        return (string) $units;
    }

    /** @return string what became of it, for each round */
    public function save(int $draft, int $who, float $from, int $rounds): string
    {
        $said = [];
        for ($round = 0; $round < $rounds; ++$round) {
            $at = $from + $round * self::ROUND_SECONDS;
            time_sleep_until($at);
            $this->entities->clear();
            $seen = $this->db->int('SELECT version FROM org_structure WHERE id = :d', ['d' => $draft]);
            time_sleep_until($at + self::ROUND_SECONDS / 2);
            $said[] = $this->add($draft, new Unit(0, 1, "RACE-$who-$round", 'Race', UnitKind::Department), $seen);
        }

        return implode(' ', $said);
    }

    private function add(int $draft, Unit $unit, int $seen): string
    {
        try {
            $this->structures->save($draft, $unit, $seen);
        } catch (Refused $refused) {
            return $refused->refusals[0]->code;
        }

        return 'saved';
    }
}
