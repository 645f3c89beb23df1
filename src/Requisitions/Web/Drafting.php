<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

/** What the page that helps with writing sends: what is drafted from, and the block that is taken. */
final readonly class Drafting
{
    public function __construct(
        public WrittenBy $by = WrittenBy::Nobody,
        /** what someone typed about the job themselves */
        public string $words = '',
        /** what a text service is asked; empty for the one made of the brief */
        public string $prompt = '',
        /** a draft from elsewhere, without mark-up */
        public string $text = '',
        public string $heading = '',
        public string $html = '',
    ) {
    }
}
