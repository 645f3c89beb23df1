<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

use Jorvent\Core\Shared\Refused;

/** The structure as a table. */
final class SheetInput
{
    public ?\SplFileInfo $file = null;

    /** @throws Refused at file, when there is none */
    public function path(): string
    {
        return $this->file?->getPathname() ?? throw Refused::because('file_missing', 'file');
    }
}
