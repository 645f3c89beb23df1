<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** What an opening says, in the reader's language where it is written in it. */
final readonly class OpeningText
{
    /**
     * @param string       $description HTML
     * @param string|null  $locale      language that it is written in for this reader; null for English
     * @param list<string> $benefits
     */
    public function __construct(
        public string $title,
        public string $description,
        public ?string $locale,
        public array $benefits,
    ) {
    }
}
