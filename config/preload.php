<?php

declare(strict_types=1);

// Loaded once for all workers of the web server (opcache.preload): what Symfony knows is wanted, and our own classes and the database's besides. Wants the container's own list in JORVENT_PRELOAD.
use Symfony\Component\DependencyInjection\Dumper\Preloader;

$list = getenv('JORVENT_PRELOAD');
if (!is_string($list) || !is_file($list) || \PHP_SAPI === 'cli') {
    return;
}
require $list;
$classes = array_filter(array_keys(require dirname(__DIR__).'/vendor/composer/autoload_classmap.php'), static fn (int|string $class): bool => 1 === preg_match('#^(?:Jorvent\\\\(?!Demo\\\\|Tests\\\\|Migrations\\\\|.*(?:Command|StandIn)$)|Doctrine\\\\(?:DBAL|ORM|Persistence)\\\\(?!Tools|.*(?:Console|Tools|Mysqli|OCI8|SQLSrv|IBMDB2|SQLite|SQLServer|MySQL|MariaDB|Oracle|DB2|Driver\\\\PgSQL))|Twig\\\\(?:Extension|Runtime|Template|Macro|Markup|Source|Environment|Cache|Loader))#', (string) $class));
Preloader::preload(array_map(strval(...), array_values($classes)));
