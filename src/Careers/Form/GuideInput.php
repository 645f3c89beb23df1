<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Jorvent\Careers\Entity\GuideAnswer;
use Jorvent\Careers\Entity\GuideOffered;
use Jorvent\Careers\Entity\GuideSettings;

/** The guide itself, as an admin sets it. */
final class GuideInput
{
    public ?string $version;
    public ?GuideOffered $offered;
    public ?string $contact;
    /** @var array<string, string|null> by language */
    public array $greeting = [];

    public function __construct(GuideSettings $settings)
    {
        $this->version = (string) $settings->version();
        [$this->offered, $this->contact] = [$settings->offered(), $settings->contact()];
        foreach (GuideAnswer::LOCALES as $locale) {
            $this->greeting[$locale] = $settings->greeting($locale);
        }
    }

    /** @return array<string, string> by language */
    public function greetings(): array
    {
        return array_map(static fn (?string $greeting): string => $greeting ?? '', $this->greeting);
    }
}
