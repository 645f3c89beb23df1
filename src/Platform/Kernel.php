<?php

declare(strict_types=1);

namespace Jorvent\Platform;

use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\DependencyInjection\Compiler\CompilerPassInterface;
use Symfony\Component\DependencyInjection\ContainerBuilder;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;

/** The application. Everything it writes lies under JORVENT_VAR, so that several instances can run from one checkout. */
final class Kernel extends BaseKernel implements CompilerPassInterface
{
    use MicroKernelTrait;

    /** As the settings of the instance say. */
    public static function ofInstance(): self
    {
        $environment = $_SERVER['APP_ENV'] ?? null;

        return new self(\is_string($environment) ? $environment : 'prod', '1' === ($_SERVER['APP_DEBUG'] ?? '0'));
    }

    public function process(ContainerBuilder $container): void
    {
        // it would write messages of errors beside a failed message, and they may name people
        $container->removeDefinition('messenger.failure.add_error_details_stamp_listener');
    }

    public function getCacheDir(): string
    {
        return self::dataDir().'/cache/'.$this->environment;
    }

    public function getLogDir(): string
    {
        return self::dataDir().'/log';
    }

    private static function dataDir(): string
    {
        $dir = $_SERVER['JORVENT_VAR'] ?? null;

        return \is_string($dir) ? $dir : \dirname(__DIR__, 2).'/var/live';
    }
}
