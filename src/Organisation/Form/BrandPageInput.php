<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

use Jorvent\Organisation\Read\BrandPageView;

/** What is typed of a page beside the openings, and the version that was read. */
final class BrandPageInput
{
    public ?string $title = null;
    public ?string $locale = null;
    public ?string $slug = null;
    public ?string $body = null;
    public ?string $version = null;

    public static function of(BrandPageView $page): self
    {
        $input = new self();
        [$input->title, $input->locale, $input->slug] = [$page->title, $page->locale, $page->slug];
        [$input->body, $input->version] = [$page->body, (string) $page->version];

        return $input;
    }
}
