<?php

declare(strict_types=1);

namespace Jorvent\Today\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Pipeline\UndoSteps;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class KeysPage extends Page
{
    #[Gate(Permission::BeSignedIn)]
    #[Route('/keys', name: 'keys', methods: ['GET'])]
    public function __invoke(): Response
    {
        return $this->render('keys.html.twig', ['minutes' => UndoSteps::MINUTES]);
    }
}
