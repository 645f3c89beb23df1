<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Repository\AccountRepository;
use Jorvent\Activity\ActivityLog;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Security\Core\Exception\TooManyLoginAttemptsAuthenticationException;
use Symfony\Component\Security\Http\Event\LoginFailureEvent;
use Symfony\Component\Security\Http\Event\LoginSuccessEvent;
use Symfony\Component\Security\Http\Event\LogoutEvent;
use Symfony\Component\Security\Http\SecurityRequestAttributes;

/** Writes down who signed in and out, and tries that failed; lets those through of whom no second factor is asked. */
final readonly class SignInLog
{
    public function __construct(
        private ActivityLog $log,
        private AccountRepository $accounts,
        private WhoIsAsked $asked,
    ) {
    }

    #[AsEventListener]
    public function done(LoginSuccessEvent $event): void
    {
        $account = $event->getUser();
        if (!$account instanceof Account) {
            return;
        }
        if (!($this->asked)($account) && $event->getRequest()->hasSession()) {
            $event->getRequest()->getSession()->set(SecondStep::BROUGHT, true);
        }
        $this->log->recordFor($account->id, 'sign_in.done', 'account', $account->id);
    }

    #[AsEventListener]
    public function failed(LoginFailureEvent $event): void
    {
        $why = $event->getException() instanceof TooManyLoginAttemptsAuthenticationException ? 'too_many' : 'wrong';
        // what was typed is not kept: it may be a password in the wrong field
        $this->log->recordFor(null, 'sign_in.failed', 'account', $this->account($event->getRequest()), ['why' => $why]);
    }

    #[AsEventListener]
    public function ended(LogoutEvent $event): void
    {
        $account = $event->getToken()?->getUser();
        if ($account instanceof Account) {
            $this->log->recordFor($account->id, 'sign_in.ended', 'account', $account->id);
        }
    }

    /** @return int 0 when no account has that address */
    private function account(Request $request): int
    {
        $name = $request->attributes->get(SecurityRequestAttributes::LAST_USERNAME);

        return \is_string($name) ? $this->accounts->byEmail($name)->id ?? 0 : 0;
    }
}
