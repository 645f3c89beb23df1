<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use PhpParser\Node;
use PhpParser\Node\Expr\MethodCall;
use PhpParser\Node\Expr\StaticCall;
use PhpParser\Node\Scalar\String_;
use PhpParser\NodeFinder;
use PhpParser\NodeVisitor\NameResolver;
use PhpParser\ParserFactory;

/** The source of all controllers, read as a tree: what their actions take from a form, so that a test walks every one of them. */
final class Controllers
{
    /** @var array<string, Node\Stmt\ClassMethod> by class and method */
    private static array $trees = [];

    /** @return list<array{class: string, method: string, tree: Node\Stmt\ClassMethod, file: string}> */
    public static function methods(): array
    {
        $methods = [];
        foreach (self::files() as $file) {
            foreach ((new NodeFinder())->findInstanceOf(self::tree($file), Node\Stmt\Class_::class) as $class) {
                foreach ($class->getMethods() as $method) {
                    $name = (string) $class->namespacedName;
                    $methods[] = ['class' => $name, 'method' => (string) $method->name, 'tree' => $method, 'file' => $file];
                }
            }
        }

        return $methods;
    }

    /**
     * What is read of a form or a query under a literal name.
     *
     * @param list<string> $readers names of the reading methods
     *
     * @return list<string> names of fields
     */
    public static function read(Node $tree, array $readers): array
    {
        $names = [];
        $finder = new NodeFinder();
        foreach ([...$finder->findInstanceOf($tree, MethodCall::class), ...$finder->findInstanceOf($tree, StaticCall::class)] as $call) {
            if (!$call->name instanceof Node\Identifier || !\in_array((string) $call->name, $readers, true)) {
                continue;
            }
            foreach ($call->args as $argument) {
                if ($argument instanceof Node\Arg && $argument->value instanceof String_) {
                    $names[] = $argument->value->value;
                    break;
                }
            }
        }

        return $names;
    }

    /**
     * What an action reads under a literal name, by itself or through methods of its class and the classes above it.
     *
     * @param list<string> $readers
     *
     * @return list<string>
     */
    public static function readBy(string $class, string $method, array $readers): array
    {
        if ([] === self::$trees) {
            foreach (self::methods() as $one) {
                self::$trees[$one['class'].'::'.$one['method']] = $one['tree'];
            }
        }
        [$names, $queue, $seen] = [[], [$method], []];
        while (null !== $one = array_shift($queue)) {
            for ($of = $class; false !== $of && class_exists($of); $of = get_parent_class($of)) {
                $tree = self::$trees[$of.'::'.$one] ?? null;
                if (null === $tree || isset($seen[$of.$one])) {
                    continue;
                }
                $seen[$of.$one] = true;
                $names = [...$names, ...self::read($tree, $readers)];
                $queue = [...$queue, ...self::called($tree)];
            }
        }

        return array_values(array_unique($names));
    }

    /** @return list<string> methods called on $this */
    private static function called(Node $tree): array
    {
        $names = [];
        foreach ((new NodeFinder())->findInstanceOf($tree, MethodCall::class) as $call) {
            if ($call->var instanceof Node\Expr\Variable && 'this' === $call->var->name && $call->name instanceof Node\Identifier) {
                $names[] = (string) $call->name;
            }
        }

        return $names;
    }

    /** @return list<string> */
    public static function files(): array
    {
        $files = [];
        $directory = new \RecursiveDirectoryIterator(\dirname(__DIR__, 2).'/src', \FilesystemIterator::SKIP_DOTS);
        foreach (new \RecursiveIteratorIterator($directory) as $file) {
            if ($file instanceof \SplFileInfo && str_contains($file->getPath(), '/Web') && 'php' === $file->getExtension()) {
                $files[] = $file->getPathname();
            }
        }
        sort($files);

        return $files;
    }

    /** @return list<Node> */
    private static function tree(string $file): array
    {
        $tree = (new ParserFactory())->createForHostVersion()->parse((string) file_get_contents($file)) ?? [];
        $traverser = new \PhpParser\NodeTraverser(new NameResolver());

        return array_values($traverser->traverse($tree));
    }
}
