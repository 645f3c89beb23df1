<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

/** A set of people told by keys: those under one key, or sets put together. */
interface Expr
{
}
