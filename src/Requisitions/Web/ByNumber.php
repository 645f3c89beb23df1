<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Symfony\Bridge\Doctrine\Attribute\MapEntity;

/** The requisition whose number is in the address. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class ByNumber extends MapEntity
{
    public function __construct()
    {
        parent::__construct(mapping: ['number' => 'number']);
    }
}
