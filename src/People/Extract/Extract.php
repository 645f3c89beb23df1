<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

/**
 * The text of a file, line by line, as its reader would see it. Runs in a process of its own with limits (ReadResume), so it may meet any file: what it can not read it says in a Broken, and nothing else comes out.
 */
final class Extract
{
    /** Files by what their first bytes and parts say; never by name. */
    public const TYPES = [
        'application/pdf' => 'pdf', 'application/vnd.openxmlformats-officedocument.wordprocessingml.document' => 'docx', 'application/vnd.oasis.opendocument.text' => 'odt', 'application/rtf' => 'rtf', 'text/html' => 'html', 'application/json' => 'json', 'text/vcard' => 'vcf', 'text/plain' => 'txt',
    ];

    /** @return string a type of TYPES */
    public static function type(string $content): string
    {
        $head = ltrim(substr($content, 0, 4096), "\xEF\xBB\xBF \t\r\n");

        return match (true) {
            str_starts_with($head, '%PDF-') || str_contains(substr($content, 0, 1024), '%PDF-') => 'application/pdf',
            str_starts_with($head, 'PK') => Zipped::type($content),
            str_starts_with($head, '{\rtf') => 'application/rtf',
            str_starts_with($head, "\xD0\xCF\x11\xE0") => throw new Broken('file_old_word'),
            1 === preg_match('/^(?:MZ|\x7FELF|#!|\xCA\xFE\xBA\xBE|\x1F\x8B|<\?php|Rar!|7z\xBC\xAF|\x89PNG|\xFF\xD8\xFF|GIF8|BM.{4}\x00{4})/s', $head) => throw new Broken('file_not_a_resume'),
            1 === preg_match('/^(?:<!doctype html|<html|<head|<body)/i', $head) || (str_starts_with($head, '<') && 1 === preg_match('/<(?:html|body|p|div|h1|table)\b/i', $head)) => 'text/html',
            1 === preg_match('/^BEGIN:VCARD/i', $head) => 'text/vcard',
            str_starts_with($head, '{') && null !== json_decode(self::utf8($content)) => 'application/json',
            self::isText($content) => 'text/plain',
            default => throw new Broken('file_not_a_resume'),
        };
    }

    public static function text(string $type, string $content): string
    {
        return match (self::TYPES[$type] ?? '') {
            'docx' => Docx::text($content), 'odt' => Odt::text($content), 'rtf' => Rtf::text($content), 'html' => Html::text(self::utf8($content, html: true)), 'json' => JsonResume::text(self::utf8($content)), 'vcf' => Vcard::text(self::utf8($content)), 'txt' => self::utf8($content),
            default => throw new Broken('file_not_a_resume'),
        };
    }

    /** Text in whatever encoding it came, by its marks, else by what its bytes can be. */
    public static function utf8(string $content, bool $html = false): string
    {
        if (str_starts_with($content, "\xEF\xBB\xBF")) {
            return mb_scrub(substr($content, 3));
        }
        foreach (["\xFF\xFE\x00\x00" => 'UTF-32LE', "\x00\x00\xFE\xFF" => 'UTF-32BE', "\xFF\xFE" => 'UTF-16LE', "\xFE\xFF" => 'UTF-16BE'] as $mark => $encoding) {
            if (str_starts_with($content, $mark)) {
                return mb_convert_encoding(substr($content, \strlen($mark)), 'UTF-8', $encoding);
            }
        }
        if (mb_check_encoding($content, 'UTF-8') && !str_contains($content, "\0")) {
            return $content;
        }
        $zeros = [0, 0];
        $head = substr($content, 0, 2000);
        for ($i = 0, $n = \strlen($head); $i < $n; ++$i) {
            $zeros[$i % 2] += "\0" === $head[$i] ? 1 : 0;
        }
        if (max($zeros) > \strlen($head) / 4) {
            return mb_convert_encoding($content, 'UTF-8', $zeros[1] > $zeros[0] ? 'UTF-16LE' : 'UTF-16BE');
        }
        if ($html && 1 === preg_match('/charset=["\']?([a-z0-9_\-]+)/i', substr($content, 0, 2000), $m) && \in_array(strtolower($m[1]), ['iso-8859-1', 'iso-8859-2', 'iso-8859-15', 'windows-1250', 'windows-1252'], true)) {
            return self::convert($content, $m[1]);
        }
        // Polish letters stand elsewhere than Norwegian ones: the reading with more letters of words wins
        $best = ['', -1];
        foreach (['Windows-1252', 'Windows-1250', 'ISO-8859-2'] as $encoding) {
            $text = self::convert($content, $encoding);
            $good = (int) preg_match_all('/[æøåÆØÅąćęłńóśźżĄĆĘŁŃÓŚŹŻéèáíúñüöä–—•’”“]/u', $text) - 3 * (int) preg_match_all('/[¹³¿¶¼¾¯\x{80}-\x{9F}]|\p{L}[¹³¿£¥¼]\p{L}/u', $text);
            if ($good > $best[1] || '' === $best[0]) {
                $best = [$text, $good];
            }
        }

        return $best[0];
    }

    private static function convert(string $content, string $encoding): string
    {
        $text = iconv($encoding, 'UTF-8//IGNORE', $content);

        return mb_scrub(false === $text ? '' : $text);
    }

    private static function isText(string $content): bool
    {
        if (str_starts_with($content, "\xFF\xFE") || str_starts_with($content, "\xFE\xFF")) {
            return true;
        }
        $head = substr(self::utf8(substr($content, 0, 4096)), 0, 4096);

        return 0 === preg_match('/[\x00-\x08\x0E-\x1A\x1C-\x1F]/', $head);
    }
}
