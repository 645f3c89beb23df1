<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Shared\Refusal;

/** A row of the structure as a table, as text. */
final readonly class StructureRow
{
    private const YES = ['yes', 'true', '1', 'x'];
    private const LONGEST_VALUE = 40;

    /** @param array<string, string> $cells by StructureSheet::HEAD */
    private function __construct(private int $number, public string $code, private array $cells)
    {
    }

    /** @param array<string, string> $cells by StructureSheet::HEAD */
    public static function of(int $number, array $cells): self
    {
        return new self($number, $cells['code'] ?? '', $cells);
    }

    /**
     * @param array<string, int> $ids    of units by code
     * @param array<string, int> $places ids of sites by name, in small letters
     *
     * @return list<Refusal> one for each cell that can not be read
     */
    public function refusals(array $ids, array $places): array
    {
        $readable = [
            'kind' => null !== UnitKind::tryFrom($this->cell('kind')),
            'valid_from' => $this->isDayOrEmpty('valid_from'),
            'valid_to' => $this->isDayOrEmpty('valid_to'),
            'plan' => 1 === preg_match('/^\d{0,6}$/D', $this->cell('plan')),
            'place' => '' === $this->cell('place') || isset($places[mb_strtolower($this->cell('place'))]),
            'parent' => '' === $this->cell('parent') || isset($ids[$this->cell('parent')]),
        ];
        $refusal = fn (string $column): Refusal => new Refusal('file', 'cell_wrong', [
            'row' => $this->number,
            'column' => $column,
            'value' => mb_substr($this->cell($column), 0, self::LONGEST_VALUE),
        ]);

        return array_map($refusal, array_keys(array_filter($readable, static fn (bool $is): bool => !$is)));
    }

    /**
     * @param array<string, int> $ids    as above
     * @param array<string, int> $places as above
     */
    public function unit(int $id, array $ids, array $places): Unit
    {
        return new Unit(
            $id,
            '' === $this->cell('parent') ? null : $ids[$this->cell('parent')] ?? null,
            $this->code,
            $this->cell('name'),
            UnitKind::from($this->cell('kind')),
            self::day($this->cell('valid_from')),
            self::day($this->cell('valid_to')),
            \in_array(strtolower($this->cell('retired')), self::YES, true),
            '' === $this->cell('plan') ? null : (int) $this->cell('plan'),
            $places[mb_strtolower($this->cell('place'))] ?? null,
        );
    }

    private function cell(string $column): string
    {
        return $this->cells[$column] ?? '';
    }

    private function isDayOrEmpty(string $column): bool
    {
        return '' === $this->cell($column) || null !== self::day($this->cell($column));
    }

    private static function day(string $text): ?\DateTimeImmutable
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $text, new \DateTimeZone('UTC'));

        return false !== $day && $day->format('Y-m-d') === $text ? $day : null;
    }
}
