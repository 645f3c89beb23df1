<?php

declare(strict_types=1);

use Jorvent\Platform\Kernel;

require_once dirname(__DIR__).'/vendor/autoload_runtime.php';

return static fn (): Kernel => Kernel::ofInstance();
