<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Identity\Traits;
use Jorvent\Core\Import\Cell;
use Jorvent\Core\Import\Fields;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Platform\Database\Db;
use Jorvent\Shell\Import\ImportKind;
use Jorvent\Shell\Import\ImportLine;

/** Rows that become people. Who is known already, or looks like it, is left out and named, never made twice. */
final readonly class PersonImport implements ImportKind
{
    public function __construct(private TakeDown $down, private SamePerson $same, private PersonRecord $record, private PeopleLists $lists, private Db $db)
    {
    }

    public function key(): string
    {
        return 'people';
    }

    public function permission(): Permission
    {
        return Permission::Search;
    }

    public function fields(): array
    {
        return Fields::PERSON;
    }

    public function needed(): array
    {
        return ['name' => ['name', 'last']];
    }

    public function shown(): array
    {
        return ['name', 'address', 'what', 'more'];
    }

    public function reader(array $mapping, int $account): callable
    {
        /** @var array<string, int> $seen row's address by first sight, so that a table does not bring someone twice */
        $seen = [];

        return function (array $cells) use ($mapping, &$seen): ImportLine {
            /** @var list<string> $cells */
            $cell = static fn (string $field): string => mb_substr(trim(isset($mapping[$field]) ? $cells[$mapping[$field]] ?? '' : ''), 0, 2000);
            $refusals = [];
            $wrong = static function (string $field, string $code, string $name = '', int $percent = 0) use (&$refusals, $cell): void {
                $refusals[] = new Refusal($field, $code, [...('' === $name ? [] : ['name' => $name, 'percent' => $percent]), 'value' => mb_substr($cell($field), 0, 60)]);
            };
            $told = ['name' => '' === $cell('name') ? trim($cell('first').' '.$cell('last')) : $cell('name'), 'skills' => implode(', ', Cell::list($cell('skills')))];
            foreach (['email', 'phone', 'city', 'headline', 'employer', 'since', 'notice', 'start', 'note'] as $field) {
                $told[$field] = $cell($field);
            }
            $currency = mb_strtoupper($cell('currency')) ?: 'NOK';
            $money = ['earns' => null, 'wants' => null];
            foreach (array_keys($money) as $field) {
                $money[$field] = '' === $cell($field) ? null : Money::parse($cell($field), $currency);
                if (null === $money[$field] && '' !== $cell($field)) {
                    $wrong($field, 'not_an_amount');
                }
            }
            foreach ($this->down->blockers($told, $money['earns'], $money['wants']) as $refusal) {
                $wrong($refusal->field, $refusal->code);
            }
            $email = mb_strtolower($told['email']);
            if ([] === $refusals && '' !== $email) {
                isset($seen[$email]) ? $wrong('email', 'twice_in_table') : $seen[$email] = 1;
                if ($this->down->refusedBefore($email)) {
                    $wrong('email', 'forgotten_before');
                }
            }
            if ([] === $refusals) {
                $like = $this->same->like(Traits::of($told['name'], $email, '' === $told['phone'] ? [] : [$told['phone']], '' === $told['employer'] ? [] : [['name' => $told['employer'], 'from' => null, 'to' => null]], [], $told['city']))[0] ?? null;
                if (null !== $like) {
                    $wrong('name', 'looks_known', $like['name'], (int) round(100 * $like['probability']));
                }
            }

            return new ImportLine([$told, $money['earns'], $money['wants'], Cell::list($cell('tags'))], [$told['name'], trim($told['email'].' '.$told['phone']), trim($told['headline'].('' === $told['employer'] ? '' : ', '.$told['employer']), ', '), trim($told['city'].('' === $cell('tags') ? '' : ' · '.$cell('tags')), ' ·')], $refusals);
        };
    }

    public function write(array $values, int $import, int $account): void
    {
        // they are found again together, under the table's name
        $file = $this->db->row('SELECT file_name, created_at FROM import WHERE id = :id', ['id' => $import]) ?? throw new \LogicException('No such import.');
        $name = mb_substr($file->str('file_name'), 0, 50).' '.$file->instant('created_at')->format('Y-m-d H:i').' #'.$import;
        $list = $this->db->row('SELECT id FROM people_list WHERE name = :n AND account_id = :a', ['n' => $name, 'a' => $account])?->int('id') ?? $this->lists->open($name, true, $account);
        foreach ($values as $value) {
            if (!\is_array($value) || !\is_array($value[0] ?? null)) {
                continue;
            }
            $told = [];
            foreach ($value[0] as $field => $said) {
                $told[(string) $field] = \is_string($said) ? $said : '';
            }
            // what came while the table was read is not made twice
            if ([] !== $this->down->blockers($told, null, null)) {
                continue;
            }
            $money = static fn (mixed $m): ?Money => $m instanceof Money ? $m : null;
            $id = ($this->down)($told, $money($value[1] ?? null), $money($value[2] ?? null), 'table');
            $this->lists->put($list, $id, '', $account);
            $tags = array_values(array_filter(\is_array($value[3] ?? null) ? $value[3] : [], is_string(...)));
            if ([] !== $tags) {
                $this->record->tag($id, \array_slice($tags, 0, PersonRecord::MOST_TAGS), $account);
            }
        }
    }

    public function after(): array
    {
        return ['people_lists', []];
    }

    public function before(): array
    {
        return ['intake', []];
    }
}
