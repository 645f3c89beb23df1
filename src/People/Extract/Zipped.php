<?php

declare(strict_types=1);

namespace Jorvent\People\Extract;

/** One part of a zipped document, read up to a limit: what unpacks to more than a document can be is a bomb, and no part of it is unpacked further. Nothing is ever written to a path that the archive names. */
final class Zipped
{
    private const MOST_BYTES = 24_000_000;
    private const MOST_ENTRIES = 3000;
    /** Text packs well; this well it never does. */
    private const MOST_RATIO = 200;

    public static function type(string $content): string
    {
        $zip = self::open($content);
        $mime = false === $zip->locateName('mimetype') ? '' : trim((string) $zip->getFromName('mimetype', 200));
        if ('application/vnd.oasis.opendocument.text' === $mime) {
            return $mime;
        }
        if (false !== $zip->locateName('word/document.xml')) {
            return 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';
        }

        throw new Broken('file_not_a_resume');
    }

    /** @return string|null null when there is no such part */
    public static function part(string $content, string $name): ?string
    {
        $zip = self::open($content);
        $stat = $zip->statName($name);
        if (false === $stat) {
            return null;
        }
        if ($stat['size'] > self::MOST_BYTES || ($stat['size'] > 1_000_000 && $stat['size'] > self::MOST_RATIO * max(1, $stat['comp_size']))) {
            throw new Broken('file_bomb');
        }
        $stream = $zip->getStream($name);
        if (false === $stream) {
            throw new Broken('file_broken');
        }
        // the size that the archive states may be a lie
        $bytes = (string) stream_get_contents($stream, self::MOST_BYTES + 1);
        if (\strlen($bytes) > self::MOST_BYTES) {
            throw new Broken('file_bomb');
        }

        return $bytes;
    }

    /** A reader for XML that fetches nothing and expands nothing. */
    public static function xml(string $bytes): \XMLReader
    {
        if (false !== stripos(substr($bytes, 0, 20_000), '<!DOCTYPE') || false !== stripos(substr($bytes, 0, 20_000), '<!ENTITY')) {
            throw new Broken('file_broken');
        }
        $xml = \XMLReader::XML($bytes, null, \LIBXML_NONET | \LIBXML_COMPACT | \LIBXML_NOERROR | \LIBXML_NOWARNING);

        return $xml instanceof \XMLReader ? $xml : throw new Broken('file_broken');
    }

    public static function open(string $content): \ZipArchive
    {
        $file = tempnam(sys_get_temp_dir(), 'zip');
        if (false === $file) {
            throw new \RuntimeException('No temporary file.');
        }
        file_put_contents($file, $content);
        $zip = new \ZipArchive();
        $opened = $zip->open($file, \ZipArchive::RDONLY);
        @unlink($file);
        if (true !== $opened) {
            throw new Broken('file_broken');
        }
        if ($zip->numFiles > self::MOST_ENTRIES) {
            throw new Broken('file_bomb');
        }

        return $zip;
    }
}
