<?php

declare(strict_types=1);

namespace Jorvent\History;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Activity\ActivityLog;
use Jorvent\Activity\Read\VisitQuery;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\Session\Session;
use Symfony\Component\HttpKernel\Event\ResponseEvent;

/**
 * Writes down what staff took out as a file, whose page they read, and what they set as an admin, whichever page it was.
 * It is written before the answer leaves: what cannot be logged is not handed out.
 */
#[AsEventListener(priority: -100)]
final readonly class LogReads
{
    /** Looking at the same person again within this time is one visit. */
    private const VISIT = '-30 minutes';

    public function __construct(
        private ActivityLog $log,
        private Db $db,
        private VisitQuery $visits,
        private ClockInterface $clock,
        private Security $security,
    ) {
    }

    public function __invoke(ResponseEvent $event): void
    {
        $request = $event->getRequest();
        if (!$event->isMainRequest() || null === $request->attributes->get('_permission')) {
            return;
        }
        $me = $this->security->getUser();
        if (!$me instanceof Account) {
            return;
        }
        $response = $event->getResponse();
        match (true) {
            $request->isMethod('GET') && $response->isSuccessful() => $this->read($request, $response, $me),
            $request->isMethod('POST') && $this->isDone($request, $response) => $this->set($request),
            default => null,
        };
    }

    private function read(Request $request, Response $response, Account $me): void
    {
        $person = $request->attributes->has('candidate') ? $request->attributes->getInt('candidate') : null;
        if ($response->headers->has('Content-Disposition')) {
            $this->write('taken.file', $request, $person);

            return;
        }
        if (null !== $person && !$this->isSameVisit($person, $me)) {
            $this->write('viewed.person', $request, $person);
        }
    }

    /** An act that its own page wrote down, in its own words, is not written twice. */
    private function set(Request $request): void
    {
        $permission = $request->attributes->get('_permission');
        $asAdmin = \in_array($permission, [Permission::Administer, Permission::ManageStaff], true);
        if ($asAdmin && !$request->attributes->has(ActivityLog::WRITTEN)) {
            $this->write('setting.changed', $request, null);
        }
    }

    /** Whether the form was taken: neither shown again with what is wrong, nor refused by a rule. */
    private function isDone(Request $request, Response $response): bool
    {
        return ($response->isSuccessful() || $response->isRedirection())
            && (!$request->hasSession() || !$request->getSession()->isStarted() || !$this->isRefused($request));
    }

    private function isRefused(Request $request): bool
    {
        $session = $request->getSession();

        return $session instanceof Session && [] !== $session->getFlashBag()->peek('refused');
    }

    private function isSameVisit(int $person, Account $me): bool
    {
        $since = $this->clock->now()->modify(self::VISIT);

        return $this->visits->wasSeen($person, $me->id, $since);
    }

    private function write(string $act, Request $request, ?int $person): void
    {
        $subject = $request->attributes->get('_subject');
        $requisition = $subject instanceof Subject ? $subject->requisitionId : null;
        [$kind, $id] = match (true) {
            null !== $person => ['candidate', $person],
            null !== $requisition => ['requisition', $requisition],
            default => ['page', 0],
        };
        // which page: its name in the routes, a code
        $change = ['page' => $request->attributes->getString('_route')];
        $this->db->transaction(fn () => $this->log->record($act, $kind, $id, $requisition, $person, $change));
    }
}
