<?php

declare(strict_types=1);

namespace Jorvent\Platform;

use Symfony\Component\Dotenv\Dotenv;
use Symfony\Component\Runtime\SymfonyRuntime;

/**
 * Starts the application with the settings of one instance, which bin/start and bin/test write. Real environment
 * variables win over them.
 */
final class InstanceRuntime extends SymfonyRuntime
{
    /** @param array{project_dir?: string|null, error_handler?: string|false} $options of the runtime component */
    public function __construct(array $options = [])
    {
        self::settings();

        parent::__construct(['disable_dotenv' => true] + $options);
    }

    public static function settings(): void
    {
        $file = $_SERVER['JORVENT_ENV_FILE'] ?? \dirname(__DIR__, 2).'/var/live/env';
        if (\is_string($file) && is_file($file)) {
            (new Dotenv())->load($file);
        }
        $environment = $_SERVER['APP_ENV'] ?? null;
        $_SERVER['APP_ENV'] = $_ENV['APP_ENV'] = \is_string($environment) ? $environment : 'prod';
        $_SERVER['APP_DEBUG'] = $_ENV['APP_DEBUG'] = 'dev' === $_SERVER['APP_ENV'] ? '1' : '0';
        date_default_timezone_set('UTC');
    }
}
