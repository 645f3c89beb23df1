<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Core\Organisation\Structure;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Spreadsheet\SheetReader;
use Jorvent\Platform\Spreadsheet\Unreadable;

/** A version of the organisation as a table, out and in: one row a unit, its parent named by code. A code that stood before keeps its unit, any other is a new one. */
final readonly class StructureSheet
{
    public const HEAD = ['code', 'parent', 'name', 'kind', 'valid_from', 'valid_to', 'retired', 'plan', 'place'];
    private const MOST_ERRORS = 50;

    public function __construct(private Structures $structures)
    {
    }

    /** @return \Generator<int, list<string|int|null>> parents before children */
    public function rows(Structure $structure): \Generator
    {
        $places = $this->structures->places();
        foreach ($structure->walk() as [$unit]) {
            yield [$unit->code, null === $unit->parent ? '' : $structure->unit($unit->parent)->code ?? '', $unit->name, $unit->kind->value, $unit->from?->format('Y-m-d') ?? '', $unit->to?->format('Y-m-d') ?? '', $unit->retired ? 'yes' : 'no', $unit->plan, null === $unit->place ? '' : $places[$unit->place] ?? ''];
        }
    }

    /**
     * @return list<Unit>
     *
     * @throws Refused with every row that can not be read
     */
    public function read(string $file, Structure $before): array
    {
        $ids = [];
        foreach ($before->units as $unit) {
            $ids[$unit->code] = $unit->id;
        }
        $places = array_flip(array_map(mb_strtolower(...), $this->structures->places()));
        $head = null;
        $rows = $refusals = [];
        try {
            foreach (SheetReader::rows($file) as $number => $cells) {
                if (null === $head) {
                    $head = array_flip(array_map(static fn (string $c): string => strtolower(trim($c)), $cells));
                    if ([] !== $missing = array_diff(['code', 'parent', 'name', 'kind'], array_keys($head))) {
                        throw Refused::because('columns_missing', 'file', ['columns' => implode(', ', $missing)]);
                    }
                    continue;
                }
                $cell = static fn (string $name): string => isset($head[$name]) ? $cells[$head[$name]] ?? '' : '';
                foreach ([['kind', null !== UnitKind::tryFrom($cell('kind'))], ['valid_from', '' === $cell('valid_from') || null !== self::day($cell('valid_from'))], ['valid_to', '' === $cell('valid_to') || null !== self::day($cell('valid_to'))], ['plan', 1 === preg_match('/^\d{0,6}$/', $cell('plan'))], ['place', '' === $cell('place') || isset($places[mb_strtolower($cell('place'))])]] as [$column, $right]) {
                    if (!$right) {
                        $refusals[] = new Refusal('file', 'cell_wrong', ['row' => $number, 'column' => $column, 'value' => mb_substr($cell($column), 0, 40)]);
                    }
                }
                $rows[] = [$number, $cell];
            }
        } catch (Unreadable $e) {
            throw Refused::because($e->reason, 'file', $e->data);
        }
        if ([] === $rows) {
            throw Refused::because('sheet_empty', 'file');
        }
        foreach ($rows as [, $cell]) {
            $ids[$cell('code')] ??= $this->structures->nextUnitId();
        }
        foreach ($rows as [$number, $cell]) {
            if ('' !== $cell('parent') && !isset($ids[$cell('parent')])) {
                $refusals[] = new Refusal('file', 'cell_wrong', ['row' => $number, 'column' => 'parent', 'value' => $cell('parent')]);
            }
        }
        Refused::unlessEmpty(\array_slice($refusals, 0, self::MOST_ERRORS));
        $units = [];
        $used = [];
        foreach ($rows as [, $cell]) {
            $id = isset($used[$cell('code')]) ? $this->structures->nextUnitId() : $ids[$cell('code')];
            $used[$cell('code')] = true;
            $units[] = new Unit($id, '' === $cell('parent') ? null : $ids[$cell('parent')], $cell('code'), $cell('name'), UnitKind::from($cell('kind')), self::day($cell('valid_from')), self::day($cell('valid_to')), \in_array(strtolower($cell('retired')), ['yes', 'true', '1', 'x'], true), '' === $cell('plan') ? null : (int) $cell('plan'), $places[mb_strtolower($cell('place'))] ?? null);
        }

        return $units;
    }

    private static function day(string $text): ?\DateTimeImmutable
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $text, new \DateTimeZone('UTC'));

        return false !== $day && $day->format('Y-m-d') === $text ? $day : null;
    }
}
