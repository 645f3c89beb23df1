<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Delegations;
use Jorvent\Accounts\Form\ChangePasswordType;
use Jorvent\Accounts\Form\DeputyInput;
use Jorvent\Accounts\Form\DeputyType;
use Jorvent\Accounts\Form\PasswordInput;
use Jorvent\Accounts\Form\PreferencesInput;
use Jorvent\Accounts\Form\PreferencesType;
use Jorvent\Accounts\Read\DeputyQuery;
use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Accounts\SignIn\Passwords;
use Jorvent\Accounts\SignIn\SecondStep;
use Jorvent\Accounts\SignIn\Sessions;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;

/** One's own settings: pages, keys, time zone and hours; password, second step and open sessions; deputies. */
#[Gate(Permission::BeSignedIn)]
final class MyPage extends SignedInPage
{
    public function __construct(
        private readonly Db $db,
        private readonly Delegations $delegations,
        private readonly DeputyQuery $deputies,
        private readonly StaffQuery $staff,
        private readonly Sessions $sessions,
        private readonly SecondStep $factor,
    ) {
    }

    #[Route('/me', name: 'me', methods: ['GET', 'POST'])]
    public function show(Request $request): Response
    {
        $form = $this->formOf(PreferencesType::class, PreferencesInput::of($this->me()))->handleRequest($request);
        if ($this->done($form, fn () => $this->db->transaction(fn () => $form->getData()->apply($this->me())))) {
            return $this->backToMe('settings_kept');
        }

        return $this->page($request, ['preferences' => $form]);
    }

    #[Route('/me/password', name: 'change_password', methods: ['POST'])]
    public function password(
        Request $request,
        Passwords $passwords,
        #[Target('factor')]
        RateLimiterFactoryInterface $limit,
    ): Response {
        $input = new PasswordInput();
        $form = $this->formOf(ChangePasswordType::class, $input)->handleRequest($request);
        if ($this->done($form, function () use ($input, $passwords, $limit, $request): void {
            if (!$limit->create('password|'.$this->me()->id)->consume()->isAccepted()) {
                throw Refused::because('too_many_tries', 'password');
            }
            $passwords->change($this->me(), $input->present ?? '', $input->new ?? '', $request->getSession()->getId());
        })) {
            return $this->backToMe('password_changed');
        }

        return $this->page($request, ['password' => $form]);
    }

    #[Route('/me/sessions/{session<\d{1,9}>}/end', name: 'session_end', methods: ['POST'])]
    public function endSession(int $session): Response
    {
        if (!$this->sessions->end($session, $this->me()->id)) {
            throw $this->createNotFoundException();
        }

        return $this->backToMe('session_ended');
    }

    #[Route('/me/sessions/end', name: 'sessions_end', methods: ['POST'])]
    public function endSessions(Request $request): Response
    {
        $ended = $this->sessions->endAll($this->me()->id, $request->getSession()->getId());

        return $this->backToMe('sessions_ended', ['%count%' => $ended]);
    }

    #[Route('/me/deputy', name: 'deputy_give', methods: ['POST'])]
    public function deputy(Request $request): Response
    {
        $form = $this->deputyForm()->handleRequest($request);
        if ($this->done($form, function () use ($form): void {
            $me = $this->me()->id;
            [$to, $kind, $from, $until, $reason] = $form->getData()->whole();
            $this->delegations->give($me, $to, $kind, $from, $until, $reason, $me);
        })) {
            return $this->backToMe('deputy_given');
        }

        return $this->page($request, ['deputy' => $form]);
    }

    #[Route('/me/deputy/{id}/end', name: 'deputy_end', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function endDeputy(int $id): Response
    {
        $admin = $this->isGranted('administer');

        return $this->act(fn () => $this->delegations->end($id, $this->me()->id, $admin), 'deputy_ended', 'me');
    }

    #[Route('/me/night', name: 'night_watch', methods: ['POST'])]
    public function night(Request $request): Response
    {
        $this->db->transaction(fn () => $this->me()->switchNightWatch());

        return $this->back($request);
    }

    /** @param array<string, FormInterface<covariant mixed>> $sent a form that was sent and is shown again */
    private function page(Request $request, array $sent): Response
    {
        $me = $this->me();

        return $this->render('accounts/me.html.twig', $sent + [
            'preferences' => $this->formOf(PreferencesType::class, PreferencesInput::of($me)),
            'password' => $this->formOf(ChangePasswordType::class, new PasswordInput()),
            'deputy' => $this->deputyForm(),
            'delegations' => $this->deputies->of($me->id),
            'sessions' => $this->sessions->of($me->id, $request->getSession()->getId()),
            'hasFactor' => $this->factor->isSetUp($me->id),
            'recoveryLeft' => $this->factor->left($me->id),
        ]);
    }

    /** @return FormInterface<DeputyInput> */
    private function deputyForm(): FormInterface
    {
        $people = $this->staff->colleagues($this->me()->id);

        return $this->formOf(DeputyType::class, new DeputyInput(), ['people' => $people]);
    }

    /** @param array<string, mixed> $data of the sentence */
    private function backToMe(string $sentence, array $data = []): RedirectResponse
    {
        $this->say($sentence, $data);

        return $this->redirectToRoute('me', status: Response::HTTP_SEE_OTHER);
    }
}
