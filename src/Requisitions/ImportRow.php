<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Catalogue\Read\ProfileHead;
use Jorvent\Core\Import\Cell;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Platform\Text\RichText;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Brief\Team;

/** Reads one row of a table as a brief. What can not be read is refused at its column, and all of it at once. */
final class ImportRow
{
    private const SHOWN = 60;
    private const MAX_TITLE = 160;

    /** @var list<Refusal> */
    private array $refusals = [];

    /**
     * @param array<string, int> $mapping column by field
     * @param list<string>       $cells
     * @param int                $me      who imports
     */
    public function __construct(
        private readonly array $mapping,
        private readonly array $cells,
        private readonly ImportNames $names,
        private readonly RichText $text,
        private readonly int $me,
        private readonly \DateTimeImmutable $today,
    ) {
    }

    /** @return array{Brief, ProfileHead|null}|list<Refusal> the brief with its profile, or what is wrong, with the value */
    public function read(): array
    {
        $profile = $this->named('profile', $this->names->profile(...));
        $unit = $this->named('unit', $this->names->unit(...), true);
        $site = $this->named('site', $this->names->site(...), true);
        $currency = $site->facts->currency ?? 'EUR';
        $from = null === $profile ? WrittenFrom::nothing() : WrittenFrom::profile($profile);
        $team = new Team(
            requester: $this->me,
            manager: $this->named('manager', $this->names->person(...)) ?? $this->me,
            recruiter: $this->named('recruiter', $this->names->person(...)) ?? $this->me,
        );
        $values = [...$from->fields($currency), ...$this->typed($currency)];
        if ('' === ($values['title'] ?? '')) {
            $this->refuse('title', 'missing');
        }
        if ([] !== $this->refusals || null === $unit || null === $site) {
            return $this->refusals;
        }
        $brief = $from->brief($unit->id, $site->id, $site->facts, $team, $this->dates())->with($values);
        foreach ($brief->draftBlockers() as $refusal) {
            $this->refuse($refusal->field, $refusal->code, $refusal->data);
        }

        return [] === $this->refusals ? [$brief, $profile] : $this->refusals;
    }

    /** @return array<string, mixed> the fields that have something in them, as Brief::toArray() gives them */
    private function typed(string $currency): array
    {
        $lists = ['musts' => Cell::list($this->cell('musts')), 'wishes' => Cell::list($this->cell('wishes'))];
        $description = $this->cell('description');

        return array_filter([
            'title' => mb_substr($this->cell('title'), 0, self::MAX_TITLE),
            'positions' => $this->parsed('positions', Cell::number(...), 'not_a_number'),
            'months' => $this->parsed('months', Cell::number(...), 'not_a_number'),
            'yearsFrom' => $this->parsed('yearsFrom', Cell::number(...), 'not_a_number'),
            'payFrom' => $this->amount('payFrom', $currency),
            'payTo' => $this->amount('payTo', $currency),
            'openedOn' => $this->parsed('openedOn', Cell::day(...), 'not_a_day')?->format('Y-m-d'),
            'targetOn' => $this->parsed('targetOn', Cell::day(...), 'not_a_day')?->format('Y-m-d'),
            'employment' => $this->parsed('employment', Cell::employment(...), 'import_unknown'),
            'description' => '' === $description ? '' : $this->text->clean($description),
            ...$lists,
        ], static fn (mixed $value): bool => null !== $value && '' !== $value && [] !== $value);
    }

    /** @return array{openedOn: string, targetOn: string} */
    private function dates(): array
    {
        $opened = Cell::day($this->cell('openedOn')) ?? $this->today;
        $target = $opened->modify('+'.OpenRequisitions::TARGET_DAYS.' days');

        return ['openedOn' => $opened->format('Y-m-d'), 'targetOn' => $target->format('Y-m-d')];
    }

    private function amount(string $field, string $currency): ?int
    {
        $parse = static fn (string $typed): ?Money => Money::parse($typed, $currency);

        return $this->parsed($field, $parse, 'not_an_amount')?->minor;
    }

    /**
     * @template T
     *
     * @param callable(string): (T|null) $parse
     *
     * @return T|null
     */
    private function parsed(string $field, callable $parse, string $code): mixed
    {
        $typed = $this->cell($field);
        $value = '' === $typed ? null : $parse($typed);
        if (null === $value && '' !== $typed) {
            $this->refuse($field, $code);
        }

        return $value;
    }

    /**
     * @template T
     *
     * @param callable(string): (T|null) $find
     *
     * @return T|null
     */
    private function named(string $field, callable $find, bool $needed = false): mixed
    {
        if ('' === $this->cell($field) && $needed) {
            $this->refuse($field, 'missing');
        }

        return $this->parsed($field, $find, 'import_unknown');
    }

    private function cell(string $field): string
    {
        return isset($this->mapping[$field]) ? $this->cells[$this->mapping[$field]] ?? '' : '';
    }

    /** @param array<string, scalar|null> $data */
    private function refuse(string $field, string $code, array $data = []): void
    {
        $value = mb_substr($this->cell($field), 0, self::SHOWN);
        $this->refusals[] = new Refusal($field, $code, [...$data, 'value' => $value]);
    }
}
