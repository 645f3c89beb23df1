<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

/** The other side did not answer, or asked to wait: tried again later, with growing pauses, for three days. */
final class NotNow extends \RuntimeException
{
}
