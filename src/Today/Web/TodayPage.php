<?php

declare(strict_types=1);

namespace Jorvent\Today\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Interval;
use Jorvent\Core\Workflow\Task;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Today\Tasks;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The first page of everyone: what waits, most urgent first and why, beside one's own requisitions. */
#[Gate(Permission::BeSignedIn)]
final class TodayPage extends SignedInPage
{
    #[Route('/', name: 'home', methods: ['GET'])]
    public function home(): Response
    {
        return $this->redirectToRoute('today');
    }

    #[Route('/today', name: 'today', methods: ['GET'])]
    public function show(Tasks $tasks, RequisitionQuery $views, Access $access, Db $db, ClockInterface $clock): Response
    {
        $me = $this->me();
        $now = $clock->now();
        [$visible, $parameters] = $access->visible($me);
        $mine = $access->has($me, Role::Recruiter) ? 'r.recruiter_id = :me' : ($access->has($me, Role::Manager) ? '(r.manager_id = :me OR r.requester_id = :me)' : $visible);
        $day = new Interval($now->setTimezone($me->timeZone())->setTime(0, 0), $now->setTimezone($me->timeZone())->setTime(0, 0)->modify('+1 day'));

        return $this->render('today/today.html.twig', [
            'tasks' => array_map(static fn (Task $t): array => ['task' => $t, 'urgency' => $t->urgency($now)], $tasks->of($me)),
            'requisitions' => $views->views("WHERE r.state NOT IN ('filled', 'cancelled', 'declined') AND $mine", ['me' => $me->id] + ($mine === $visible ? $parameters : []), 'ORDER BY r.target_on NULLS LAST, r.number', 12),
            'day' => new DayLine($day, $now, $db->rows(
                'SELECT i.id, i.title, lower(i.during) AS starts, upper(i.during) AS ends, c.name AS person, r.title AS opening FROM interview i JOIN interview_seat s ON s.interview_id = i.id JOIN candidate c ON c.id = i.candidate_id JOIN application p ON p.id = i.application_id JOIN requisition_head r ON r.id = p.requisition_id
                 WHERE s.account_id = :me AND i.state = \'booked\' AND i.during && tstzrange(:from, :to) ORDER BY lower(i.during)',
                ['me' => $me->id, 'from' => $day->start, 'to' => $day->end],
            )),
            'now' => $now,
        ]);
    }
}
