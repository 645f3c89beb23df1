<?php

declare(strict_types=1);

namespace Jorvent\Platform\Outbox;

final class NotNow extends \RuntimeException
{
}
