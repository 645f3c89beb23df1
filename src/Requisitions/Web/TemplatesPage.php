<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Templates;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** A requisition is saved as a template, or a template is retired. */
#[Gate(Permission::OpenRequisition)]
final class TemplatesPage extends SignedInPage
{
    public function __construct(private readonly Templates $templates, private readonly Access $access)
    {
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/r/{number}/template', name: 'template_keep', requirements: ['number' => '\d{1,9}'], methods: ['POST'])]
    public function save(#[MapRequestPayload] NewTemplate $template, #[ByNumber] Requisition $requisition): Response
    {
        $name = trim($template->name);
        $save = fn () => $this->templates->save($requisition->id, $name, null !== $template->shared, $this->me()->id);

        return $this->act($save, 'template_kept', 'brief', ['number' => $requisition->number]);
    }

    #[Route('/requisitions/templates/{id}/retire', name: 'template_retire', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function retire(int $id): Response
    {
        $admin = $this->access->allows($this->me(), Permission::Administer);
        $retire = fn () => $this->templates->retire($id, $this->me()->id, $admin);

        return $this->act($retire, 'template_retired', 'requisition_new', ['from' => 'template']);
    }
}
