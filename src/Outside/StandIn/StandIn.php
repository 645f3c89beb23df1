<?php

declare(strict_types=1);

namespace Jorvent\Outside\StandIn;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** A small simulated outside service. */
interface StandIn
{
    /** @return array{name: string, what: string} */
    public function describe(): array;

    public function answer(Request $request, string $path): Response;

    /** @return list<array{when: string, what: string}> what came in and went out, newest first */
    public function traffic(): array;
}
