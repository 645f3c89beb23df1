<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Refused;
use Jorvent\Pipeline\UndoSteps;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

final class UndoAct extends SignedInPage
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
