<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Jorvent\Requisitions\WrittenFrom;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** Many requisitions in one statement become what Doctrine makes of them one by one. */
#[CoversNothing]
final class BulkInsertTest extends DatabaseTest
{
    private const TABLES = ['requisition' => 'id', 'brief_version' => 'requisition_id', 'questions_version' => 'requisition_id'];

    public function testItWritesWhatDoctrineWrites(): void
    {
        $repository = $this->get(RequisitionRepository::class);
        $made = [];
        foreach ([2201, 2202, 2206, 2211] as $number) {
            [$one, $other] = [$this->draft($number, 1), $this->draft($number, 2)];
            $repository->add($one);
            $repository->addMany([$other, $this->draft($number, 3)]);
            $made[] = [$one->id, $other->id];
        }
        $this->entities()->clear();
        foreach ($made as [$one, $other]) {
            self::assertNotSame($one, $other);
            foreach (self::TABLES as $table => $key) {
                self::assertNotSame([], $this->rows($table, $key, $one), $table);
                self::assertSame($this->rows($table, $key, $one), $this->rows($table, $key, $other), $table);
            }
        }
        $loaded = $repository->find($made[0][1]);
        self::assertEquals($repository->find($made[0][0])?->brief(), $loaded?->brief());
        self::assertSame('draft', $loaded?->facts()->state->value);
    }

    public function testNothingIsWrittenOfNothing(): void
    {
        $before = $this->int('SELECT count(*) FROM requisition');
        $this->get(RequisitionRepository::class)->addMany([]);
        self::assertSame($before, $this->int('SELECT count(*) FROM requisition'));
    }

    /** A new one that says what another says. */
    private function draft(int $like, int $which): Requisition
    {
        $repository = $this->get(RequisitionRepository::class);
        $brief = $repository->byNumber($like)?->brief() ?? self::fail('It is in the demo world.');
        $profile = $this->get(ProfileQuery::class)->head(1) ?? self::fail('The demo world has profiles.');
        $from = WrittenFrom::profile($profile);
        $number = 900_000 + 10 * $like + $which;

        return new Requisition($number, $from->origin, $brief, $from->questions, 3, $this->clock()->now());
    }

    /** @return list<array<string, mixed>> all columns but those that tell the two apart */
    private function rows(string $table, string $key, int $id): array
    {
        $rows = $this->db()->rows("SELECT * FROM $table WHERE $key = :id ORDER BY 1", ['id' => $id]);

        return array_map(
            static fn ($row): array => array_diff_key($row->columns(), ['id' => 1, 'number' => 1, 'requisition_id' => 1]),
            $rows,
        );
    }
}
