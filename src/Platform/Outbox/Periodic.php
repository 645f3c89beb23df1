<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Something the worker does again and again, when it has time. Running twice at once, or twice in a row, must do nothing new. */
#[AutoconfigureTag]
interface Periodic
{
    public function everySeconds(): int;

    public function run(): void;
}
