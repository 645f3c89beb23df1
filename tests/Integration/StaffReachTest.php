<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Entity\SecondFactor;
use Jorvent\Accounts\Invitation;
use Jorvent\Accounts\LetGo;
use Jorvent\Accounts\Staff;
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
        $staff->grant($ines, Role::Interviewer, $inside, $head);
        self::assertSame(['unit unit_outside_reach'], $this->refused(static fn () => $staff->grant($ines, Role::Interviewer, $outside, $head)));
        self::assertSame(['unit unit_outside_reach'], $this->refused(static fn () => $staff->grant($head->id, Role::Admin, 1, $head)), 'not even to oneself');
        $elsewhere = $this->int("SELECT g.id FROM account_grant g JOIN org_unit u ON u.id = g.unit_id WHERE u.path = '1.' AND g.role = 'recruiter' LIMIT 1");
        self::assertSame(['unit_outside_reach'], $this->refused(static fn () => $staff->revoke($elsewhere, $head)));
        $invite = static fn (int $unit) => $staff->invite(
            new Invitation('New One', 'new.one@post.example', 'Fitter', 'Europe/Warsaw', Role::Interviewer, $unit), $head,
        );
        self::assertSame(['unit unit_outside_reach'], $this->refused(static fn () => $invite($outside)));
        self::assertGreaterThan(0, $invite($inside));
        self::assertSame(['person_outside_reach'], $this->refused(fn () => ($this->get(LetGo::class))($this->account('Runa Eikeland')->id, null, $head)));
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

    public function testWhatIsWrongIsSaidAtItsFieldAndWhatWasTypedIsStillThere(): void
    {
        $this->as('Runa Eikeland');
        $crawler = $this->client->request('GET', '/staff');
        $ids = $crawler->filter('#main [id]')->each(static fn ($e): string => (string) $e->attr('id'));
        self::assertSame($ids, array_values(array_unique($ids)), 'several forms, and no id twice');
        $form = $crawler->selectButton('Send invitation')->form(['name' => 'New Person', 'email' => 'nobody', 'title' => 'Fitter']);
        $crawler = $this->client->submit($form);
        self::assertResponseStatusCodeSame(422);
        self::assertSame('New Person', $crawler->filter('[name=name]')->attr('value'));
        $email = $crawler->filter('[name=email]');
        self::assertSame(['nobody', 'true'], [$email->attr('value'), $email->attr('aria-invalid')]);
        self::assertSelectorTextContains('#'.$email->attr('aria-describedby'), 'e-mail address');
        self::assertCount(1, $crawler->filter('.field-error'));

        // what no choice offers is refused, not taken for another
        $values = $form->getPhpValues();
        $values['email'] = 'new.person@post.example';
        $crawler = $this->client->request('POST', '/staff', ['role' => 'captain'] + $values);
        self::assertResponseStatusCodeSame(422);
        self::assertSame('true', $crawler->filter('form[action$="/staff"] [name=role]')->attr('aria-invalid'));
        self::assertSame(0, $this->int("SELECT count(*) FROM account WHERE email = 'new.person@post.example'"));
        $this->client->request('POST', '/staff', $values);
        self::assertResponseRedirects();
        self::assertSame('Fitter', $this->db()->row("SELECT title FROM account WHERE email = 'new.person@post.example'")?->str('title'));
    }

    public function testAResetThatWasAskedForADayAgoIsForgotten(): void
    {
        [$runa, $ines] = [$this->account('Runa Eikeland'), $this->account('Ines Teixeira')];
        $now = new \DateTimeImmutable('2026-12-01 12:00');
        $factor = new SecondFactor($ines, 'sealed');
        self::assertSame(['factor_unknown'], $this->refused(static fn () => $factor->askReset($runa, $now)));
        $factor->confirm(7, ['one', 'two'], $now);
        self::assertSame([false, false, true], [$factor->takeCode(7), $factor->takeCode(6), $factor->takeCode(8)]);
        self::assertSame([true, false, 1], [$factor->takeRecoveryCode('one'), $factor->takeRecoveryCode('one'), $factor->recoveryCodesLeft()]);
        self::assertFalse($factor->askReset($runa, $now));
        self::assertSame(['another_admin'], $this->refused(static fn () => $factor->askReset($runa, $now->modify('+1 day'))));
        self::assertNull($factor->resetAskedBy($now->modify('+1 day +1 second')));
        $solveig = $this->account('Solveig Aune');
        self::assertFalse($factor->askReset($solveig, $now->modify('+1 day +1 second')), 'the first who asks anew');
        self::assertTrue($factor->askReset($runa, $now->modify('+2 days')));
        self::assertSame(['not_yourself'], $this->refused(static fn () => $factor->askReset($ines, $now)));
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
