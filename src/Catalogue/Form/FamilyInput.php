<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Form;

final class FamilyInput
{
    public ?string $name = null;
}
