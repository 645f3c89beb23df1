<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Catalogue\Read\ProfileHead;
use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Core\Import\Fields;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Drawing\Figures;
use Jorvent\Organisation\Read\ReachQuery;
use Jorvent\Organisation\Read\SiteQuery;
use Jorvent\Platform\Text\RichText;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Brief\Pay;
use Jorvent\Shell\Import\ImportKind;
use Jorvent\Shell\Import\ImportLine;
use Psr\Clock\ClockInterface;

/** Rows that become requisitions, as drafts. */
final readonly class RequisitionImport implements ImportKind
{
    private const AT_ONCE = 100;

    public function __construct(
        private OpenRequisitions $open,
        private ReachQuery $reach,
        private SiteQuery $sites,
        private StaffQuery $staff,
        private ProfileQuery $profiles,
        private RichText $text,
        private ClockInterface $clock,
    ) {
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
        $names = $this->names($account);
        $today = $this->clock->now()->setTime(0, 0);

        return function (array $cells) use ($mapping, $names, $account, $today): ImportLine {
            /** @var list<string> $cells */
            $read = (new ImportRow($mapping, $cells, $names, $this->text, $account, $today))->read();
            $brief = $read[0] ?? null;
            if ($brief instanceof Brief) {
                return new ImportLine($read, self::line($brief), []);
            }

            return new ImportLine(null, [], array_values(array_filter($read, static fn (mixed $r): bool => $r instanceof Refusal)));
        };
    }

    public function write(array $values, int $import, int $account): void
    {
        $drafts = [];
        foreach ($values as $value) {
            if (\is_array($value) && ($value[0] ?? null) instanceof Brief) {
                $drafts[] = [$value[0], ($value[1] ?? null) instanceof ProfileHead ? $value[1] : null];
            }
        }
        foreach (array_chunk($drafts, self::AT_ONCE) as $some) {
            $this->open->many($some, ['import' => $import], $account);
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

    private function names(int $account): ImportNames
    {
        $names = new ImportNames();
        foreach ($this->reach->choices($account, Permission::OpenRequisition) as $unit) {
            if ($unit->kind->hires()) {
                $names->addUnit($unit);
            }
        }
        array_map($names->addSite(...), $this->sites->all());
        foreach ($this->staff->withRole(Role::Recruiter, Role::Manager) as $person) {
            $names->addPerson($person->id, $person->name, $person->email);
        }
        array_map($names->addProfile(...), $this->profiles->inUse());

        return $names;
    }

    /** @return list<string> as shown() names them */
    private static function line(Brief $brief): array
    {
        $dates = [$brief->time->openedOn?->format('Y-m-d'), $brief->time->targetOn?->format('Y-m-d')];

        return [$brief->job->title, (string) $brief->job->positions, self::pay($brief->pay), implode(' – ', $dates)];
    }

    private static function pay(Pay $pay): string
    {
        $amounts = array_map(
            static fn ($money): string => null === $money ? '' : Figures::thousands($money->units()),
            [$pay->from(), $pay->to()],
        );

        return $pay->currency.' '.implode('–', $amounts);
    }
}
