<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

use Jorvent\Accounts\Entity\Account;
use Symfony\Component\Security\Core\Authentication\Token\TokenInterface;
use Symfony\Component\Security\Core\Authorization\Voter\Vote;
use Symfony\Component\Security\Core\Authorization\Voter\Voter;

/** @extends Voter<string, Subject|null> */
final class AccessVoter extends Voter
{
    public function __construct(private readonly Access $access)
    {
    }

    protected function supports(string $attribute, mixed $subject): bool
    {
        return null !== Permission::tryFrom($attribute) && (null === $subject || $subject instanceof Subject);
    }

    protected function voteOnAttribute(
        string $attribute,
        mixed $subject,
        TokenInterface $token,
        ?Vote $vote = null,
    ): bool {
        $account = $token->getUser();

        return $account instanceof Account && $this->access->allows($account, Permission::from($attribute), $subject);
    }
}
