<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

/** An address of the network (inet), as text. */
final class InetType extends PostgresType
{
    public const NAME = 'inet';
    protected const SQL = 'inet';
}
