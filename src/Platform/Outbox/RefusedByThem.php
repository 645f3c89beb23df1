<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

final class RefusedByThem extends \RuntimeException
{
}
