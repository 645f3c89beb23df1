<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;

/** What a page beside the openings says, and where it stands. */
final readonly class BrandPageFacts
{
    private const LONGEST_TITLE = 60;

    /**
     * @param string $body as HTML, cleaned
     *
     * @throws Refused at slug, page_locale, title or body
     */
    public function __construct(
        public string $slug,
        public string $locale,
        public string $title,
        public string $body,
    ) {
        $isSlug = 1 === preg_match('/^[a-z0-9][a-z0-9-]{0,49}$/D', $slug);
        Refused::unlessEmpty([
            ...$isSlug ? [] : [new Refusal('slug', 'page_slug')],
            ...\in_array($locale, BrandFacts::LOCALES, true) ? [] : [new Refusal('page_locale', 'not_offered')],
            ...'' === $title ? [new Refusal('title', 'missing')] : [],
            ...mb_strlen($title) > self::LONGEST_TITLE
                ? [new Refusal('title', 'too_long', ['most' => self::LONGEST_TITLE])]
                : [],
            ...'' === $body ? [new Refusal('body', 'missing')] : [],
        ]);
    }
}
