<?php

declare(strict_types=1);

namespace Jorvent\Interviews\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Interval;
use Jorvent\Core\Shared\Refused;
use Jorvent\Interviews\Arrange;
use Jorvent\Interviews\Slots;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Finding the hour: who, how long, and when all of them are free. */
#[Gate(Permission::ArrangeInterviews, Gate::APPLICATION)]
#[Route('/r/{number}/interviews/arrange/{application}', requirements: ['number' => '\d{1,9}', 'application' => '\d{1,9}'])]
final class ArrangePage extends SignedInPage
{
    private const DAYS_DRAWN = 3;

    public function __construct(private readonly Db $db, private readonly RequisitionQuery $views, private readonly Slots $slots)
    {
    }

    #[Route('', name: 'arrange', methods: ['GET'])]
    public function show(int $number, int $application, Request $request): Response
    {
        return $this->page($number, $application, $this->chosen($request->query->all()['who'] ?? null, $number), self::whole($request, 'minutes') ?: 50, Errors::none());
    }

    #[Route('', name: 'arrange_do', methods: ['POST'])]
    public function arrange(int $number, int $application, Request $request, Arrange $arrange): Response
    {
        $input = Input::of($request);
        $who = $input->ints('who');
        $starts = array_values(array_filter(array_map(self::instant(...), $input->map('when'))));
        try {
            $this->slots->free($who, $starts, $input->int('minutes') ?? 0);
            $arrange($application, $input->line('title'), $input->int('minutes') ?? 0, $input->line('place'), $who, $starts, $this->me()->id);
            $this->say(1 === \count($starts) ? 'interview_booked' : 'times_offered', ['%count%' => \count($starts)]);
        } catch (Refused $refused) {
            return $this->page($number, $application, $who, $input->int('minutes') ?? 50, Errors::of($refused->refusals));
        }

        return $this->redirectToRoute('interviews', ['number' => $number, 'application' => $application], Response::HTTP_SEE_OTHER);
    }

    /** @param list<int> $who */
    private function page(int $number, int $application, array $who, int $minutes, Errors $errors): Response
    {
        $window = $this->slots->window();
        $failure = null;
        $attendees = [];
        try {
            $attendees = [] === $who ? [] : $this->slots->attendees($who, $window);
        } catch (NotNow|RefusedByThem $e) {
            $failure = $e->getMessage();
        }
        $slots = [] === $attendees ? [] : $this->slots->propose($attendees, $window, max(15, min(480, $minutes)));
        $people = $this->db->rows("SELECT DISTINCT a.id, a.name, a.title, a.zone, s.city, (SELECT count(*) FROM interview_seat t WHERE t.account_id = a.id AND t.during && tstzrange(:from, :to)) AS load FROM account a JOIN account_grant g ON g.account_id = a.id LEFT JOIN site_place s ON s.id = a.site_id WHERE a.active AND (g.role IN ('interviewer', 'manager', 'recruiter') OR a.id IN (:who)) ORDER BY a.name LIMIT 60", ['from' => $window->start, 'to' => $window->end, 'who' => [] === $who ? [0] : $who]);

        return $this->render('interviews/arrange.html.twig', [
            'view' => $this->views->byNumber($number), 'errors' => $errors, 'who' => $who, 'minutes' => $minutes, 'people' => $people, 'names' => array_column(array_map(static fn ($p): array => ['id' => $p->int('id'), 'name' => $p->str('name')], $people), 'name', 'id'),
            'candidate' => $this->db->row('SELECT p.id, c.name, c.zone, c.city FROM application p JOIN candidate c ON c.id = p.candidate_id WHERE p.id = :id', ['id' => $application]), 'slots' => $slots, 'attendees' => $attendees, 'failure' => $failure, 'days' => $this->days($slots, $window),
            'shared' => [] === $slots && \count($attendees) > 1 ? $this->slots->sharedWithout($attendees, $window) : [], 'mine' => $this->me(),
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    /** @return list<int> */
    private function chosen(mixed $asked, int $number): array
    {
        if (\is_array($asked)) {
            return self::wholes($asked);
        }

        return [$this->db->int('SELECT manager_id FROM requisition_head WHERE number = :n', ['n' => $number])];
    }

    /**
     * @param list<Interval> $slots
     *
     * @return list<Interval> the days drawn as strips, in the arranger's own zone
     */
    private function days(array $slots, Interval $window): array
    {
        $zone = $this->me()->timeZone();
        $days = [];
        foreach ($slots as $slot) {
            $day = $slot->start->setTimezone($zone)->setTime(7, 0);
            $days[$day->format('c')] = new Interval($day, $day->setTime(19, 0));
        }
        for ($day = $window->start->setTimezone($zone)->setTime(7, 0); [] === $slots && \count($days) < self::DAYS_DRAWN; $day = $day->modify('+1 weekday')) {
            $days[$day->format('c')] = new Interval($day->setTime(7, 0), $day->setTime(19, 0));
        }

        return \array_slice(array_values($days), 0, self::DAYS_DRAWN);
    }

    private static function instant(string $text): ?\DateTimeImmutable
    {
        return 1 === preg_match('/^\d{9,10}$/', $text) ? (new \DateTimeImmutable('@'.$text))->setTimezone(new \DateTimeZone('UTC')) : null;
    }
}
