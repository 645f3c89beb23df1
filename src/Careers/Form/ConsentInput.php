<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Jorvent\Careers\Entity\ConsentText;

/** The next version of what people agree to, as it is typed. */
final class ConsentInput
{
    public ?string $version;
    /** @var array<string, string|null> by language */
    public array $text;

    /** @param array<string, ConsentText> $texts of the version there is, by language */
    public function __construct(int $version, array $texts)
    {
        $this->version = (string) $version;
        $this->text = array_map(static fn (ConsentText $text): string => $text->text, $texts);
    }

    /** @return array<string, string> by language */
    public function texts(): array
    {
        return array_map(static fn (?string $text): string => $text ?? '', $this->text);
    }
}
