<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Shared\Refused;
use Jorvent\Pipeline\UndoSteps;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class UndoAct extends Page
{
    #[Gate(Permission::BeSignedIn)]
    #[Route('/undo', name: 'undo', methods: ['POST'])]
    public function __invoke(Request $request, UndoSteps $steps): Response
    {
        try {
            $this->say('undone_'.$steps->undoLast($this->me()->id));
        } catch (Refused $refused) {
            $this->addFlash('refused', ['id' => 'refusal.'.$refused->refusals[0]->code, 'data' => []]);
        }

        return $this->back($request);
    }
}
