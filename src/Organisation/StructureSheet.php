<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Core\Organisation\Structure;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Read\SiteQuery;
use Jorvent\Organisation\Store\UnitStore;
use Jorvent\Platform\Spreadsheet\SheetReader;
use Jorvent\Platform\Spreadsheet\Unreadable;

/**
 * A version of the organisation as a table, out and in: one row a unit, its parent named by code. A code that stood
 * before keeps its unit, any other is a new one.
 */
final readonly class StructureSheet
{
    public const HEAD = ['code', 'parent', 'name', 'kind', 'valid_from', 'valid_to', 'retired', 'plan', 'place'];
    private const NEEDED = ['code', 'parent', 'name', 'kind'];
    private const MOST_ERRORS = 50;

    public function __construct(private SiteQuery $sites, private UnitStore $units)
    {
    }

    /** @return \Generator<int, list<string|int|null>> parents before children */
    public function rows(Structure $structure): \Generator
    {
        $places = $this->sites->names();
        foreach ($structure->walk() as [$unit]) {
            yield [
                $unit->code,
                $structure->unit($unit->parent ?? 0)->code ?? '',
                $unit->name,
                $unit->kind->value,
                $unit->from?->format('Y-m-d') ?? '',
                $unit->to?->format('Y-m-d') ?? '',
                $unit->retired ? 'yes' : 'no',
                $unit->plan,
                $places[$unit->place ?? 0] ?? '',
            ];
        }
    }

    /**
     * @return list<Unit>
     *
     * @throws Refused with every row that can not be read
     */
    public function read(string $file, Structure $before): array
    {
        $rows = $this->sheetRows($file);
        $ids = [];
        foreach ($before->units as $unit) {
            $ids[$unit->code] = $unit->id;
        }
        foreach ($rows as $row) {
            $ids[$row->code] ??= $this->units->nextId();
        }
        $places = array_flip(array_map(mb_strtolower(...), $this->sites->names()));
        $refusals = [];
        foreach ($rows as $row) {
            array_push($refusals, ...$row->refusals($ids, $places));
        }
        Refused::unlessEmpty(\array_slice($refusals, 0, self::MOST_ERRORS));
        $units = $used = [];
        foreach ($rows as $row) {
            // the same code again is another unit, which the check finds
            $id = isset($used[$row->code]) ? $this->units->nextId() : $ids[$row->code];
            $used[$row->code] = true;
            $units[] = $row->unit($id, $ids, $places);
        }

        return $units;
    }

    /**
     * @return non-empty-list<StructureRow>
     *
     * @throws Refused at file
     */
    private function sheetRows(string $file): array
    {
        $head = null;
        $rows = [];
        try {
            foreach (SheetReader::rows($file) as $number => $cells) {
                if (null === $head) {
                    $head = self::head($cells);
                } else {
                    $rows[] = StructureRow::of($number, array_map(
                        static fn (?int $at): string => null === $at ? '' : $cells[$at] ?? '',
                        $head,
                    ));
                }
            }
        } catch (Unreadable $e) {
            throw Refused::because($e->reason, 'file', $e->data);
        }

        return [] === $rows ? throw Refused::because('sheet_empty', 'file') : $rows;
    }

    /**
     * @param list<string> $cells
     *
     * @return array<string, int|null> where each of HEAD stands
     */
    private static function head(array $cells): array
    {
        $at = array_flip(array_map(strtolower(...), $cells));
        $missing = array_diff(self::NEEDED, array_keys($at));
        if ([] !== $missing) {
            throw Refused::because('columns_missing', 'file', ['columns' => implode(', ', $missing)]);
        }

        return array_combine(self::HEAD, array_map(static fn (string $c): ?int => $at[$c] ?? null, self::HEAD));
    }
}
