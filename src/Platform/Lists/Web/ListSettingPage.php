<?php

declare(strict_types=1);

namespace Jorvent\Platform\Lists\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Platform\Lists\Lists;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Keeps which columns of a list someone wants, and its sort. */
#[Gate(Permission::BeSignedIn)]
final class ListSettingPage extends Page
{
    #[Route('/lists/{list}', name: 'list_setting', requirements: ['list' => '[a-z_]{1,30}'], methods: ['POST'])]
    public function keep(string $list, Request $request, Lists $lists): Response
    {
        $input = Input::of($request);
        $lists->remember($list, array_values($input->map('column')), $input->line('sort'), $this->me()->id);

        return $this->back($request);
    }
}
