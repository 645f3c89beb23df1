<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Catalogue\Read\ProfileHead;
use Jorvent\Core\Organisation\Code;
use Jorvent\Organisation\Read\SiteRow;
use Jorvent\Organisation\Read\UnitChoice;

/** What the cells of a table of requisitions can name, looked up once for all rows; small and capital letters count the same. */
final class ImportNames
{
    /** @var array<string, UnitChoice> */
    private array $units = [];
    /** @var array<string, SiteRow> */
    private array $sites = [];
    /** @var array<string, int> */
    private array $people = [];
    /** @var array<string, ProfileHead> */
    private array $profiles = [];

    public function addUnit(UnitChoice $unit): void
    {
        $this->units += [mb_strtolower($unit->name) => $unit];
        $this->units[Code::folded($unit->code)] = $unit;
    }

    public function addSite(SiteRow $site): void
    {
        $this->sites += [mb_strtolower($site->facts->name) => $site, mb_strtolower($site->facts->place->city) => $site];
    }

    public function addPerson(int $id, string $name, string $email): void
    {
        $this->people += [mb_strtolower($name) => $id, mb_strtolower($email) => $id];
    }

    public function addProfile(ProfileHead $profile): void
    {
        $title = mb_strtolower($profile->content->title);
        $this->profiles += [$title => $profile, $title.' '.mb_strtolower($profile->content->level) => $profile];
    }

    /** By name or code. */
    public function unit(string $named): ?UnitChoice
    {
        return $this->units[mb_strtolower($named)] ?? $this->units[Code::folded($named)] ?? null;
    }

    /** By name or town. */
    public function site(string $named): ?SiteRow
    {
        return $this->sites[mb_strtolower($named)] ?? null;
    }

    /** By name or address. */
    public function person(string $named): ?int
    {
        return $this->people[mb_strtolower($named)] ?? null;
    }

    /** By title, or title with level. */
    public function profile(string $named): ?ProfileHead
    {
        return $this->profiles[mb_strtolower($named)] ?? null;
    }
}
