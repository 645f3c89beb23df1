<?php

declare(strict_types=1);

// Compares what composer.json requires with what the code uses, and names what is unused and what is used but not required.
// Classes are read from the PHP files by their parser, from settings and templates by their names.
use PhpParser\Node;
use PhpParser\Node\Name\FullyQualified;
use PhpParser\NodeTraverser;
use PhpParser\NodeVisitor\NameResolver;
use PhpParser\NodeVisitorAbstract;
use PhpParser\ParserFactory;
use Symfony\Component\Finder\Finder;

$root = dirname(__DIR__, 2);
require $root.'/vendor/autoload.php';

/** What is used without a class of it being named, and by what. */
const USED_OTHERWISE = [
    'symfony/yaml' => 'config/**/*.yaml',
    'symfony/runtime' => 'vendor/autoload_runtime.php, which it writes',
    'symfony/doctrine-messenger' => 'the transports of config/packages/messenger.yaml',
    'symfony/serializer' => 'messenger.transport.symfony_serializer',
    'symfony/property-access' => 'what the serializer reads messages with',
    'symfony/css-selector' => 'filter() of symfony/dom-crawler',
    'symfony/asset' => 'asset() in templates',
    'psr/http-message' => 'held at 1 for zbateson/mail-mime-parser, which does not say that it can not do with 2',
    'friendsofphp/php-cs-fixer' => 'bin/test static',
    'phpstan/phpstan' => 'bin/test static',
    'phpstan/extension-installer' => 'bin/test static',
    'phpstan/phpstan-phpunit' => 'bin/test static',
    'phpstan/phpstan-strict-rules' => 'bin/test static',
    'phpstan/phpstan-symfony' => 'bin/test static',
];
/** What runs the application, and what only tests and development run. */
const RUNS = [
    'src', 'demo', 'config', 'migrations', 'public', 'bin/console', 'bin/standin-mail', 'bin/lib/read.php', 'bin/lib/standin.php',
];
const DEVELOPS = ['tests', 'bin/lib', 'bin/mutate', '.php-cs-fixer.dist.php'];

/** @return list<string> names of classes */
$named = static function (string $file): array {
    $code = (string) file_get_contents($file);
    if (!str_ends_with($file, '.php') && !str_starts_with($code, '#!/usr/bin/env php')) {
        preg_match_all('/[A-Z]\w+(?:\\\\[A-Z]\w+)+/', $code, $m);

        return $m[0];
    }
    $visitor = new class extends NodeVisitorAbstract {
        /** @var list<string> */
        public array $names = [];

        public function enterNode(Node $node): null
        {
            if ($node instanceof FullyQualified) {
                $this->names[] = $node->toString();
            }

            return null;
        }
    };
    (new NodeTraverser(new NameResolver(), $visitor))->traverse((new ParserFactory())->createForHostVersion()->parse($code) ?? []);

    return $visitor->names;
};
/** @return array<string, string> a file by each class that is named in it */
$used = static function (array $places) use ($root, $named): array {
    $classes = [];
    foreach ($places as $place) {
        $path = $root.'/'.(is_string($place) ? $place : '');
        $files = is_dir($path) ? array_keys(iterator_to_array(Finder::create()->files()->in($path)->name(['*.php', '*.yaml']))) : [$path];
        foreach ($files as $file) {
            foreach ($named($file) as $class) {
                $classes[$class] ??= substr($file, strlen($root) + 1);
            }
        }
    }

    return $classes;
};

/** @var array<string, string> $map a file by class, of everything that is installed */
$map = require $root.'/vendor/composer/autoload_classmap.php';
/** @return string|null the package that a class comes from */
$package = static function (string $class) use ($map, $root): ?string {
    $inside = explode('/', substr($map[$class] ?? '', strlen($root.'/vendor/')));

    $name = isset($map[$class]) && str_starts_with($map[$class], $root.'/vendor/') ? $inside[0].'/'.$inside[1] : null;

    // what a polyfill stands for is PHP's own
    return str_starts_with((string) $name, 'symfony/polyfill-') ? null : $name;
};

/** @var array{require: array<string, string>, 'require-dev': array<string, string>} $composer */
$composer = json_decode((string) file_get_contents($root.'/composer.json'), true, 64, \JSON_THROW_ON_ERROR);
$platform = static fn (string $name): bool => 'php' === $name || str_starts_with($name, 'ext-');
$run = array_filter(array_keys($composer['require']), static fn (string $n): bool => !$platform($n));
$dev = array_keys($composer['require-dev']);
$wrong = [];
$seen = array_keys(USED_OTHERWISE);
foreach ([[RUNS, $run], [DEVELOPS, [...$run, ...$dev]]] as [$places, $declared]) {
    foreach ($used($places) as $class => $file) {
        $from = $package($class);
        if (null === $from) {
            continue;
        }
        $seen[] = $from;
        // config/bundles.php names what only a development installation has, for its environment
        if (!in_array($from, 'config/bundles.php' === $file ? [...$run, ...$dev] : $declared, true)) {
            $wrong['not required: '.$from] ??= "$class in $file";
        }
    }
}
foreach (array_diff([...$run, ...$dev], $seen) as $name) {
    $wrong['not used: '.$name] = 'composer.json';
}
ksort($wrong);
foreach ($wrong as $what => $where) {
    echo "$what ($where)\n";
}
exit([] === $wrong ? 0 : 1);
