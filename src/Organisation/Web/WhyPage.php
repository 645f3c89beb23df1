<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Organisation\Cause;
use Jorvent\Core\Organisation\Code;
use Jorvent\Core\Organisation\Diagnosis;
use Jorvent\Organisation\Form\AnswerInput;
use Jorvent\Organisation\Form\AnswerType;
use Jorvent\Organisation\Form\AskInput;
use Jorvent\Organisation\Form\AskType;
use Jorvent\Organisation\Read\ReachQuery;
use Jorvent\Organisation\Read\StructureQuery;
use Jorvent\Organisation\Read\WhyQuery;
use Jorvent\Organisation\RepairReach;
use Jorvent\Organisation\WhyNot;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryString;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/**
 * "Not finding it?": one types what one looks for and is told why it is not offered; an admin repairs it here, anyone
 * else asks with what was found.
 */
#[Gate(Permission::OpenRequisition)]
#[Route('/why')]
final class WhyPage extends SignedInPage
{
    private const ADMINS_NAMED = 3;

    public function __construct(
        private readonly WhyNot $why,
        private readonly WhyQuery $query,
        private readonly StructureQuery $structures,
        private readonly ReachQuery $reach,
        private readonly StaffQuery $staff,
        private readonly Access $access,
    ) {
    }

    #[Route('', name: 'why', methods: ['GET'])]
    public function show(#[MapQueryString] Looked $asked = new Looked()): Response
    {
        $admin = $this->isAdmin();
        $question = $admin && null !== $asked->question ? $this->query->question($asked->question) : null;
        $typed = $question->typed ?? $asked->typed;
        $company = null === $question ? $asked->company : $question->company;
        $for = $this->person($question->askedBy ?? $asked->for);
        $diagnosis = '' === $typed ? null : $this->why->diagnose($typed, $for, $company);
        $at = min(max(0, $asked->at), max(0, \count($diagnosis->found ?? []) - 1));
        $found = $diagnosis->found[$at] ?? null;

        return $this->render('organisation/why.html.twig', [
            'typed' => $typed,
            'company' => $company,
            'for' => $for,
            'forName' => $this->staff->name($for),
            'diagnosis' => $diagnosis,
            'found' => $found,
            'at' => $at,
            'question' => $question,
            'admin' => $admin,
            'stamp' => $this->reach->stamp($for),
            'structure' => $this->structures->inForce(),
            'listed' => array_flip($this->reach->listed($for, Permission::OpenRequisition)),
            'roots' => $this->reach->roots($for, Permission::OpenRequisition),
            'checks' => self::checks($diagnosis, $at),
            'companies' => $this->query->companies(),
            'strays' => null === $found ? [] : Code::strays($found['unit']->code),
            'admins' => \array_slice($this->staff->admins(), 0, self::ADMINS_NAMED),
            'ask' => $this->formOf(AskType::class, new AskInput($typed, null === $company ? '' : (string) $company)),
            'answer' => $this->formOf(AnswerType::class, new AnswerInput((string) ($question->id ?? '')), [
                'asker' => $question->asker ?? '',
            ]),
        ]);
    }

    #[Route('/ask', name: 'why_ask', methods: ['POST'])]
    public function ask(Request $request): Response
    {
        $input = new AskInput();
        $this->formOf(AskType::class, $input)->handleRequest($request);
        $typed = $input->typed ?? '';
        $company = (int) $input->company ?: null;
        $ask = fn () => $this->why->ask($this->me(), $typed, $company, $input->note ?? '');

        return $this->act($ask, 'unit_asked', 'why', ['typed' => $typed, 'company' => $company]);
    }

    #[Gate(Permission::Administer)]
    #[Route('/repair', name: 'why_repair', methods: ['POST'])]
    public function repair(#[MapRequestPayload] Repair $repair, RepairReach $act): Response
    {
        $for = $this->person($repair->for);
        $repaired = fn () => $act($repair->cause, $repair->unit, $for, $this->me());

        // a code that was just cleaned is found by the clean one
        return $this->act($repaired, 'unit_repaired', 'why', [
            'typed' => Code::isClean($repair->typed) ? $repair->typed : Code::clean($repair->typed),
            'company' => $repair->company,
            'for' => $for,
            'question' => $repair->question,
        ]);
    }

    #[Gate(Permission::Administer)]
    #[Route('/answer', name: 'why_answer', methods: ['POST'])]
    public function answer(Request $request): Response
    {
        $input = new AnswerInput();
        $this->formOf(AnswerType::class, $input)->handleRequest($request);
        $answer = fn () => $this->why->answer((int) $input->question, $this->me()->id, $input->answer ?? '');

        return $this->act($answer, 'unit_answered', 'today');
    }

    private function isAdmin(): bool
    {
        return $this->access->allows($this->me(), Permission::Administer);
    }

    /** Only an admin looks with another's eyes. */
    private function person(?int $for): int
    {
        $known = null !== $for && $this->isAdmin() && null !== $this->staff->name($for);

        return $known ? $for : $this->me()->id;
    }

    /** @return list<array{cause: Cause, holds: bool}> every cause that can hide a unit, those that do first */
    private static function checks(?Diagnosis $diagnosis, int $at): array
    {
        $held = $diagnosis->found[$at]['causes'] ?? [];
        $checks = array_map(
            static fn (Cause $c): array => ['cause' => $c, 'holds' => \in_array($c, $held, true)],
            Cause::cases(),
        );
        usort($checks, static fn (array $a, array $b): int => $b['holds'] <=> $a['holds']);

        return $checks;
    }
}
