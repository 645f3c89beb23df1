<?php

declare(strict_types=1);

use Symfony\Component\Dotenv\Dotenv;

require dirname(__DIR__).'/vendor/autoload.php';
date_default_timezone_set('UTC');
$_SERVER['KERNEL_CLASS'] = Jorvent\Platform\Kernel::class;
// bin/test writes the settings of the test instance; unit tests need none of them
$file = getenv('JORVENT_TEST_ENV');
if (is_string($file) && is_file($file)) {
    (new Dotenv())->load($file);
}
