<?php

declare(strict_types=1);

namespace Jorvent\Tests\Measures;

use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\NodeTraverser;
use PhpParser\NodeVisitor\NameResolver;
use PhpParser\ParserFactory;
use Symfony\Component\Finder\Finder;

/** One PHP file, read once: its lines and its tree with whole names. */
final readonly class Source
{
    /**
     * @param string       $path  from the root of the project
     * @param list<string> $lines
     * @param array<Node>  $tree
     */
    private function __construct(public string $path, public string $text, public array $lines, public array $tree)
    {
    }

    /** @return list<self> of a folder */
    public static function in(string $root, string $place): array
    {
        $sources = [];
        foreach (Finder::create()->files()->in($root.'/'.$place)->name('*.php')->sortByName() as $file) {
            $text = $file->getContents();
            $tree = (new ParserFactory())->createForHostVersion()->parse($text) ?? [];
            $tree = (new NodeTraverser(new NameResolver()))->traverse($tree);
            $sources[] = new self($place.'/'.$file->getRelativePathname(), $text, explode("\n", rtrim($text, "\n")), $tree);
        }

        return $sources;
    }

    /** The module of a file in src: its first folder, and Core/Shared apart from Core. */
    public function module(): string
    {
        return self::moduleOf(str_replace('/', '\\', 'Jorvent/'.substr($this->path, 4, -4)));
    }

    /** @param string $class with its namespace */
    public static function moduleOf(string $class): string
    {
        $parts = explode('\\', $class);

        return 'Core' === $parts[1] && 'Shared' === ($parts[2] ?? '') ? 'Core/Shared' : $parts[1];
    }

    /**
     * @template T of Node
     *
     * @param class-string<T> $kind
     *
     * @return list<T>
     */
    public function all(string $kind): array
    {
        return array_values((new NodeFinder())->findInstanceOf($this->tree, $kind));
    }
}
