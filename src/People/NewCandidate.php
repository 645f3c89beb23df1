<?php

declare(strict_types=1);

namespace Jorvent\People;

/** Someone who came by themselves, as they wrote it. */
final readonly class NewCandidate
{
    /**
     * @param string      $phone  empty for none
     * @param string      $city   empty for none
     * @param string      $zone   by its IANA name
     * @param string      $source how they came
     */
    public function __construct(
        public string $name,
        public string $email,
        public string $phone,
        public string $city,
        public string $zone,
        public string $locale,
        public string $source,
        public ?ResumeFile $resume,
    ) {
    }
}
