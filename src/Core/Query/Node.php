<?php

declare(strict_types=1);

namespace Jorvent\Core\Query;

/** A query: Row (a word or phrase), All, Any or Not. */
interface Node
{
}
