<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Pipeline\MarkAnswer;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** A person marks what no machine should read: a text someone answered with. */
final class MarkPage extends Page
{
    #[Gate(Permission::MovePipeline, Gate::APPLICATION)]
    #[Route(
        '/applications/{application}/mark',
        name: 'answer_mark',
        requirements: ['application' => '\d{1,9}'],
        methods: ['POST'],
    )]
    public function mark(
        int $application, #[MapRequestPayload] MarkedAnswer $marked, Request $request, MarkAnswer $mark,
    ): Response {
        $this->act(static fn () => $mark($application, $marked->question, $marked->points()), 'answer_marked', 'today');

        return $this->back($request);
    }
}
