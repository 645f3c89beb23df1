<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Web;

use Jorvent\Platform\Text\RichText;
use Twig\Attribute\AsTwigFunction;

final readonly class CatalogueTwig
{
    /** A field of a role profile in words, for comparing versions: a line for each entry of a list. */
    #[AsTwigFunction('profile_value')]
    public function value(mixed $value): string
    {
        if (null === $value || '' === $value) {
            return '–';
        }
        if (!\is_array($value)) {
            return self::text($value);
        }
        $lines = [];
        foreach ($value as $key => $one) {
            $text = \is_array($one) ? implode(' · ', array_map(self::inner(...), $one)) : self::text($one);
            $lines[] = (\is_string($key) ? $key.' ' : '').$text;
        }

        return implode("\n", $lines);
    }

    private static function inner(mixed $value): string
    {
        return \is_array($value) ? implode(' · ', array_map(self::inner(...), $value)) : self::text($value);
    }

    private static function text(mixed $value): string
    {
        if (\is_string($value) && str_starts_with($value, '<')) {
            return RichText::plain($value);
        }

        return \is_scalar($value) ? (string) $value : '';
    }
}
