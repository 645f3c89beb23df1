<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Delegations;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** One's own settings: night watch, single keys, time zone and hours. */
#[Gate(Permission::BeSignedIn)]
final class MyPage extends Page
{
    public function __construct(private readonly Db $db, private readonly Delegations $delegations)
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

        return $this->render('accounts/me.html.twig', ['errors' => $errors, 'input' => $input, 'zones' => \DateTimeZone::listIdentifiers(), 'delegations' => $this->delegations->of($this->me()->id), 'people' => $this->db->rows('SELECT DISTINCT a.id, a.name FROM account a JOIN account_grant g ON g.account_id = a.id WHERE a.active AND a.id <> :me ORDER BY a.name LIMIT 500', ['me' => $this->me()->id]), 'kinds' => Delegations::KINDS], new Response(status: $errors->any() ? 422 : 200));
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
}
