<?php

declare(strict_types=1);

namespace Jorvent\Drawing;

/** Status marks: shape and colour and words. */
final class Mark
{
    private const SHAPES = [
        'needs' => '<path d="M5.5 8.6C6 5 8.6 2 13.4.6 12 5.4 9.2 8.2 5.5 8.6Z" fill="var(--jv-mag)"/><circle cx="4.4" cy="9.6" r="3" fill="var(--jv-sheet)" stroke="var(--jv-mag)" stroke-width="1.6"/>',
        'late' => '<rect x="1.8" y="1.8" width="10.4" height="10.4" fill="var(--jv-rust)"/><path d="M7 4v3.6M7 9.2v1" stroke="var(--jv-sheet)" stroke-width="1.5"/>',
        'soon' => '<path d="M7 1l6 6-6 6-6-6Z" fill="var(--jv-amber)"/>',
        'good' => '<path d="M7 2l6 10H1Z" fill="var(--jv-kelp)"/>',
        'under_way' => '<circle cx="7" cy="7" r="5" fill="none" stroke="var(--jv-deep)" stroke-width="1.6"/><path d="M7 2a5 5 0 0 1 0 10Z" fill="var(--jv-deep)"/>',
        'not_started' => '<circle cx="7" cy="7" r="5" fill="none" stroke="var(--jv-edge)" stroke-width="1.6"/>',
        'set_aside' => '<path d="M3 3l8 8M11 3l-8 8" stroke="var(--jv-slate)" stroke-width="1.7"/>',
        'unread' => '<path d="M1 2h12v8H6l-3 3v-3H1Z" fill="var(--jv-mag)"/>',
    ];

    /** @param string|null $label the words, when they do not stand beside it */
    public static function draw(string $kind, ?string $label = null, int $size = 14): string
    {
        $shape = self::SHAPES[$kind] ?? throw new \LogicException('No mark "'.$kind.'".');

        return Svg::element('svg', ['class' => 'm', 'width' => $size, 'height' => $size, 'viewBox' => '0 0 14 14', 'role' => null === $label ? null : 'img', 'aria-label' => $label, 'aria-hidden' => null === $label ? 'true' : null], $shape);
    }

    /** @return list<string> */
    public static function kinds(): array
    {
        return array_keys(self::SHAPES);
    }
}
