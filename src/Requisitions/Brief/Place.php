<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Brief;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Decoded;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Platform\Database\Schema\Reference;

/**
 * Where in the organisation and on the map the job is.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class Place
{
    public const MAX_TRAVEL_DAYS = 31;

    public function __construct(
        #[ORM\Column(name: 'unit_id')]
        #[Reference('org_unit')]
        public int $unit,
        #[ORM\Column(name: 'site_id')]
        #[Reference('site')]
        public int $site,
        #[ORM\Column(name: 'cost_centre_id', nullable: true)]
        #[Reference('org_unit')]
        public ?int $costCentre = null,
        /** where it is advertised, as in ISO 3166-1: two letters */
        #[ORM\Column(type: Types::STRING, length: 2, nullable: true, options: ['fixed' => true])]
        public ?string $country = null,
        #[ORM\Column(type: Types::TEXT, enumType: Remote::class, options: ['default' => 'no'])]
        public Remote $remote = Remote::No,
        /** days a month away from the site, nights included */
        #[ORM\Column(type: Types::SMALLINT, nullable: true)]
        public ?int $travelDays = null,
    ) {
    }

    public static function from(Decoded $from): self
    {
        return new self(
            unit: $from->whole('unit') ?? 0,
            site: $from->whole('site') ?? 0,
            costCentre: $from->whole('costCentre'),
            country: $from->text('country'),
            remote: Remote::tryFrom($from->text('remote') ?? '') ?? Remote::No,
            travelDays: $from->whole('travelDays'),
        );
    }

    /** @return array<string, string|int|null> */
    public function toArray(): array
    {
        return [
            'unit' => $this->unit,
            'costCentre' => $this->costCentre,
            'site' => $this->site,
            'country' => $this->country,
            'remote' => $this->remote->value,
            'travelDays' => $this->travelDays,
        ];
    }

    /** @return list<Refusal> */
    public function blockers(): array
    {
        $days = $this->travelDays;

        return null === $days || ($days >= 0 && $days <= self::MAX_TRAVEL_DAYS)
            ? []
            : [new Refusal('travelDays', 'travel_days_out_of_range')];
    }
}
