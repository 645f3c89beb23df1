<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

/** OpenDocument text (ISO/IEC 26300): paragraphs, headings, tabs, lists and tables. */
final class Odt
{
    public static function text(string $content): string
    {
        $part = Zipped::part($content, 'content.xml') ?? throw new Broken('file_broken');
        $lines = new Lines();
        $xml = Zipped::xml($part);
        $body = false;
        while (@$xml->read()) {
            $name = $xml->localName;
            if (\XMLReader::ELEMENT === $xml->nodeType) {
                $body = $body || 'body' === $name;
                if ('tracked-changes' === $name || 'annotation' === $name) {
                    $xml->next();
                    continue;
                }
                match ($name) {
                    'tab' => $lines->tab(), 's' => $lines->add(str_repeat(' ', min(80, max(1, (int) $xml->getAttributeNs('c', 'urn:oasis:names:tc:opendocument:xmlns:text:1.0'))))), 'line-break' => $lines->end(), 'list-item' => $lines->item(), 'table-row' => $lines->row(), 'table-cell' => $lines->cell(), default => null,
                };
                if (('p' === $name || 'h' === $name) && $xml->isEmptyElement) {
                    $lines->end();
                }
            } elseif ((\XMLReader::TEXT === $xml->nodeType || \XMLReader::SIGNIFICANT_WHITESPACE === $xml->nodeType) && $body) {
                $lines->add((string) preg_replace('/\s+/u', ' ', $xml->value));
            } elseif (\XMLReader::END_ELEMENT === $xml->nodeType) {
                match ($name) {
                    'p', 'h' => $lines->end(), 'table-row' => $lines->endRow(), default => null,
                };
            }
        }
        if (!$body) {
            throw new Broken('file_broken');
        }

        return $lines->text();
    }
}
