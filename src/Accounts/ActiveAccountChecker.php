<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Accounts\Entity\Account;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Exception\BadCredentialsException;
use Symfony\Component\Security\Core\User\UserCheckerInterface;
use Symfony\Component\Security\Core\User\UserInterface;

/** A deactivated account answers like a wrong password: nothing is given away. */
final class ActiveAccountChecker implements UserCheckerInterface
{
    public function checkPreAuth(UserInterface $user): void
    {
    }

    public function checkPostAuth(UserInterface $user, ?TokenInterface $token = null): void
    {
        if ($user instanceof Account && !$user->active) {
            throw new BadCredentialsException();
        }
    }
}
