<?php

declare(strict_types=1);

use Jorvent\Platform\Kernel;
use Symfony\Component\Dotenv\Dotenv;

require_once dirname(__DIR__).'/vendor/autoload.php';

// bin/start and bin/test write one file of settings per instance; real environment variables win over it.
$file = $_SERVER['JORVENT_ENV_FILE'] ?? dirname(__DIR__).'/var/live/env';
if (is_string($file) && is_file($file)) {
    (new Dotenv())->load($file);
}
$environment = is_string($_SERVER['APP_ENV'] ?? null) ? $_SERVER['APP_ENV'] : 'prod';
date_default_timezone_set('UTC');

return new Kernel($environment, 'dev' === $environment);
