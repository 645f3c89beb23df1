<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Screening\Questions;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** A person marks what no machine should read: a text someone answered with. */
final class MarkPage extends Page
{
    #[Gate(Permission::MovePipeline, Gate::APPLICATION)]
    #[Route('/applications/{application}/mark', name: 'answer_mark', requirements: ['application' => '\d{1,9}'], methods: ['POST'])]
    public function mark(int $application, Request $request, Questions $questions): Response
    {
        $input = Input::of($request);
        $this->act(static fn () => $questions->mark($application, $input->line('question'), $input->int('mark') ?? -1), 'answer_marked', 'today');

        return $this->back($request);
    }
}
