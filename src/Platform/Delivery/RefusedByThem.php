<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

use Symfony\Component\Messenger\Exception\UnrecoverableExceptionInterface;

/** The other side said no: trying again unchanged is no use. */
final class RefusedByThem extends \RuntimeException implements UnrecoverableExceptionInterface
{
}
