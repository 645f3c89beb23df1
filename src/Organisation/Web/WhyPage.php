<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Organisation\Cause;
use Jorvent\Core\Organisation\Code;
use Jorvent\Core\Organisation\Diagnosis;
use Jorvent\Organisation\ReachList;
use Jorvent\Organisation\Structures;
use Jorvent\Organisation\WhyNot;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Input;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** "Not finding it?": one types what one looks for and is told why it is not offered; an admin repairs it here, anyone else asks with the diagnosis. */
#[Gate(Permission::OpenRequisition)]
#[Route('/why')]
final class WhyPage extends SignedInPage
{
    public function __construct(private readonly Db $db, private readonly WhyNot $why, private readonly Structures $structures, private readonly ReachList $reach, private readonly Access $access)
    {
    }

    #[Route('', name: 'why', methods: ['GET'])]
    public function show(Request $request): Response
    {
        $question = $this->isAdmin() ? $this->why->question(self::whole($request, 'question')) : null;
        $typed = null === $question ? mb_substr(trim($request->query->getString('typed')), 0, 100) : $question->str('typed');
        $for = $this->person(null === $question ? self::whole($request, 'for') : $question->int('asked_by'));
        $company = (null === $question ? self::whole($request, 'company') : $question->intOrNull('company_id') ?? 0) ?: null;
        $diagnosis = '' === $typed ? null : $this->why->diagnose($typed, $for, $company);
        $at = min(max(0, self::whole($request, 'at')), max(0, \count($diagnosis->found ?? []) - 1));
        $listed = $this->reach->listed($for, Permission::OpenRequisition);

        return $this->render('organisation/why.html.twig', [
            'typed' => $typed, 'for' => $this->db->row('SELECT id, name FROM account WHERE id = :id', ['id' => $for]), 'company' => $company, 'diagnosis' => $diagnosis, 'found' => $diagnosis->found[$at] ?? null, 'at' => $at, 'question' => $question, 'admin' => $this->isAdmin(),
            'stamp' => $this->reach->stamp($for), 'structure' => $this->structures->inForce(), 'listed' => array_flip($listed), 'checks' => $this->checks($diagnosis, $at), 'companies' => $this->db->rows("SELECT id, name FROM org_unit WHERE kind = 'company' AND in_force ORDER BY id"),
            'roots' => $this->db->rows("SELECT g.role, u.name, u.code FROM account_grant g JOIN org_unit u ON u.id = g.unit_id WHERE g.account_id = :a AND g.role IN ('recruiter', 'manager', 'admin') ORDER BY u.path", ['a' => $for]),
            'admins' => $this->db->rows("SELECT DISTINCT a.name FROM account a JOIN account_grant g ON g.account_id = a.id WHERE g.role = 'admin' AND a.active ORDER BY a.name LIMIT 3"), 'strays' => isset($diagnosis->found[$at]) ? Code::strays($diagnosis->found[$at]['unit']->code) : [],
        ]);
    }

    #[Route('/ask', name: 'why_ask', methods: ['POST'])]
    public function ask(Request $request): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $this->why->ask($this->me(), $input->line('typed'), $input->int('company'), $input->text('note')), 'unit_asked', 'why', ['typed' => $input->line('typed'), 'company' => $input->int('company')]);
    }

    #[Gate(Permission::Administer)]
    #[Route('/repair', name: 'why_repair', methods: ['POST'])]
    public function repair(Request $request): Response
    {
        $input = Input::of($request);
        $for = $this->person($input->int('for') ?? 0);
        $cause = Cause::tryFrom($input->line('cause')) ?? throw $this->createNotFoundException();
        $back = ['typed' => Code::isClean($input->line('typed')) ? $input->line('typed') : Code::clean($input->line('typed')), 'company' => $input->int('company'), 'for' => $for, 'question' => $input->int('question')];

        return $this->act(fn () => $this->why->repair($cause, $input->int('unit') ?? 0, $for), 'unit_repaired', 'why', $back);
    }

    #[Gate(Permission::Administer)]
    #[Route('/answer', name: 'why_answer', methods: ['POST'])]
    public function answer(Request $request): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $this->why->answer($input->int('question') ?? 0, $this->me()->id, $input->text('answer')), 'unit_answered', 'today');
    }

    private function isAdmin(): bool
    {
        return $this->access->allows($this->me(), Permission::Administer);
    }

    /** Only an admin looks with another's eyes. */
    private function person(int $for): int
    {
        return $for > 0 && $this->isAdmin() && 0 !== $this->db->int('SELECT count(*) FROM account WHERE id = :id', ['id' => $for]) ? $for : $this->me()->id;
    }

    /** @return list<array{cause: Cause, holds: bool}> every cause that can hide a unit, those that do first */
    private function checks(?Diagnosis $diagnosis, int $at): array
    {
        $held = $diagnosis->found[$at]['causes'] ?? [];

        $checks = array_map(static fn (Cause $c): array => ['cause' => $c, 'holds' => \in_array($c, $held, true)], Cause::cases());
        usort($checks, static fn (array $a, array $b): int => $b['holds'] <=> $a['holds']);

        return $checks;
    }
}
