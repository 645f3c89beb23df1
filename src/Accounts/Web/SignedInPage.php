<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Web;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Platform\Web\Page;

/** A page that knows who is signed in. */
abstract class SignedInPage extends Page
{
    protected function me(): Account
    {
        $user = $this->getUser();

        return $user instanceof Account ? $user : throw $this->createAccessDeniedException();
    }
}
