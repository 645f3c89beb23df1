<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\SignIn\SecondStep;
use Jorvent\Accounts\SignIn\WhoIsAsked;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;

/** Asks at every door. A door with neither a gate nor a stated reason to stand open is a mistake and stays shut. */
#[AsEventListener(priority: 10)]
final readonly class GateKeeper
{
    private const PART_OF_PAGE = 'HX-Request';

    public function __construct(
        private Security $security,
        private Access $access,
        private SubjectFinder $subjects,
        private Mask $mask,
        private RequestIds $ids,
        private WhoIsAsked $asked,
        private UrlGeneratorInterface $urls,
        #[Autowire('%kernel.debug%')] private bool $debug,
    ) {
    }

    public function __invoke(ControllerEvent $event): void
    {
        if (!$event->isMainRequest() || $this->isProfiler($event->getRequest())) {
            return;
        }
        // looked up here, for a page is drawn without asking the database
        $me = $this->security->getUser();
        if ([] !== $event->getAttributes(OpenDoor::class)) {
            return;
        }
        $gates = $event->getAttributes(Gate::class);
        if ([] === $gates) {
            throw new \LogicException('This door has no gate: '.$event->getRequest()->attributes->getString('_route'));
        }
        if (!$me instanceof Account) {
            $event->setController(fn (): Response => $this->signInFirst($event->getRequest()));
            $event->stopPropagation();

            return;
        }
        if ($this->needsCode($event->getRequest(), $me)) {
            $event->setController(fn (): Response => $this->go($event->getRequest(), 'factor'));
            $event->stopPropagation();

            return;
        }
        foreach ($gates as $gate) {
            $this->ask($event, $gate, $me);
        }
        $this->access->learn($me);
    }

    /** The profiler's own pages, which only an instance for developing has (bin/start --dev). */
    private function isProfiler(Request $request): bool
    {
        return $this->debug && 1 === preg_match('/^_(?:wdt|profiler)/', $request->attributes->getString('_route'));
    }

    /**
     * To the sign-in page, and from there to what was wanted, when it was a page. The address carries it: who is not
     * signed in has no session.
     */
    private function signInFirst(Request $request): Response
    {
        $page = $request->isMethodSafe() && !$request->headers->has(self::PART_OF_PAGE);
        $wanted = $page ? $request->getRequestUri() : '/';

        return $this->go($request, 'sign_in', '/' === $wanted ? [] : ['to' => $wanted]);
    }

    /** @param array<string, string> $parameters */
    private function go(Request $request, string $route, array $parameters = []): Response
    {
        $address = $this->urls->generate($route, $parameters);

        // a part of a page is not replaced by another page: the whole page goes there
        return $request->headers->has(self::PART_OF_PAGE)
            ? new Response('', Response::HTTP_UNAUTHORIZED, ['HX-Redirect' => $address])
            : new RedirectResponse($address);
    }

    /** Whether a second factor is asked of someone and this session has not brought it yet. */
    private function needsCode(Request $request, Account $me): bool
    {
        if (true === $request->attributes->get('_before_code') || !$request->hasSession()) {
            return false;
        }

        return !$request->getSession()->has(SecondStep::BROUGHT) && ($this->asked)($me);
    }

    private function ask(ControllerEvent $event, Gate $gate, Account $me): void
    {
        $subject = null;
        $request = $event->getRequest();
        $attributes = $request->attributes;
        $attributes->set('_permission', $gate->permission);
        if (null !== $gate->of) {
            $id = $attributes->getInt($gate->of);
            $subject = $this->subjects->find($gate->of, $id, $me->id) ?? throw new NotFoundHttpException();
            $attributes->set('_subject', $subject);
            // whoever plays a part with them may read them; a role alone does not open who is hidden
            if (Gate::CANDIDATE === $gate->of && [] === $subject->parts && $this->mask->hides($me, $id)) {
                throw new NotFoundHttpException();
            }
        }
        if (!$this->ids->belong($request, $subject)) {
            throw new NotFoundHttpException();
        }
        if (!$this->security->isGranted($gate->permission->value, $subject)) {
            throw new AccessDeniedException();
        }
        // an admin keeps people's data in order, whoever is hidden from searches
        $keeps = \in_array($gate->permission, [Permission::Administer, Permission::ManageStaff], true);
        if (!$keeps && !$this->ids->within($request, $me)) {
            throw new NotFoundHttpException();
        }
    }
}
