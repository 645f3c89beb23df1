<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Import\Cell;
use Jorvent\Core\Import\Fields;
use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Shell\Import\ImportKind;
use Jorvent\Shell\Import\ImportLine;

/** Rows of the personnel records: who works here, and who did. The same number again is brought up to date. */
final readonly class ColleagueImport implements ImportKind
{
    public function __construct(private Colleagues $colleagues)
    {
    }

    public function key(): string
    {
        return 'colleagues';
    }

    public function permission(): Permission
    {
        return Permission::Administer;
    }

    public function fields(): array
    {
        return Fields::COLLEAGUE;
    }

    public function needed(): array
    {
        return ['number' => ['number'], 'name' => ['name']];
    }

    public function shown(): array
    {
        return ['name', 'address', 'more', 'time'];
    }

    public function reader(array $mapping, int $account): callable
    {
        return static function (array $cells) use ($mapping): ImportLine {
            /** @var list<string> $cells */
            $cell = static fn (string $field): string => mb_substr(trim(isset($mapping[$field]) ? $cells[$mapping[$field]] ?? '' : ''), 0, 200);
            $refusals = [];
            $wrong = static function (string $field, string $code) use (&$refusals, $cell): void {
                $refusals[] = new Refusal($field, $code, ['value' => mb_substr($cell($field), 0, 60)]);
            };
            foreach (['number', 'name'] as $field) {
                if ('' === $cell($field)) {
                    $wrong($field, 'missing');
                }
            }
            if ('' !== $cell('email') && !EmailAddress::isValid($cell('email'))) {
                $wrong('email', 'email_wrong');
            }
            $days = [];
            foreach (['from', 'until'] as $field) {
                $days[$field] = Cell::day($cell($field));
                if (null === $days[$field] && '' !== $cell($field)) {
                    $wrong($field, 'not_a_day');
                }
            }
            if (null !== $days['from'] && null !== $days['until'] && $days['until'] < $days['from']) {
                $wrong('until', 'ends_before_it_begins');
            }
            $told = [];
            foreach (['number', 'name', 'email', 'phone', 'unit'] as $field) {
                $told[$field] = $cell($field);
            }

            return new ImportLine([$told, $days['from'], $days['until']], [$told['name'], trim($told['email'].' '.$told['phone']), trim($told['number'].' '.$told['unit']), trim(($days['from']?->format('Y-m-d') ?? '').' – '.($days['until']?->format('Y-m-d') ?? ''))], $refusals);
        };
    }

    public function write(array $values, int $import, int $account): void
    {
        $day = static fn (mixed $d): ?\DateTimeImmutable => $d instanceof \DateTimeImmutable ? $d : null;
        foreach ($values as $value) {
            if (\is_array($value) && \is_array($value[0] ?? null)) {
                $said = static fn (string $field): string => \is_string($value[0][$field] ?? null) ? $value[0][$field] : '';
                $this->colleagues->write(['number' => $said('number'), 'name' => $said('name'), 'email' => $said('email'), 'phone' => $said('phone'), 'unit' => $said('unit')], $day($value[1] ?? null), $day($value[2] ?? null));
            }
        }
    }

    public function after(): array
    {
        return ['colleagues', []];
    }

    public function before(): array
    {
        return ['colleagues', []];
    }
}
