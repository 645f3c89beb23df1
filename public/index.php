<?php

declare(strict_types=1);

use Symfony\Component\HttpFoundation\Request;

/** @var Jorvent\Platform\Kernel $kernel */
$kernel = require dirname(__DIR__).'/config/bootstrap.php';
$request = Request::createFromGlobals();
$response = $kernel->handle($request);
$response->send();
$kernel->terminate($request, $response);
