<?php

declare(strict_types=1);

use Jorvent\Outside\StandIn\Desk;
use Symfony\Component\Dotenv\Dotenv;
use Symfony\Component\HttpFoundation\Request;

// The stand-ins' own front door, a program apart from the application: it shares neither its container nor its database.
require dirname(__DIR__, 2).'/vendor/autoload.php';
if (is_string($_SERVER['JORVENT_ENV_FILE'] ?? null)) {
    (new Dotenv())->load($_SERVER['JORVENT_ENV_FILE']);
}
$var = $_SERVER['JORVENT_VAR'] ?? null;
$desk = Desk::at(is_string($var) ? $var : throw new RuntimeException('JORVENT_VAR is not set.'));
$request = Request::createFromGlobals();
$desk->answer($request)->send(); // with php-fpm, send() also ends the connection
$desk->afterwards($request);
