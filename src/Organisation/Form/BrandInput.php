<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

use Jorvent\Core\Careers\Colours;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\BrandFacts;
use Jorvent\Organisation\Logo;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Web\Form\Choice;

/** What is typed of a brand, and the version that was read. */
final class BrandInput
{
    public ?string $key = null;
    public ?string $name = null;
    public ?string $contact = null;
    public ?string $accent;
    public ?string $deep;
    public ?string $paper;
    public bool $chart = true;
    /** @var list<Choice> */
    public array $units = [];
    public ?\SplFileInfo $logo = null;
    public bool $withoutLogo = false;
    /** @var array<string, string|null> by language */
    public array $tagline = [];
    /** @var array<string, string|null> by language */
    public array $lead = [];
    public ?string $version = null;

    public function __construct(Colours $colours)
    {
        [$this->accent, $this->deep, $this->paper] = [$colours->accent, $colours->deep, $colours->paper];
    }

    /** @param list<Choice> $units that hire under it */
    public static function of(BrandView $brand, array $units): self
    {
        $input = new self($brand->looks->colours);
        [$input->key, $input->name, $input->contact] = [$brand->key, $brand->name, $brand->contact];
        [$input->chart, $input->units, $input->version] = [$brand->looks->chart, $units, (string) $brand->version];
        foreach (BrandFacts::LOCALES as $locale) {
            $input->tagline[$locale] = $brand->written('tagline', $locale);
            $input->lead[$locale] = $brand->written('lead', $locale);
        }

        return $input;
    }

    public function facts(): BrandFacts
    {
        $texts = [];
        foreach (BrandFacts::LOCALES as $locale) {
            $texts[$locale] = [
                'tagline' => $this->tagline[$locale] ?? '', 'lead' => trim($this->lead[$locale] ?? ''),
            ];
        }

        return new BrandFacts(
            mb_strtolower($this->key ?? ''),
            $this->name ?? '',
            $this->contact ?? '',
            $this->colours(),
            $this->chart,
            $texts,
            array_values(array_unique(array_map(static fn (Choice $c): int => $c->id, $this->units))),
        );
    }

    public function colours(): Colours
    {
        return new Colours($this->accent ?? '', $this->deep ?? '', $this->paper ?? '');
    }

    /** @throws Refused at logo, when the file is no picture that can be shown */
    public function picture(): ?Logo
    {
        if (null === $this->logo) {
            return null;
        }

        return Logo::read((string) file_get_contents($this->logo->getPathname(), length: Logo::MOST_BYTES + 1));
    }
}
