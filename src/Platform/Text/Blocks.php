<?php

declare(strict_types=1);

namespace Jorvent\Platform\Text;

/** A rich text as blocks, each with the heading it begins with. */
final class Blocks
{
    /** @return list<array{heading: string, html: string}> html without the heading; what stands before the first heading has none */
    public static function of(string $html): array
    {
        $blocks = [];
        foreach (preg_split('#(?=<h2>)#', $html, -1, \PREG_SPLIT_NO_EMPTY) ?: [] as $part) {
            $heading = 1 === preg_match('#^<h2>(.*?)</h2>#s', $part, $m) ? $m[1] : '';
            $blocks[] = ['heading' => html_entity_decode(strip_tags($heading)), 'html' => trim((string) preg_replace('#^<h2>.*?</h2>#s', '', $part))];
        }

        return $blocks;
    }

    /** Puts a block in place of the one with the same heading, else at the end. */
    public static function take(string $html, string $heading, string $block): string
    {
        $blocks = self::of($html);
        $taken = false;
        foreach ($blocks as $i => $old) {
            if ('' !== $heading && mb_strtolower($old['heading']) === mb_strtolower($heading)) {
                $blocks[$i]['html'] = $block;
                $taken = true;
                break;
            }
        }
        if (!$taken) {
            $blocks[] = ['heading' => $heading, 'html' => $block];
        }

        return implode('', array_map(static fn (array $b): string => ('' === $b['heading'] ? '' : '<h2>'.htmlspecialchars($b['heading'], \ENT_NOQUOTES).'</h2>').$b['html'], $blocks));
    }

    /** @param array{heading: string, text: string, items: list<string>} $block */
    public static function html(array $block): string
    {
        $safe = static fn (string $t): string => htmlspecialchars($t, \ENT_NOQUOTES);

        return ('' === $block['text'] ? '' : '<p>'.$safe($block['text']).'</p>').([] === $block['items'] ? '' : '<ul>'.implode('', array_map(static fn (string $i): string => '<li>'.$safe($i).'</li>', $block['items'])).'</ul>');
    }
}
