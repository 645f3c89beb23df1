<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Jorvent\Platform\Health\Checks;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

#[OpenDoor('says how the parts of the application do, and nothing about anyone')]
final readonly class Health
{
    /** 200 when all is well or something needs a look, 503 when nothing works. */
    #[Route('/health', name: 'health', methods: ['GET'])]
    public function __invoke(Checks $checks): Response
    {
        $found = $checks->all();

        return new JsonResponse($found, 'down' === $found['status'] ? 503 : 200, ['Cache-Control' => 'no-store']);
    }
}
