<?php

declare(strict_types=1);

namespace Jorvent\Reference\Form;

use Jorvent\Core\Shared\Refused;
use Jorvent\Reference\ImportHolidays;

final class HolidaysInput
{
    public ?string $country = null;
    public ?\SplFileInfo $file = null;

    /** @throws Refused at file, when there is none */
    public function calendar(): string
    {
        $path = $this->file?->getPathname() ?? throw Refused::because('file_missing', 'file');

        return (string) file_get_contents($path, length: ImportHolidays::MOST_BYTES + 1);
    }
}
