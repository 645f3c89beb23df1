<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

/** Office Open XML text (ECMA-376): paragraphs, tabs, lists and tables of the document, after what stands in its headers. */
final class Docx
{
    public static function text(string $content): string
    {
        $lines = new Lines();
        foreach (['word/header1.xml', 'word/header2.xml', 'word/header3.xml', 'word/document.xml'] as $name) {
            $part = Zipped::part($content, $name);
            if (null !== $part) {
                self::read($part, $lines);
            } elseif ('word/document.xml' === $name) {
                throw new Broken('file_broken');
            }
        }

        return $lines->text();
    }

    private static function read(string $part, Lines $lines): void
    {
        $xml = Zipped::xml($part);
        $seen = false;
        while (@$xml->read()) {
            $seen = true;
            $name = $xml->localName;
            if (\XMLReader::ELEMENT === $xml->nodeType) {
                if ('Fallback' === $name || 'del' === $name || 'moveFrom' === $name || 'instrText' === $name) {
                    // the same again for older programs, and what was struck out
                    $xml->next();
                    continue;
                }
                match ($name) {
                    't' => $lines->add($xml->readString()), 'tab' => 'tabs' === self::parent($xml) ? null : $lines->tab(), 'br', 'cr' => $lines->end(), 'noBreakHyphen' => $lines->add('-'), 'numPr' => $lines->item(), 'tr' => $lines->row(), 'tc' => $lines->cell(), default => null,
                };
                if ('p' === $name && $xml->isEmptyElement) {
                    $lines->end();
                }
            } elseif (\XMLReader::END_ELEMENT === $xml->nodeType) {
                match ($name) {
                    'p' => $lines->end(), 'tr' => $lines->endRow(), default => null,
                };
            }
        }
        if (!$seen) {
            throw new Broken('file_broken');
        }
    }

    /** A tab stop of a paragraph's settings has a position; a tab in the text has none. */
    private static function parent(\XMLReader $xml): string
    {
        return $xml->attributeCount > 0 ? 'tabs' : '';
    }
}
