<?php

declare(strict_types=1);

namespace Jorvent\Tests\Measures;

use PhpParser\Node\Name\FullyQualified;

/** Which module imports which. */
final readonly class Modules
{
    /** @param array<string, array<string, true>> $imports by module */
    private function __construct(private array $imports)
    {
    }

    /** @param list<Source> $sources of src */
    public static function of(array $sources): self
    {
        $imports = [];
        foreach ($sources as $source) {
            $from = $source->module();
            foreach ($source->all(FullyQualified::class) as $name) {
                if (str_starts_with($name->toString(), 'Jorvent\\') && substr_count($name->toString(), '\\') > 1) {
                    $imports[$from][Source::moduleOf($name->toString())] = true;
                }
            }
            unset($imports[$from][$from]);
        }

        return new self($imports);
    }

    /** @return list<string> pairs that import each other */
    public function pairs(): array
    {
        $pairs = [];
        foreach ($this->imports as $one => $others) {
            foreach (array_keys($others) as $other) {
                if ($one < $other && isset($this->imports[$other][$one])) {
                    $pairs[] = $one.' and '.$other;
                }
            }
        }

        return $pairs;
    }

    /** @return list<string> modules that reach themselves, by however many steps */
    public function inCycles(): array
    {
        return array_values(array_filter(array_keys($this->imports), fn (string $m): bool => \in_array($m, $this->reached($m), true)));
    }

    /** @return list<string> */
    public function importedBy(string $module): array
    {
        return array_keys($this->imports[$module] ?? []);
    }

    /** @return list<string> */
    private function reached(string $from): array
    {
        $reached = [];
        $next = array_keys($this->imports[$from] ?? []);
        while (null !== $one = array_pop($next)) {
            if (!isset($reached[$one])) {
                $reached[$one] = true;
                array_push($next, ...array_keys($this->imports[$one] ?? []));
            }
        }

        return array_keys($reached);
    }
}
