<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

final class DraftInput
{
    public ?string $name = null;
}
