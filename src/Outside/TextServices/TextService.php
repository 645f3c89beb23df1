<?php

declare(strict_types=1);

namespace Jorvent\Outside\TextServices;

use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;

/** Writes text on request. */
interface TextService
{
    /**
     * @return \Generator<int, string> pieces of the answer as they come
     *
     * @throws NotNow        when it does not answer, stops in the middle or answers nonsense
     * @throws RefusedByThem when it says no
     */
    public function write(TextServiceSettings $settings, string $instruction, string $prompt): \Generator;
}
