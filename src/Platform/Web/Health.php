<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Jorvent\Platform\Database\Db;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

#[OpenDoor('says only that the application and its database answer')]
final readonly class Health
{
    #[Route('/health', name: 'health', methods: ['GET'])]
    public function __invoke(Db $db): Response
    {
        return new Response(1 === $db->int('SELECT 1') ? 'ok' : 'no', headers: ['Content-Type' => 'text/plain']);
    }
}
