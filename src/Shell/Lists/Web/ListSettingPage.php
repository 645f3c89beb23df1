<?php

declare(strict_types=1);

namespace Jorvent\Shell\Lists\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Shell\Lists\Lists;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Keeps which columns of a list someone wants, and its sort. */
#[Gate(Permission::BeSignedIn)]
final class ListSettingPage extends SignedInPage
{
    #[Route('/lists/{list}', name: 'list_setting', requirements: ['list' => '[a-z_]{1,30}'], methods: ['POST'])]
    public function keep(string $list, Request $request, Lists $lists): Response
    {
        $sent = $request->request->all();
        $columns = \is_array($sent['column'] ?? null) ? array_filter($sent['column'], is_string(...)) : [];
        $sort = \is_string($sent['sort'] ?? null) ? $sent['sort'] : '';
        $lists->remember($list, array_values($columns), $sort, $this->me()->id);

        return $this->back($request);
    }
}
