<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Entity\Place;

/** What is known of a site; what people type becomes one by of(), which refuses what is wrong. */
final readonly class SiteFacts
{
    public function __construct(
        public string $name,
        public Place $place,
        /** as the IANA names it */
        public string $zone,
        /** as in ISO 4217: three letters */
        public string $currency,
    ) {
    }

    /**
     * @param float|null $latitude  null when it is no number
     * @param float|null $longitude as above
     *
     * @throws Refused with all that is wrong, each at its field
     */
    public static function of(
        string $name,
        string $city,
        string $country,
        string $region,
        string $postcode,
        string $zone,
        string $currency,
        ?float $latitude,
        ?float $longitude,
    ): self {
        Refused::unlessEmpty(array_values(array_filter([
            '' === $name ? new Refusal('name', 'missing') : null,
            '' === $city ? new Refusal('city', 'missing') : null,
            self::isListed($country, 2, 'ICUDATA-region', 'Countries') ? null : new Refusal('country', 'country_unknown'),
            null === WorkingHours::zone($zone) ? new Refusal('zone', 'zone_unknown') : null,
            self::isListed($currency, 3, 'ICUDATA-curr', 'Currencies') ? null : new Refusal('currency', 'currency_unknown'),
            null === $latitude || abs($latitude) > 90 ? new Refusal('latitude', 'latitude_wrong') : null,
            null === $longitude || abs($longitude) > 180 ? new Refusal('longitude', 'longitude_wrong') : null,
        ])));
        $place = new Place($city, $country, $region, $postcode, $latitude ?? 0.0, $longitude ?? 0.0);

        return new self($name, $place, $zone, $currency);
    }

    /** Whether a code of so many letters stands in a table of the ICU. */
    private static function isListed(string $code, int $letters, string $data, string $table): bool
    {
        if (1 !== preg_match('/^[A-Z]{'.$letters.'}$/D', $code)) {
            return false;
        }
        $list = \ResourceBundle::create('en', $data)?->get($table);

        return $list instanceof \ResourceBundle && null !== $list->get($code);
    }
}
