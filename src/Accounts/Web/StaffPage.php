<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Form\GrantInput;
use Jorvent\Accounts\Form\GrantType;
use Jorvent\Accounts\Form\HandOverInput;
use Jorvent\Accounts\Form\HandOverType;
use Jorvent\Accounts\Form\InvitationInput;
use Jorvent\Accounts\Form\InvitationType;
use Jorvent\Accounts\LetGo;
use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Accounts\SignIn\SecondStep;
use Jorvent\Accounts\Staff;
use Jorvent\Platform\Web\Form\Choice;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Who may sign in, as what and for which part of the organisation. */
#[Gate(Permission::ManageStaff)]
#[Route('/staff', requirements: ['account' => '\d{1,9}', 'grant' => '\d{1,9}'])]
final class StaffPage extends SignedInPage
{
    private const ROWS = 40;
    private const LONGEST_WORDS = 100;

    public function __construct(
        private readonly StaffQuery $query,
        private readonly Staff $staff,
        private readonly LetGo $letGo,
        private readonly SecondStep $factor,
    ) {
    }

    #[Route('', name: 'staff', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page($request, self::whole($request, 'open'));
    }

    #[Route('', name: 'staff_invite', methods: ['POST'])]
    public function invite(Request $request): Response
    {
        $form = $this->invitation()->handleRequest($request);
        $invited = 0;
        if ($this->done($form, function () use ($form, &$invited): void {
            $invited = $this->staff->invite($form->getData()->invitation(), $this->me());
        })) {
            $this->say('invited', ['%name%' => $form->getData()->name]);

            return $this->to($invited);
        }

        return $this->page($request, 0, ['invitation' => $form]);
    }

    #[Route('/{account}/grant', name: 'staff_grant', methods: ['POST'])]
    public function grant(int $account, Request $request): Response
    {
        $input = new GrantInput();
        $form = $this->formOf(GrantType::class, $input, ['units' => $this->units()])->handleRequest($request);
        if ($this->done($form, function () use ($account, $input): void {
            if (null !== $input->role && null !== $input->unit) {
                $this->staff->grant($account, $input->role, $input->unit->id, $this->me());
            }
        })) {
            $this->say('granted');

            return $this->to($account);
        }

        return $this->page($request, $account, ['grant' => $form]);
    }

    #[Route('/{account}/revoke/{grant}', name: 'staff_revoke', methods: ['POST'])]
    public function revoke(int $account, int $grant): Response
    {
        return $this->act(fn () => $this->staff->revoke($grant, $this->me()), 'revoked', 'staff', ['open' => $account]);
    }

    #[Route('/{account}/leave', name: 'staff_leave', methods: ['POST'])]
    public function leave(int $account, Request $request): Response
    {
        $input = new HandOverInput();
        $form = $this->handOver($account, $input)->handleRequest($request);
        if ($this->done($form, fn () => ($this->letGo)($account, $input->to?->id, $this->me()))) {
            $this->say('let_go');

            return $this->to($account);
        }

        return $this->page($request, $account, ['handOver' => $form]);
    }

    #[Route('/{account}/factor', name: 'staff_factor', methods: ['POST'])]
    public function resetFactor(int $account): Response
    {
        if (!$this->staff->manages($this->me(), $account)) {
            throw $this->createNotFoundException();
        }

        return $this->act(
            fn () => $this->say($this->factor->askReset($account, $this->me()) ? 'factor_reset' : 'factor_reset_asked'),
            null, 'staff', ['open' => $account],
        );
    }

    /** @param array<string, FormInterface<covariant mixed>> $sent a form that was sent and is shown again */
    private function page(Request $request, int $open, array $sent = []): Response
    {
        $words = mb_substr(trim($request->query->getString('q')), 0, self::LONGEST_WORDS);
        $managed = $this->staff->managed($this->me());
        $after = $request->query->getString('after');
        $rows = $this->query->list($words, $after, self::whole($request, 'id'), $managed, self::ROWS + 1);
        $one = $this->query->one($open ?: $rows[0]->id ?? 0, $managed);

        return $this->render('accounts/staff.html.twig', $sent + $this->person($one?->id) + [
            'rows' => \array_slice($rows, 0, self::ROWS),
            'more' => \count($rows) > self::ROWS,
            'words' => $words,
            'open' => $one,
            'invitation' => $this->invitation(),
        ]);
    }

    /** @return array<string, mixed> what is shown of one, and can be done */
    private function person(?int $id): array
    {
        return null === $id ? ['grants' => [], 'holds' => [], 'hasFactor' => false, 'resetAskedBy' => null] : [
            'grants' => $this->query->grants($id), 'holds' => $this->letGo->holds($id),
            'hasFactor' => $this->factor->isSetUp($id), 'resetAskedBy' => $this->factor->resetAskedBy($id),
            'grant' => $this->formOf(GrantType::class, new GrantInput(), ['units' => $this->units()]),
            'handOver' => $this->handOver($id, new HandOverInput()),
        ];
    }

    /** @return FormInterface<InvitationInput> */
    private function invitation(): FormInterface
    {
        $input = new InvitationInput();
        $input->zone = $this->me()->zone;

        return $this->formOf(InvitationType::class, $input, ['units' => $this->units()]);
    }

    /** @return FormInterface<HandOverInput> */
    private function handOver(int $from, HandOverInput $input): FormInterface
    {
        return $this->formOf(HandOverType::class, $input, ['people' => $this->query->colleagues($from)]);
    }

    /** @return list<Choice> */
    private function units(): array
    {
        $covered = fn (Choice $unit): bool => $this->staff->covered($this->me(), $unit->path);

        return array_values(array_filter($this->query->units(), $covered));
    }

    private function to(int $account): RedirectResponse
    {
        return $this->redirectToRoute('staff', ['open' => $account], Response::HTTP_SEE_OTHER);
    }
}
