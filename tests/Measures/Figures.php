<?php

declare(strict_types=1);

namespace Jorvent\Tests\Measures;

use PhpParser\Node;
use PhpParser\Node\Stmt\ClassMethod;
use PhpParser\NodeFinder;
use Symfony\Component\Finder\Finder;

/** What is measured of the code: each figure has a ceiling that only falls (tests/ceilings.json). */
final class Figures
{
    private const LINE = 120;
    private const LINE_OF_TESTS = 140;
    private const METHOD_LINES = 40;
    private const METHOD_CHARACTERS = 1_600;
    private const METHOD_BRANCHES = 15;
    private const PARAMETERS = 8;
    /** Parsers and solvers, whose steps read better in one place. */
    private const MAY_BE_LONG = [
        'src/Core/Query/Parser.php', 'src/Core/Query/Tokeniser.php', 'src/Core/Resume/Spells.php', 'src/People/Extract/Rtf.php',
    ];
    /** Where SQL that writes is at home: the index, and what counts or locks. */
    private const STORES = '#^src/(?:\w+/Store|Platform)/#';
    private const DEMO = '/skerry/i';

    /** @var list<Source> */
    private readonly array $src;
    /** @var list<Source> */
    private readonly array $tests;
    /** @var array<string, list<string>> what each figure is made of, as far as it is worth naming */
    private array $where = [];

    public function __construct(private readonly string $root)
    {
        $this->src = Source::in($root, 'src');
        $this->tests = [...Source::in($root, 'tests'), ...Source::in($root, 'migrations')];
    }

    /** @return array<string, int> */
    public function all(): array
    {
        return [
            ...$this->lines(), ...$this->twig(), ...$this->methods(), ...$this->modules(), ...$this->folders(), ...$this->statements(),
            ...$this->tables(), 'demo named' => $this->demo(),
        ];
    }

    /** @return list<string> */
    public function where(string $figure): array
    {
        return $this->where[$figure] ?? [];
    }

    /** @return array<string, int> */
    private function lines(): array
    {
        $long = 0;
        $longest = 0;
        foreach ([[$this->src, self::LINE], [$this->tests, self::LINE_OF_TESTS]] as [$sources, $most]) {
            foreach ($sources as $source) {
                $lengths = array_map(mb_strlen(...), $source->lines);
                $over = \count(array_filter($lengths, static fn (int $n): bool => $n > $most));
                $this->note('long PHP lines', $over, $source->path);
                $long += $over;
                $longest = max([$longest, ...$lengths]);
            }
        }

        return ['long PHP lines' => $long, 'longest PHP line' => $longest];
    }

    /** @return array<string, int> */
    private function twig(): array
    {
        $long = 0;
        $longest = 0;
        foreach ($this->files('templates', '/\.twig$/') as $path) {
            $lengths = array_map(mb_strlen(...), file($this->root.'/'.$path, \FILE_IGNORE_NEW_LINES) ?: []);
            $over = \count(array_filter($lengths, static fn (int $n): bool => $n > self::LINE_OF_TESTS));
            $this->note('long Twig lines', $over, $path);
            $long += $over;
            $longest = max([$longest, ...$lengths]);
        }

        return ['long Twig lines' => $long, 'longest Twig line' => $longest];
    }

    /** @return array<string, int> */
    private function methods(): array
    {
        $long = $wide = 0;
        foreach ($this->src as $source) {
            if (\in_array($source->path, self::MAY_BE_LONG, true)) {
                continue;
            }
            foreach ($source->all(ClassMethod::class) as $method) {
                $at = $source->path.' '.$method->name->toString();
                if (self::isLong($source, $method)) {
                    ++$long;
                    $this->note('long methods', 1, $at);
                }
                if ('__construct' === $method->name->toString() && \count($method->params) > self::PARAMETERS) {
                    ++$wide;
                    $this->note('wide constructors', \count($method->params), $at);
                }
            }
        }

        return ['long methods' => $long, 'wide constructors' => $wide];
    }

    private static function isLong(Source $source, ClassMethod $method): bool
    {
        $text = substr($source->text, $method->getStartFilePos(), $method->getEndFilePos() - $method->getStartFilePos() + 1);
        $branches = (new NodeFinder())->find([$method], static fn (Node $n): bool => $n instanceof Node\Stmt\If_
            || $n instanceof Node\Stmt\ElseIf_ || $n instanceof Node\Stmt\For_ || $n instanceof Node\Stmt\Foreach_
            || $n instanceof Node\Stmt\While_ || $n instanceof Node\Stmt\Do_ || $n instanceof Node\Stmt\Catch_
            || $n instanceof Node\Stmt\Case_ || $n instanceof Node\MatchArm || $n instanceof Node\Expr\Ternary
            || $n instanceof Node\Expr\BinaryOp\Coalesce || $n instanceof Node\Expr\BinaryOp\BooleanAnd
            || $n instanceof Node\Expr\BinaryOp\BooleanOr);

        return $method->getEndLine() - $method->getStartLine() + 1 > self::METHOD_LINES
            || mb_strlen($text) > self::METHOD_CHARACTERS
            || \count($branches) > self::METHOD_BRANCHES;
    }

    /** @return array<string, int> */
    private function modules(): array
    {
        $modules = Modules::of($this->src);
        $of = ['module pairs' => $modules->pairs(), 'modules in cycles' => $modules->inCycles()];
        $of['modules that Platform imports'] = array_values(array_diff($modules->importedBy('Platform'), ['Core/Shared']));
        $this->where = [...$this->where, ...$of];

        return array_map(\count(...), $of);
    }

    /** @return array<string, int> */
    private function folders(): array
    {
        $sizes = array_count_values(array_map(static fn (Source $s): string => \dirname($s->path), $this->src));
        arsort($sizes);
        foreach (\array_slice($sizes, 0, 8) as $folder => $files) {
            $this->note('files in a folder', $files, $folder);
        }

        return ['files in a folder' => max([0, ...array_values($sizes)])];
    }

    /** @return array<string, int> */
    private function statements(): array
    {
        $owner = Foreign::owners();
        $figures = [];
        foreach ($this->src as $source) {
            $module = $source->module();
            $isStore = 1 === preg_match(self::STORES, $source->path);
            $isQuery = str_ends_with($source->path, 'Query.php');
            $foreign = static fn (string $table): bool => isset($owner[$table]) && $owner[$table] !== $module;
            $is = [
                'SQL statements' => static fn (string $sql): bool => true,
                'SQL statements in Web' => static fn (string $sql): bool => str_contains($source->path, '/Web/'),
                'SQL statements that write' => static fn (string $sql): bool => !$isStore && [] !== Statements::written($sql),
                'reads of other modules' => static fn (string $sql): bool => !$isQuery
                    && [] !== array_filter(Statements::read($sql), $foreign),
                'writes to other modules' => static fn (string $sql): bool => [] !== array_filter(Statements::written($sql), $foreign),
            ];
            $found = Statements::of($source);
            foreach ($is as $figure => $counts) {
                $n = \count(array_filter($found, $counts));
                $this->note($figure, $n, $source->path);
                $figures[$figure] = ($figures[$figure] ?? 0) + $n;
            }
        }

        return $figures;
    }

    /** @return array<string, int> */
    private function tables(): array
    {
        /** @var list<string> $without */
        $without = is_file($file = $this->root.'/config/tables_without_entity.php') ? require $file : [];
        $tables = array_filter($without, static fn (string $name): bool => !str_contains($name, '.'));
        $this->where['tables without entity'] = array_values($tables);
        $this->where['columns without property'] = array_values(array_diff($without, $tables));

        return ['tables without entity' => \count($tables), 'columns without property' => \count($without) - \count($tables)];
    }

    /** How often the product names the company of its demo. */
    private function demo(): int
    {
        $times = 0;
        foreach (['src', 'templates', 'assets', 'config', 'translations'] as $folder) {
            foreach ($this->files($folder, '/\.(php|twig|js|css|yaml|svg)$/') as $path) {
                $n = (int) preg_match_all(self::DEMO, (string) file_get_contents($this->root.'/'.$path));
                $this->note('demo named', $n, $path);
                $times += $n;
            }
        }

        return $times;
    }

    /** @return list<string> */
    private function files(string $folder, string $pattern): array
    {
        $found = [];
        foreach (Finder::create()->files()->in($this->root.'/'.$folder)->name($pattern)->sortByName() as $file) {
            $found[] = $folder.'/'.$file->getRelativePathname();
        }

        return $found;
    }

    private function note(string $figure, int $n, string $where): void
    {
        if ($n > 0) {
            $this->where[$figure][] = \sprintf('%4d %s', $n, $where);
        }
    }
}
