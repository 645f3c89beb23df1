<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Delegations;
use Jorvent\Accounts\SignIn\Passwords;
use Jorvent\Accounts\SignIn\SecondFactor;
use Jorvent\Accounts\SignIn\Sessions;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;

/** One's own settings: dark pages, single keys, time zone and hours; password, second step and open sessions; deputies. */
#[Gate(Permission::BeSignedIn)]
final class MyPage extends Page
{
    public function __construct(private readonly Db $db, private readonly Delegations $delegations, private readonly Sessions $sessions, private readonly SecondFactor $factor)
    {
    }

    #[Route('/me', name: 'me', methods: ['GET', 'POST'])]
    public function show(Request $request): Response
    {
        $input = Input::of($request);
        $errors = Errors::none();
        if ($request->isMethod('POST')) {
            try {
                $this->save($input);
                $this->say('settings_kept');

                return $this->redirectToRoute('me', status: Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }

        return $this->page($request, $errors);
    }

    #[Route('/me/password', name: 'change_password', methods: ['POST'])]
    public function password(Request $request, Passwords $passwords, #[Target('factor')] RateLimiterFactoryInterface $limit): Response
    {
        try {
            if (!$limit->create('password|'.$this->me()->id)->consume()->isAccepted()) {
                throw Refused::because('too_many_tries', 'password');
            }
            $passwords->change($this->me(), $request->request->getString('password'), $request->request->getString('new_password'), $request->getSession()->getId());
            $this->say('password_changed');

            return $this->redirectToRoute('me', status: Response::HTTP_SEE_OTHER);
        } catch (Refused $refused) {
            return $this->page($request, Errors::of($refused->refusals));
        }
    }

    #[Route('/me/sessions/{session}/end', name: 'session_end', requirements: ['session' => '\d{1,9}'], methods: ['POST'])]
    public function endSession(int $session): Response
    {
        if (!$this->sessions->end($session, $this->me()->id)) {
            throw $this->createNotFoundException();
        }
        $this->say('session_ended');

        return $this->redirectToRoute('me', status: Response::HTTP_SEE_OTHER);
    }

    #[Route('/me/sessions/end', name: 'sessions_end', methods: ['POST'])]
    public function endSessions(Request $request): Response
    {
        $ended = $this->sessions->endAll($this->me()->id, $request->getSession()->getId());
        $this->say('sessions_ended', ['%count%' => $ended]);

        return $this->redirectToRoute('me', status: Response::HTTP_SEE_OTHER);
    }

    #[Route('/me/deputy', name: 'deputy_give', methods: ['POST'])]
    public function deputy(Request $request): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $this->delegations->give($this->me()->id, $input->int('to') ?? 0, $input->line('kind'), $input->day('from_day'), $input->day('to_day'), $input->line('reason'), $this->me()->id), 'deputy_given', 'me');
    }

    #[Route('/me/deputy/{id}/end', name: 'deputy_end', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function endDeputy(int $id): Response
    {
        return $this->act(fn () => $this->delegations->end($id, $this->me()->id, $this->isGranted('administer')), 'deputy_ended', 'me');
    }

    #[Route('/me/night', name: 'night_watch', methods: ['POST'])]
    public function night(Request $request): Response
    {
        $me = $this->me();
        $this->db->transaction(static fn () => $me->prefer(!$me->nightWatch, $me->singleKeys, $me->timeZone(), $me->workFrom, $me->workTo));

        return $this->back($request);
    }

    private function save(Input $input): void
    {
        $zone = WorkingHours::zone($input->line('zone')) ?? throw Refused::because('zone_unknown', 'zone');
        $from = self::minutes($input->line('work_from')) ?? throw Refused::because('not_a_time', 'work_from');
        $to = self::minutes($input->line('work_to')) ?? throw Refused::because('not_a_time', 'work_to');
        if ($from >= $to) {
            throw Refused::because('hours_upside_down', 'work_to');
        }
        $this->db->transaction(fn () => $this->me()->prefer($input->has('night'), $input->has('keys'), $zone, $from, $to));
    }

    private static function minutes(string $time): ?int
    {
        return 1 === preg_match('/^([01]\d|2[0-3]):([0-5]\d)$/', $time, $m) ? 60 * (int) $m[1] + (int) $m[2] : null;
    }

    private function page(Request $request, Errors $errors): Response
    {
        $me = $this->me();
        $people = 'SELECT DISTINCT a.id, a.name FROM account a JOIN account_grant g ON g.account_id = a.id WHERE a.active AND a.id <> :me ORDER BY a.name LIMIT 500';

        return $this->render('accounts/me.html.twig', [
            'errors' => $errors, 'input' => Input::of($request), 'zones' => \DateTimeZone::listIdentifiers(),
            'delegations' => $this->delegations->of($me->id), 'people' => $this->db->rows($people, ['me' => $me->id]), 'kinds' => Delegations::KINDS,
            'sessions' => $this->sessions->of($me->id, $request->getSession()->getId()),
            'hasFactor' => $this->factor->isSetUp($me->id), 'recoveryLeft' => $this->factor->left($me->id),
        ], new Response(status: $errors->any() ? 422 : 200));
    }
}
