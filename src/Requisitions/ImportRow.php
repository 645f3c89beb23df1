<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Import\Cell;
use Jorvent\Core\Organisation\Code;
use Jorvent\Core\Pay\PayTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Organisation\Read\UnitChoice;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Text\RichText;

/** Reads a row of a table as a brief, with everything looked up once for all rows. */
final readonly class ImportRow
{
    /**
     * @param array<string, int>    $mapping  column by field
     * @param array<string, UnitChoice> $units    what the person may use, by folded code and by small name
     * @param array<string, Record> $sites    by small name and town
     * @param array<string, int>    $people   by small name and address
     * @param array<string, Record> $profiles by small title, and title with level
     */
    public function __construct(private array $mapping, private array $units, private array $sites, private array $people, private array $profiles, private int $me, private \DateTimeImmutable $today, private RichText $text)
    {
    }

    /**
     * @param list<string> $cells
     *
     * @return array{Brief|null, Record|null, list<Refusal>} the brief, the profile it is written from, and what can not be read, by field with the value
     */
    public function read(array $cells): array
    {
        $cell = fn (string $field): string => isset($this->mapping[$field]) ? $cells[$this->mapping[$field]] ?? '' : '';
        $refusals = [];
        $wrong = static function (string $field, string $code) use (&$refusals, $cell): void {
            $refusals[] = new Refusal($field, $code, ['value' => mb_substr($cell($field), 0, 60)]);
        };
        $found = static function (string $field, array $among, bool $needed) use ($cell, $wrong): mixed {
            $typed = $cell($field);
            $hit = $among[mb_strtolower($typed)] ?? ('unit' === $field ? $among[Code::folded($typed)] ?? null : null);
            if (null === $hit && ('' !== $typed || $needed)) {
                $wrong($field, '' === $typed ? 'missing' : 'import_unknown');
            }

            return $hit;
        };
        $profile = $found('profile', $this->profiles, false);
        $unit = $found('unit', $this->units, true);
        $site = $found('site', $this->sites, true);
        $manager = $found('manager', $this->people, false);
        $recruiter = $found('recruiter', $this->people, false);
        $number = static function (string $field) use ($cell, $wrong): ?int {
            $n = Cell::number($cell($field));
            if (null === $n && '' !== $cell($field)) {
                $wrong($field, 'not_a_number');
            }

            return $n;
        };
        $day = static function (string $field) use ($cell, $wrong): ?\DateTimeImmutable {
            $d = Cell::day($cell($field));
            if (null === $d && '' !== $cell($field)) {
                $wrong($field, 'not_a_day');
            }

            return $d;
        };
        $currency = $site instanceof Record ? $site->str('currency') : 'EUR';
        $money = static function (string $field) use ($cell, $wrong, $currency): ?Money {
            $m = Money::parse($cell($field), $currency);
            if (null === $m && '' !== $cell($field)) {
                $wrong($field, 'not_an_amount');
            }

            return $m;
        };
        $employment = '' === $cell('employment') ? 'permanent' : Cell::employment($cell('employment'));
        if (null === $employment) {
            $wrong('employment', 'import_unknown');
        }
        $title = '' !== $cell('title') ? $cell('title') : ($profile instanceof Record ? $profile->str('title') : '');
        if ('' === $title) {
            $wrong('title', 'missing');
        }
        $values = [$number('positions'), $money('payFrom'), $money('payTo'), $day('openedOn'), $day('targetOn'), $number('yearsFrom'), $number('months')];
        if ([] !== $refusals || !$unit instanceof UnitChoice || !$site instanceof Record) {
            return [null, null, $refusals];
        }
        $p = $profile instanceof Record ? $profile : null;
        $band = $p?->json('bands')[$currency] ?? null;
        $banded = static fn (int $i): ?Money => \is_array($band) && \is_int($band[$i] ?? null) ? Money::major($band[$i], $currency) : null;
        $musts = Cell::list($cell('musts'));
        $wishes = Cell::list($cell('wishes'));
        $brief = new Brief(
            mb_substr($title, 0, 160), $unit->id, $site->int('id'), $values[0] ?? 1, $this->me, \is_int($manager) ? $manager : $this->me, \is_int($recruiter) ? $recruiter : $this->me, $currency, $values[1] ?? $banded(0), $values[2] ?? $banded(1), $values[3] ?? $this->today, $values[4] ?? ($values[3] ?? $this->today)->modify('+60 days'),
            $values[5] ?? $p?->intOrNull('years_from'), [] === $musts ? $p?->strings('musts') ?? [] : $musts, [] === $wishes ? $p?->strings('wishes') ?? [] : $wishes, null, '' === $cell('description') ? $p?->str('description') ?? '' : $this->text->clean($cell('description')), $employment ?? 'permanent',
            null === $p ? null : $p->str('title').' '.$p->str('level'), null, $site->str('country'), $p?->int('family_id'), null, $values[6], 'no', $p?->intOrNull('years_to'), $p?->strOrNull('education'), null, $p?->strings('benefits') ?? [], new PayTerms(),
        );

        return [$brief, $p, array_map(static fn (Refusal $r): Refusal => new Refusal($r->field, $r->code, [...$r->data, 'value' => mb_substr($cell($r->field), 0, 60)]), $brief->draftBlockers())];
    }
}
