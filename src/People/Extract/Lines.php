<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

/** Collects text as lines: paragraphs end lines, a row of a table is one line with wide blanks between its cells, an item of a list begins with a bullet. */
final class Lines
{
    private const MOST = 400_000;

    private string $text = '';
    private string $line = '';

    /** @var list<list<string>> the cells of rows that are open, tables within tables */
    private array $rows = [];
    private bool $bullet = false;

    public function add(string $text): void
    {
        if (\strlen($this->text) + \strlen($this->line) < self::MOST) {
            $this->line .= $text;
        }
    }

    public function tab(): void
    {
        $this->add('    ');
    }

    public function item(): void
    {
        $this->bullet = true;
    }

    /** Ends a paragraph. */
    public function end(bool $blank = false): void
    {
        $line = rtrim(str_replace(["\r", "\n"], ' ', $this->line));
        $line = ($this->bullet && '' !== trim($line) ? '• ' : '').$line;
        $this->line = '';
        $this->bullet = false;
        if ([] !== $this->rows) {
            $row = array_pop($this->rows);
            if ([] !== $row && '' !== trim($line)) {
                $cell = array_pop($row);
                $row[] = $cell.('' === $cell ? '' : "\n").$line;
            }
            $this->rows[] = $row;

            return;
        }
        if (\strlen($this->text) < self::MOST) {
            $this->text .= $line."\n".($blank ? "\n" : '');
        }
    }

    public function row(): void
    {
        $this->rows[] = [];
    }

    public function cell(): void
    {
        if ([] !== $this->rows) {
            if ('' !== trim($this->line)) {
                $this->end();
            }
            $this->rows[\count($this->rows) - 1][] = '';
        }
    }

    /** One line when every cell is one; a cell of many lines is a column of its own and is read after the one before. */
    public function endRow(): void
    {
        if ('' !== trim($this->line)) {
            $this->end();
        }
        $cells = array_pop($this->rows) ?? [];
        $many = \count(array_filter($cells, static fn (string $c): bool => substr_count($c, "\n") > 2)) > 0;
        foreach ($many ? array_map(static fn (string $c): array => explode("\n", $c."\n"), $cells) : [[implode('    ', array_map(static fn (string $c): string => str_replace("\n", '    ', $c), array_filter($cells, static fn (string $c): bool => '' !== trim($c))))]] as $lines) {
            foreach ($lines as $line) {
                $this->line = $line;
                $this->end();
            }
        }
    }

    public function text(): string
    {
        if ('' !== trim($this->line)) {
            $this->end();
        }

        return $this->text;
    }
}
