<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ControllerEvent;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Security\Core\Exception\AccessDeniedException;

/** Asks at every door. A door with neither a gate nor a stated reason to stand open is a mistake and stays shut. */
#[AsEventListener(priority: 10)]
final readonly class GateKeeper
{
    public function __construct(private Security $security, private SubjectFinder $subjects, private Mask $mask, private RequestIds $ids)
    {
    }

    public function __invoke(ControllerEvent $event): void
    {
        if (!$event->isMainRequest() || [] !== $event->getAttributes(OpenDoor::class)) {
            return;
        }
        $gates = $event->getAttributes(Gate::class);
        if ([] === $gates) {
            throw new \LogicException('This door has no gate: '.$event->getRequest()->attributes->getString('_route'));
        }
        $me = $this->security->getUser();
        if (!$me instanceof Account) {
            throw new AccessDeniedException();
        }
        foreach ($gates as $gate) {
            $this->ask($event, $gate, $me);
        }
    }

    private function ask(ControllerEvent $event, Gate $gate, Account $me): void
    {
        $subject = null;
        $request = $event->getRequest();
        $attributes = $request->attributes;
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
        if (!\in_array($gate->permission, [Permission::Administer, Permission::ManageStaff], true) && !$this->ids->within($request, $me)) {
            throw new NotFoundHttpException();
        }
    }
}
