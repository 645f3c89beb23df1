<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Staff;
use Jorvent\Platform\Web\Gate;
use Jorvent\Tests\Support\DatabaseTest;
use Jorvent\Tests\Support\WalksRoutes;
use PHPUnit\Framework\Attributes\CoversClass;

/** An admin of a part of the organisation keeps to that part. */
#[CoversClass(Staff::class)]
#[CoversClass(Access::class)]
final class StaffReachTest extends DatabaseTest
{
    use WalksRoutes;

    public function testRolesAreGivenAndTakenWithinReachOnly(): void
    {
        [$head, $inside, $outside] = [$this->departmentAdmin(), $this->unit('1.21.4.'), $this->unit('1.20.2.')];
        $staff = $this->get(Staff::class);
        $ines = $this->account('Ines Teixeira')->id;
        $staff->grant($ines, 'interviewer', $inside, $head);
        self::assertSame(['unit unit_outside_reach'], $this->refused(static fn () => $staff->grant($ines, 'interviewer', $outside, $head)));
        self::assertSame(['unit unit_outside_reach'], $this->refused(static fn () => $staff->grant($head->id, 'admin', 1, $head)), 'not even to oneself');
        $elsewhere = $this->int("SELECT g.id FROM account_grant g JOIN org_unit u ON u.id = g.unit_id WHERE u.path = '1.' AND g.role = 'recruiter' LIMIT 1");
        self::assertSame(['unit_outside_reach'], $this->refused(static fn () => $staff->revoke($elsewhere, $head)));
        $invite = static fn (int $unit) => $staff->invite('New One', 'new.one@post.example', 'Fitter', 'Europe/Warsaw', 'interviewer', $unit, $head);
        self::assertSame(['unit unit_outside_reach'], $this->refused(static fn () => $invite($outside)));
        self::assertGreaterThan(0, $invite($inside));
        self::assertSame(['person_outside_reach'], $this->refused(fn () => $staff->letGo($this->account('Runa Eikeland')->id, null, $head)));
    }

    public function testThePageShowsAndOffersWhatLiesWithin(): void
    {
        $head = $this->departmentAdmin();
        $this->client->loginUser($head, 'staff');
        $crawler = $this->client->request('GET', '/staff');
        self::assertResponseIsSuccessful();
        $names = $crawler->filter('[data-row] [data-open]')->each(static fn ($a): string => $a->text());
        self::assertContains('Piotr Zaremba', $names);
        self::assertNotContains('Hanne Solvik', $names);
        $units = $crawler->filter('select[name=unit] option')->each(static fn ($o): string => $o->text());
        self::assertContains('Shipyard', $units);
        self::assertNotContains('Fleet Engineering', $units);
    }

    public function testWhatHoldsForAllIsForAdminsOfTheWhole(): void
    {
        $head = $this->departmentAdmin();
        $access = $this->get(Access::class);
        self::assertFalse($access->allows($head, Permission::Administer));
        self::assertTrue($access->allows($head, Permission::ManageStaff));
        self::assertTrue($access->allows($this->account('Runa Eikeland'), Permission::Administer));
        $walked = 0;
        foreach ($this->routes() as $name => $route) {
            if (\in_array('GET', $route->getMethods(), true) && $this->isGatedFor($route->getDefault('_controller'), Permission::Administer)) {
                $this->client->restart();
                $this->fromAnotherAddress();
                $this->client->loginUser($head, 'staff');
                $this->client->request('GET', $this->address($route));
                self::assertSame(403, $this->client->getResponse()->getStatusCode(), $name);
                ++$walked;
            }
        }
        self::assertGreaterThan(20, $walked);
    }

    public function testWhenACompanyIsAddedSomeoneStillAdministersAll(): void
    {
        $this->db()->execute("DELETE FROM account_grant WHERE role = 'admin' AND unit_id = 50");
        $access = $this->get(Access::class);
        $access->reset();
        self::assertTrue($access->allows($this->account('Runa Eikeland'), Permission::Administer));
    }

    private function isGatedFor(mixed $controller, Permission $permission): bool
    {
        [$class, $method] = explode('::', (\is_string($controller) ? $controller : '').'::__invoke');
        \assert(class_exists($class));
        $reflection = new \ReflectionClass($class);
        $gates = [...$reflection->getMethod($method)->getAttributes(Gate::class), ...$reflection->getAttributes(Gate::class)];

        return [] !== $gates && $permission === $gates[0]->newInstance()->permission;
    }

    private function departmentAdmin(): Account
    {
        $account = new Account('Part Admin', 'part.admin@post.example', 'Admin', 'Europe/Warsaw', null, $this->unit('1.21.4.'), $this->clock()->now());
        $account->setPasswordHash('x');
        $this->entities()->persist($account);
        $this->entities()->flush();
        $this->db()->insert('account_grant', ['account_id' => $account->id, 'role' => 'admin', 'unit_id' => $this->unit('1.21.4.')]);

        return $account;
    }

    private function unit(string $path): int
    {
        return $this->int('SELECT id FROM org_unit WHERE path = :p', ['p' => $path]);
    }
}
