<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

/** The version of the text that was agreed to; empty for none. */
final readonly class SentConsent
{
    public function __construct(public string $consent = '')
    {
    }
}
