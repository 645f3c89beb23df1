<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Jorvent\Careers\Entity\DeclarationSettings;

/** What applicants are asked about themselves, as an admin sets it. */
final class DeclarationInput
{
    public ?string $version;
    /** @var list<string> */
    public array $asked;
    public ?int $smallest;

    public function __construct(DeclarationSettings $settings)
    {
        $this->version = (string) $settings->version();
        [$this->asked, $this->smallest] = [$settings->asked(), $settings->smallest()];
    }
}
