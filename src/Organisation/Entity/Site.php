<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\SiteFacts;

/** A place where people work: it gives openings their town, time zone, currency and public holidays. */
#[ORM\Entity]
#[ORM\Table(name: 'site')]
#[ORM\UniqueConstraint(name: 'site_name_key', columns: ['name'])]
class Site
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Column(type: Types::TEXT)]
    private string $name;

    #[ORM\Embedded(columnPrefix: false)]
    private Place $place;

    #[ORM\Column(type: Types::TEXT)]
    private string $zone;

    #[ORM\Column(length: 3, options: ['fixed' => true])]
    private string $currency;

    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    private int $version = 1;

    public function __construct(SiteFacts $facts)
    {
        $this->set($facts);
    }

    /**
     * @param int $seen the version that was edited
     *
     * @throws Refused when someone else changed it since
     */
    public function change(SiteFacts $facts, int $seen): void
    {
        if ($seen !== $this->version) {
            throw Refused::because('saved_by_another');
        }
        $this->set($facts);
    }

    private function set(SiteFacts $facts): void
    {
        $this->name = $facts->name;
        $this->place = $facts->place;
        $this->zone = $facts->zone;
        $this->currency = $facts->currency;
    }
}
