<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Import\Fields;
use Jorvent\Core\Organisation\Code;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Drawing\Figures;
use Jorvent\Organisation\Read\ReachQuery;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Text\RichText;
use Jorvent\Shell\Import\ImportKind;
use Jorvent\Shell\Import\ImportLine;
use Psr\Clock\ClockInterface;

/** Rows that become requisitions, as drafts. */
final readonly class RequisitionImport implements ImportKind
{
    public function __construct(private Db $db, private ClockInterface $clock, private ReachQuery $reach, private RichText $text, private OpenRequisitionHandler $open)
    {
    }

    public function key(): string
    {
        return 'requisitions';
    }

    public function permission(): Permission
    {
        return Permission::OpenRequisition;
    }

    public function fields(): array
    {
        return Fields::REQUISITION;
    }

    public function needed(): array
    {
        return ['title' => ['title', 'profile'], 'unit' => ['unit'], 'site' => ['site']];
    }

    public function shown(): array
    {
        return ['title', 'positions', 'pay', 'dates'];
    }

    public function reader(array $mapping, int $account): callable
    {
        $units = $sites = $people = $profiles = [];
        foreach ($this->reach->choices($account, Permission::OpenRequisition) as $u) {
            if ($u->kind->hires()) {
                $units += [mb_strtolower($u->name) => $u];
                $units[Code::folded($u->code)] = $u;
            }
        }
        foreach ($this->db->rows('SELECT id, name, city, country, currency FROM site_place') as $s) {
            $sites += [mb_strtolower($s->str('name')) => $s, mb_strtolower($s->str('city')) => $s];
        }
        foreach ($this->db->rows("SELECT a.id, a.name, a.email FROM account a WHERE a.active AND EXISTS (SELECT 1 FROM account_grant g WHERE g.account_id = a.id AND g.role IN ('recruiter', 'manager'))") as $p) {
            $people += [mb_strtolower($p->str('name')) => $p->int('id'), mb_strtolower($p->str('email')) => $p->int('id')];
        }
        foreach ($this->db->rows('SELECT * FROM profile_now WHERE retired_at IS NULL ORDER BY id') as $p) {
            $profiles += [mb_strtolower($p->str('title')) => $p, mb_strtolower($p->str('title').' '.$p->str('level')) => $p];
        }
        $row = new ImportRow($mapping, $units, $sites, $people, $profiles, $account, $this->clock->now()->setTime(0, 0), $this->text);

        return static function (array $cells) use ($row): ImportLine {
            /** @var list<string> $cells */
            /** @var list<Refusal> $refusals */
            [$brief, $profile, $refusals] = $row->read($cells);
            $pay = null === $brief ? '' : $brief->currency.' '.(null === $brief->payFrom ? '' : Figures::thousands($brief->payFrom->units())).'–'.(null === $brief->payTo ? '' : Figures::thousands($brief->payTo->units()));

            return new ImportLine(null === $brief ? null : [$brief, $profile], null === $brief ? [] : [$brief->title, (string) $brief->positions, $pay, ($brief->openedOn?->format('Y-m-d') ?? '').' – '.($brief->targetOn?->format('Y-m-d') ?? '')], $refusals);
        };
    }

    public function write(array $values, int $import, int $account): void
    {
        $drafts = [];
        foreach ($values as $value) {
            if (\is_array($value) && ($value[0] ?? null) instanceof Brief) {
                $drafts[] = [$value[0], ($value[1] ?? null) instanceof Record ? $value[1] : null];
            }
        }
        foreach (array_chunk($drafts, 100) as $some) {
            $this->open->writeMany($some, ['import' => $import], $account);
        }
    }

    public function after(): array
    {
        return ['requisitions', ['state' => 'preparing']];
    }

    public function before(): array
    {
        return ['requisition_new', ['from' => 'table']];
    }
}
