<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/** A town of the gazetteer; the first name is the one it is shown by. Degrees. */
final readonly class Town
{
    /** @param non-empty-list<string> $names */
    public function __construct(public array $names, public string $country, public float $latitude, public float $longitude, public int $people = 0)
    {
    }

    /** Along the great circle, whole km up (haversine, mean radius 6371.009 km). Example: Bergen to Stavanger is 160 km. */
    public function km(self $other): int
    {
        $a = sin(deg2rad($other->latitude - $this->latitude) / 2) ** 2 + cos(deg2rad($this->latitude)) * cos(deg2rad($other->latitude)) * sin(deg2rad($other->longitude - $this->longitude) / 2) ** 2;

        return (int) ceil(round(2 * 6371.009 * asin(min(1.0, sqrt($a))), 6));
    }
}
