<?php

declare(strict_types=1);

namespace Jorvent\Core\Screening;

/** An answer one can choose. The key is what is stored, so that texts can be changed and translated. */
final readonly class Option
{
    /** @param array<string, string> $texts by language */
    public function __construct(public string $key, public array $texts, public int $points = 0)
    {
    }

    public function text(string $language): string
    {
        return Question::inLanguage($this->texts, $language);
    }
}
