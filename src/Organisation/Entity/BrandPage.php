<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\BrandPageFacts;
use Jorvent\Platform\Database\Schema\InstantType;

/** A page beside the openings of a brand, in one language. */
#[ORM\Entity]
#[ORM\Table(name: 'brand_page')]
#[ORM\UniqueConstraint(name: 'brand_page_slug_locale_key', columns: ['slug', 'locale'])]
class BrandPage
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** part of its address, the same in all languages */
    #[ORM\Column(type: Types::TEXT)]
    private string $slug;

    #[ORM\Column(type: Types::TEXT)]
    private string $locale;

    #[ORM\Column(type: Types::TEXT)]
    private string $title;

    /** as HTML, cleaned */
    #[ORM\Column(type: Types::TEXT)]
    private string $body;

    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    private int $version = 1;

    #[ORM\Column(type: InstantType::NAME)]
    private \DateTimeImmutable $savedAt;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Brand $brand,
        BrandPageFacts $facts,
        \DateTimeImmutable $now,
    ) {
        $this->set($facts, $now);
    }

    /**
     * @param int $seen the version that was edited
     *
     * @throws Refused when someone else changed it since
     */
    public function change(BrandPageFacts $facts, int $seen, \DateTimeImmutable $now): void
    {
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        $this->set($facts, $now);
    }

    private function set(BrandPageFacts $facts, \DateTimeImmutable $now): void
    {
        [$this->slug, $this->locale] = [$facts->slug, $facts->locale];
        [$this->title, $this->body] = [$facts->title, $facts->body];
        $this->savedAt = $now;
    }
}
