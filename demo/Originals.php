<?php

declare(strict_types=1);

namespace Jorvent\Demo;

use Dompdf\Dompdf;

/** Writes a resume's text as people send it: Word, OpenDocument, RTF, a page of HTML, now and then a PDF. */
final class Originals
{
    public const TYPES = ['docx' => 'application/vnd.openxmlformats-officedocument.wordprocessingml.document', 'odt' => 'application/vnd.oasis.opendocument.text', 'rtf' => 'application/rtf', 'html' => 'text/html', 'txt' => 'text/plain', 'pdf' => 'application/pdf'];

    public static function write(string $kind, string $text): string
    {
        $lines = explode("\n", rtrim($text));

        return match ($kind) {
            'docx' => self::zip(['word/document.xml' => '<?xml version="1.0" encoding="UTF-8"?><w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>'.implode('', array_map(static fn (string $l): string => '<w:p><w:r><w:t xml:space="preserve">'.htmlspecialchars($l, \ENT_XML1).'</w:t></w:r></w:p>', $lines)).'</w:body></w:document>']),
            'odt' => self::zip(['mimetype' => 'application/vnd.oasis.opendocument.text', 'content.xml' => '<?xml version="1.0" encoding="UTF-8"?><office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:text>'.implode('', array_map(static fn (string $l): string => '<text:p>'.htmlspecialchars($l, \ENT_XML1).'</text:p>', $lines)).'</office:text></office:body></office:document-content>']),
            'rtf' => "{\\rtf1\\ansi\\ansicpg1252\\uc1{\\fonttbl{\\f0 Liberation Serif;}}\\f0\n".implode("\\par\n", array_map(self::rtf(...), $lines)).'}',
            'html' => '<!doctype html><html><head><meta charset="utf-8"><title>CV</title></head><body>'.implode('', array_map(static fn (string $l): string => '<p>'.htmlspecialchars($l).'</p>', $lines)).'</body></html>',
            'pdf' => self::pdf($lines),
            default => $text,
        };
    }

    private static function rtf(string $line): string
    {
        $out = '';
        foreach (mb_str_split($line) as $letter) {
            $code = mb_ord($letter);
            $out .= $code < 128 ? (\in_array($letter, ['\\', '{', '}'], true) ? '\\'.$letter : $letter) : '\\u'.$code.'?';
        }

        return $out;
    }

    /** @param list<string> $lines */
    private static function pdf(array $lines): string
    {
        $pdf = new Dompdf();
        $pdf->loadHtml('<style>body{font-family:DejaVu Sans;font-size:10pt}p{margin:2pt 0;min-height:9pt}</style>'.implode('', array_map(static fn (string $l): string => '<p>'.('' === $l ? '&nbsp;' : htmlspecialchars($l)).'</p>', $lines)));
        $pdf->render();

        return (string) $pdf->output();
    }

    /** @param array<string, string> $parts */
    private static function zip(array $parts): string
    {
        $file = tempnam(sys_get_temp_dir(), 'demo') ?: throw new \RuntimeException('No temporary file.');
        $zip = new \ZipArchive();
        $zip->open($file, \ZipArchive::OVERWRITE);
        foreach ($parts as $name => $part) {
            $zip->addFromString($name, $part);
            $zip->setMtimeName($name, 1_700_000_000);
        }
        $zip->close();
        $bytes = (string) file_get_contents($file);
        unlink($file);

        return $bytes;
    }
}
