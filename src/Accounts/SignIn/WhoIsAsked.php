<?php

declare(strict_types=1);

namespace Jorvent\Accounts\SignIn;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Accounts\Read\GrantQuery;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/** Of whom the second step is asked: admins, those who may decide something, and whoever set one up. */
final readonly class WhoIsAsked
{
    /** @param iterable<DecidesSomething> $modules */
    public function __construct(
        private SecondStep $step,
        private GrantQuery $grants,
        #[AutowireIterator(DecidesSomething::class)]
        private iterable $modules,
        #[Autowire('%env(bool:JORVENT_SECOND_FACTOR)%')]
        private bool $asked,
    ) {
    }

    public function __invoke(Account $account): bool
    {
        return $this->step->isSetUp($account->id) || ($this->asked && $this->mayDecide($account->id));
    }

    /** By a role of their own, in someone's place, or as another module knows. */
    private function mayDecide(int $account): bool
    {
        if ($this->grants->decides($account)) {
            return true;
        }
        foreach ($this->modules as $module) {
            if ($module->decides($account)) {
                return true;
            }
        }

        return false;
    }
}
