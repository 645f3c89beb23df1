<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

/** What a candidate answers to an offer. */
final readonly class SentAnswer
{
    /**
     * @param string $name   that they sign with
     * @param string $letter SHA-256 of the letter they read
     * @param string $code   that was mailed to them
     * @param string $reason why they decline
     */
    public function __construct(
        public OfferAnswer $answer,
        public string $name = '',
        public string $letter = '',
        #[\SensitiveParameter] public string $code = '',
        public string $reason = '',
    ) {
    }

    /** Whether a code is on its way, or was typed: it can be typed then, or once more. */
    public function isWithCode(): bool
    {
        return \in_array($this->answer, [OfferAnswer::Code, OfferAnswer::Sign], true);
    }
}
