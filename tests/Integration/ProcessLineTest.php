<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Workflow\Stage;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;
use Psr\Clock\ClockInterface;
use Random\Engine\Mt19937;
use Random\Randomizer;

#[CoversClass(RequisitionQuery::class)]
final class ProcessLineTest extends DatabaseTest
{
    /** The database counts who is over the agreed days as Core has them; a moment before the limit nobody is. */
    public function testCountsWhoIsOverTheDaysThatCoreAgrees(): void
    {
        $random = new Randomizer(new Mt19937(29));
        $now = $this->get(ClockInterface::class)->now();
        $over = [];
        foreach ($this->applications() as [$id, $requisition]) {
            $stage = $random->shuffleArray(Stage::ofPipeline())[0];
            $limit = $now->modify('-'.($stage->agreedDays() + 1).' days');
            $isOver = 1 === $random->getInt(0, 1);
            $this->db()->execute('UPDATE application SET stage = :stage, entered_at = :at WHERE id = :id', [
                'stage' => $stage->value, 'at' => $limit->modify($isOver ? '-1 minute' : '+1 minute'), 'id' => $id,
            ]);
            $over[$requisition] = ($over[$requisition] ?? 0) + (int) $isOver;
        }
        $counted = [];
        foreach ($this->get(RequisitionQuery::class)->byIds(array_keys($over)) as $id => $view) {
            $counted[$id] = $view->facts->int('over');
        }
        ksort($over);
        ksort($counted);
        self::assertSame($over, $counted);
        self::assertGreaterThan(20, array_sum($over));
    }

    /** @return list<array{int, int}> active applications with their requisitions */
    private function applications(): array
    {
        $rows = $this->db()->rows("SELECT id, requisition_id FROM application WHERE state = 'active' ORDER BY id");

        return array_map(static fn ($row): array => [$row->int('id'), $row->int('requisition_id')], $rows);
    }
}
