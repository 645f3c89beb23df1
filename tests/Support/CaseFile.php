<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

/** Golden files: blocks of title, input, a line of five dashes, and what is expected, parted by empty lines. */
final class CaseFile
{
    /** @return \Generator<string, array{string, string}> */
    public static function read(string $file): \Generator
    {
        $text = (string) file_get_contents($file);
        preg_match_all('/^(?<title>[^\n]+)\n(?<input>(?:(?!-----$)[^\n]*\n)*?)-----\n(?<expected>(?:[^\n]+\n)*)/m', $text."\n", $blocks, \PREG_SET_ORDER);
        if ([] === $blocks) {
            throw new \LogicException('No cases in '.$file);
        }
        foreach ($blocks as $block) {
            yield $block['title'] => [rtrim($block['input'], "\n"), rtrim($block['expected'])];
        }
    }
}
