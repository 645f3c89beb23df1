<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Core\Shared\Refused;

/** A picture as it is safe to show: read as pixels and written anew as PNG, whatever else was in the file. */
final readonly class Logo
{
    public const MOST_BYTES = 1_000_000;
    private const KINDS = [\IMAGETYPE_PNG, \IMAGETYPE_JPEG, \IMAGETYPE_WEBP];
    private const LEAST_SIDE = 8;
    private const MOST_SIDE = 4000;
    /** Twice the height that it is shown at, which is enough for any screen. */
    private const HEIGHT = 88;

    private function __construct(public string $png, public int $width, public int $height)
    {
    }

    /** @throws Refused at logo */
    public static function read(string $bytes): self
    {
        if (\strlen($bytes) > self::MOST_BYTES) {
            throw Refused::because('logo_too_large', 'logo');
        }
        $size = @getimagesizefromstring($bytes);
        $image = false !== $size && self::isUsable($size) ? @imagecreatefromstring($bytes) : false;
        if (false === $image) {
            throw Refused::because('logo_wrong', 'logo');
        }
        imagepalettetotruecolor($image);
        $height = min(self::HEIGHT, imagesy($image));
        $width = max(1, (int) round(imagesx($image) * $height / imagesy($image)));
        $small = imagecreatetruecolor($width, $height);
        imagealphablending($small, false);
        imagesavealpha($small, true);
        imagefill($small, 0, 0, (int) imagecolorallocatealpha($small, 0, 0, 0, 127));
        imagecopyresampled($small, $image, 0, 0, 0, 0, $width, $height, imagesx($image), imagesy($image));
        ob_start();
        imagepng($small, null, 9);

        return new self((string) ob_get_clean(), $width, $height);
    }

    /** @param array{int, int, int, ...} $size width, height and kind */
    private static function isUsable(array $size): bool
    {
        return \in_array($size[2], self::KINDS, true)
            && min($size[0], $size[1]) >= self::LEAST_SIDE
            && max($size[0], $size[1]) <= self::MOST_SIDE;
    }
}
