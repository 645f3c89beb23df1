<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

/** Under which name, in which colours and with which words a part of the company shows itself to candidates. */
final readonly class BrandView
{
    /** @param array<string, array<string, string>> $texts tagline and lead by language */
    public function __construct(
        public int $id,
        /** the part of its address after /careers; '' for the first brand */
        public string $key,
        public string $name,
        /** address that candidates write to */
        public string $contact,
        public BrandLooks $looks,
        private array $texts,
        public int $version,
    ) {
    }

    /** @param 'tagline'|'lead' $which in that language, else in English; empty when it is not written */
    public function text(string $which, string $locale): string
    {
        return $this->written($which, $locale) ?: $this->written($which, 'en');
    }

    /** What was written in exactly that language. */
    public function written(string $which, string $locale): string
    {
        return $this->texts[$locale][$which] ?? '';
    }

    public function main(): bool
    {
        return '' === $this->key;
    }
}
