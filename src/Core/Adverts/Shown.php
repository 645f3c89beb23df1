<?php

declare(strict_types=1);

namespace Jorvent\Core\Adverts;

/** An advert's text as a board shows it. */
final class Shown
{
    /**
     * HTML of the elements that the board shows, headings it does not show as bold lines; plain text with blank lines
     * and dashes when it shows none.
     */
    public static function body(Advert $advert, MarkUp $markUp): string
    {
        if (MarkUp::None === $markUp) {
            return $advert->text;
        }
        if (MarkUp::Full === $markUp) {
            return $advert->html;
        }

        $bold = (string) preg_replace('#<h[23][^>]*>(.*?)</h[23]>#s', '<p><strong>$1</strong></p>', $advert->html);

        return strip_tags($bold, array_values($markUp->elements() ?? []));
    }
}
