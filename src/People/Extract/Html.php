<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

/** The text of an HTML page: blocks end lines, rows of tables are lines, list items have bullets; scripts and styles are not text. */
final class Html
{
    private const BLOCKS = ['p', 'div', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'ul', 'ol', 'section', 'article', 'header', 'footer', 'main', 'aside', 'address', 'blockquote', 'pre', 'dt', 'dd', 'dl', 'table', 'figure', 'form', 'fieldset', 'hr'];
    private const PASSED = ['script', 'style', 'head', 'template', 'noscript', 'svg', 'math', 'iframe', 'object', 'title'];
    private const DEEPEST = 200;

    public static function text(string $html): string
    {
        $document = new \DOMDocument();
        if ('' === trim($html) || !@$document->loadHTML('<?xml encoding="UTF-8">'.(string) preg_replace('/<!DOCTYPE[^>]*>|<\?[^>]*>/i', '', $html), \LIBXML_NONET | \LIBXML_NOERROR | \LIBXML_NOWARNING | \LIBXML_COMPACT)) {
            throw new Broken('file_broken');
        }
        $lines = new Lines();
        self::walk($document, $lines, 0);

        return $lines->text();
    }

    private static function walk(\DOMNode $node, Lines $lines, int $depth): void
    {
        if ($depth > self::DEEPEST) {
            return;
        }
        foreach ($node->childNodes as $child) {
            if ($child instanceof \DOMText) {
                $lines->add((string) preg_replace('/\s+/u', ' ', $child->data));
                continue;
            }
            $name = strtolower($child->nodeName);
            if (!$child instanceof \DOMElement || \in_array($name, self::PASSED, true)) {
                continue;
            }
            if ('br' === $name) {
                $lines->end();
                continue;
            }
            $block = \in_array($name, self::BLOCKS, true);
            if ($block) {
                $lines->end();
            }
            match ($name) {
                'li' => (static function () use ($lines): void {
                    $lines->end();
                    $lines->item();
                })(), 'tr' => $lines->row(), 'td', 'th' => $lines->cell(), default => null,
            };
            self::walk($child, $lines, $depth + 1);
            if ('td' === $name || 'th' === $name) {
                $lines->end();
            } elseif ('tr' === $name) {
                $lines->endRow();
            } elseif ($block || 'li' === $name) {
                $lines->end();
            }
        }
    }
}
