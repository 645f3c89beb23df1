<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

/** A town with a site of ours, in degrees north and east. */
final readonly class CityOnMap
{
    public function __construct(public string $city, public float $latitude, public float $longitude)
    {
    }
}
