<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\BrandFacts;
use Jorvent\Organisation\Logo;

/** Under which name, in which colours and with which words a part of the company shows itself to candidates. */
#[ORM\Entity]
#[ORM\Table(name: 'brand')]
#[ORM\UniqueConstraint(name: 'brand_key_key', columns: ['key'])]
class Brand
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** part of its address; '' for the first one, which every instance has from its beginning */
    #[ORM\Column(type: Types::TEXT)]
    private string $key;

    /** '' for the first one while it is called as the company is */
    #[ORM\Column(type: Types::TEXT)]
    private string $name;

    /** @var array<string, array<string, string>> tagline and lead by language */
    #[ORM\Column(type: Types::JSONB, options: ['default' => '{}'])]
    private array $texts;

    #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
    private string $contact;

    #[ORM\Column(length: 7, options: ['fixed' => true, 'default' => '#A3195B'])]
    private string $accent;

    #[ORM\Column(length: 7, options: ['fixed' => true, 'default' => '#0F4C5C'])]
    private string $deep;

    #[ORM\Column(length: 7, options: ['fixed' => true, 'default' => '#FBF8F1'])]
    private string $paper;

    #[ORM\Column(options: ['default' => true])]
    private bool $chart;

    /** @var string|null as PNG; Doctrine reads it as a stream, and nothing here reads it */
    #[ORM\Column(type: Types::BLOB, nullable: true)]
    private mixed $logo = null;

    #[ORM\Column(length: 64, nullable: true, options: ['fixed' => true])]
    private ?string $logoSha256 = null;

    #[ORM\Column(nullable: true)]
    private ?int $logoWidth = null;

    #[ORM\Column(nullable: true)]
    private ?int $logoHeight = null;

    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    private int $version = 1;

    /** @var Collection<int, BrandUnit> by the ids of the units */
    #[ORM\OneToMany(
        targetEntity: BrandUnit::class, mappedBy: 'brand', cascade: ['persist'], orphanRemoval: true, indexBy: 'unitId',
    )]
    private Collection $units;

    public function __construct(BrandFacts $facts)
    {
        $this->units = new ArrayCollection();
        $facts->check(false);
        $this->set($facts);
    }

    /**
     * @param int    $seen    the version that was edited
     * @param string $company what the company is called, and the first brand too while it has no name of its own
     *
     * @throws Refused at a field, or when someone else changed it since
     */
    public function change(BrandFacts $facts, int $seen, string $company): void
    {
        $facts->check($this->isMain());
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        $this->set($facts);
        if ($this->isMain() && $facts->name === $company) {
            $this->name = '';
        }
    }

    public function show(?Logo $logo): void
    {
        $this->logo = $logo?->png;
        $this->logoSha256 = null === $logo ? null : hash('sha256', $logo->png);
        [$this->logoWidth, $this->logoHeight] = [$logo?->width, $logo?->height];
    }

    public function isMain(): bool
    {
        return isset($this->key) && '' === $this->key;
    }

    private function set(BrandFacts $facts): void
    {
        $this->name = $facts->name;
        $this->texts = array_intersect_key($facts->texts, array_flip(BrandFacts::LOCALES));
        $this->contact = $facts->contact;
        $this->accent = strtoupper($facts->colours->accent);
        $this->deep = strtoupper($facts->colours->deep);
        $this->paper = strtoupper($facts->colours->paper);
        $this->chart = $facts->chart;
        if (!$this->isMain()) {
            $this->key = $facts->key;
            $this->give($facts->units);
        }
    }

    /** @param list<int> $unitIds */
    private function give(array $unitIds): void
    {
        foreach (array_diff($this->units->getKeys(), $unitIds) as $gone) {
            $this->units->remove($gone);
        }
        foreach (array_diff($unitIds, $this->units->getKeys()) as $unitId) {
            $this->units->set($unitId, new BrandUnit($unitId, $this));
        }
    }
}
