<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

/** An application as it came in. */
final readonly class SentApplication
{
    /**
     * @param array<string, string>           $answers by question, of those that were shown
     * @param int                             $consent version of the text that was agreed to
     * @param \DateTimeZone                   $zone    of the place one applies to
     * @param int|null                        $posting the advert it came by
     * @param int|null                        $referral the link of who told of it
     * @param list<array{p: int, on: string}> $touches adverts that were followed before, with the days
     */
    public function __construct(
        public int $candidateId,
        public array $answers,
        public int $consent,
        public \DateTimeZone $zone,
        public ?int $posting,
        public ?int $referral,
        public array $touches,
    ) {
    }
}
