<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\SignIn\SecondFactor;
use Jorvent\Accounts\Staff;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Who may sign in, as what and for which part of the organisation. */
#[Gate(Permission::ManageStaff)]
#[Route('/staff')]
final class StaffPage extends Page
{
    private const ROWS = 40;

    public function __construct(private readonly Db $db, private readonly Staff $staff, private readonly SecondFactor $factor)
    {
    }

    #[Route('', name: 'staff', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page($request, Errors::none(), null);
    }

    #[Route('', name: 'staff_invite', methods: ['POST'])]
    public function invite(Request $request): Response
    {
        $input = Input::of($request);
        try {
            $id = $this->staff->invite($input->line('name'), $input->line('email'), $input->line('title'), $input->line('zone'), $input->line('role'), $input->int('unit') ?? 0, $this->me());
            $this->say('invited', ['%name%' => $input->line('name')]);
        } catch (Refused $refused) {
            return $this->page($request, Errors::of($refused->refusals), $input);
        }

        return $this->redirectToRoute('staff', ['open' => $id], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{account}/grant', name: 'staff_grant', requirements: ['account' => '\d{1,9}'], methods: ['POST'])]
    public function grant(int $account, Request $request): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $this->staff->grant($account, $input->line('role'), $input->int('unit') ?? 0, $this->me()), 'granted', 'staff', ['open' => $account]);
    }

    #[Route('/{account}/revoke/{grant}', name: 'staff_revoke', requirements: ['account' => '\d{1,9}', 'grant' => '\d{1,9}'], methods: ['POST'])]
    public function revoke(int $account, int $grant): Response
    {
        return $this->act(fn () => $this->staff->revoke($grant, $this->me()), 'revoked', 'staff', ['open' => $account]);
    }

    #[Route('/{account}/leave', name: 'staff_leave', requirements: ['account' => '\d{1,9}'], methods: ['POST'])]
    public function leave(int $account, Request $request): Response
    {
        return $this->act(fn () => $this->staff->letGo($account, Input::of($request)->int('to'), $this->me()), 'let_go', 'staff', ['open' => $account]);
    }

    #[Route('/{account}/factor', name: 'staff_factor', requirements: ['account' => '\d{1,9}'], methods: ['POST'])]
    public function resetFactor(int $account): Response
    {
        if (!$this->staff->manages($this->me(), $account)) {
            throw $this->createNotFoundException();
        }
        try {
            $this->say($this->factor->askReset($account, $this->me()) ? 'factor_reset' : 'factor_reset_asked');
        } catch (Refused $refused) {
            return $this->act(static fn () => throw $refused, null, 'staff', ['open' => $account]);
        }

        return $this->redirectToRoute('staff', ['open' => $account], Response::HTTP_SEE_OTHER);
    }

    private function page(Request $request, Errors $errors, ?Input $input): Response
    {
        $words = mb_substr(trim($request->query->getString('q')), 0, 100);
        $after = $request->query->getString('after');
        [$managed, $parameters] = $this->staff->managed($this->me());
        $rows = $this->db->rows(
            "SELECT a.id, a.name, a.email, a.title, a.active, a.zone, (SELECT string_agg(DISTINCT g.role, ', ') FROM account_grant g WHERE g.account_id = a.id) AS roles
             FROM account a WHERE (:like = '' OR a.name ILIKE :like OR a.email ILIKE :like) AND (:after = '' OR (a.name, a.id) > (:after, :id)) AND $managed
             ORDER BY a.name, a.id LIMIT ".(self::ROWS + 1),
            ['like' => '' === $words ? '' : '%'.addcslashes($words, '%_\\').'%', 'after' => $after, 'id' => self::whole($request, 'id')] + $parameters,
        );
        $open = self::whole($request, 'open') ?: ($rows[0] ?? null)?->int('id');
        if (null !== $open && 0 === $this->db->int("SELECT count(*) FROM account a WHERE a.id = :open AND $managed", ['open' => $open] + $parameters)) {
            $open = null;
        }

        return $this->render('accounts/staff.html.twig', [
            'rows' => \array_slice($rows, 0, self::ROWS), 'more' => \count($rows) > self::ROWS, 'words' => $words, 'errors' => $errors, 'input' => $input, 'roles' => array_map(static fn (Role $r): string => $r->value, Role::cases()), 'zones' => \DateTimeZone::listIdentifiers(),
            'units' => array_values(array_filter($this->units(), fn ($u): bool => $this->staff->covered($this->me(), $u->str('path')))),
            'open' => null === $open ? null : $this->db->row('SELECT id, name, email, title, active, zone, created_at FROM account WHERE id = :id', ['id' => $open]),
            'grants' => null === $open ? [] : $this->db->rows('SELECT g.id, g.role, u.name AS unit FROM account_grant g JOIN org_unit u ON u.id = g.unit_id WHERE g.account_id = :id ORDER BY g.role', ['id' => $open]), 'holds' => null === $open ? null : $this->staff->holds($open),
            'hasFactor' => null !== $open && $this->factor->isSetUp($open), 'resetAskedBy' => null === $open ? null : $this->factor->resetAskedBy($open),
            'successors' => $this->db->rows('SELECT DISTINCT a.id, a.name FROM account a JOIN account_grant g ON g.account_id = a.id WHERE a.active ORDER BY a.name LIMIT 200'),
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    /** @return list<\Jorvent\Platform\Database\Record> */
    private function units(): array
    {
        return $this->db->rows("SELECT id, name, code, path FROM org_unit WHERE in_force AND kind IN ('company', 'division', 'department', 'team') ORDER BY path");
    }
}
