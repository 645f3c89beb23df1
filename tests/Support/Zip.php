<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

/** The bytes of an archive with these parts. */
final class Zip
{
    /** @param array<string, string> $parts contents by name */
    public static function of(array $parts): string
    {
        $file = tempnam(sys_get_temp_dir(), 'zip') ?: throw new \RuntimeException('No temporary file.');
        $zip = new \ZipArchive();
        $zip->open($file, \ZipArchive::OVERWRITE);
        foreach ($parts as $name => $part) {
            $zip->addFromString($name, $part);
        }
        $zip->close();
        $content = (string) file_get_contents($file);
        unlink($file);

        return $content;
    }
}
