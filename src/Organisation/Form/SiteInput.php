<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Form;

use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Read\SiteRow;
use Jorvent\Organisation\SiteFacts;

/** What is typed of a site, and the version that was read. */
final class SiteInput
{
    public ?string $name = null;
    public ?string $city = null;
    public ?string $country = null;
    public ?string $region = null;
    public ?string $postcode = null;
    public ?string $zone = null;
    public ?string $currency = null;
    public ?string $latitude = null;
    public ?string $longitude = null;
    public ?string $version = null;

    public static function of(SiteRow $site): self
    {
        $input = new self();
        [$facts, $place] = [$site->facts, $site->facts->place];
        [$input->name, $input->zone, $input->currency] = [$facts->name, $facts->zone, $facts->currency];
        [$input->city, $input->country] = [$place->city, $place->country];
        [$input->region, $input->postcode] = [$place->region, $place->postcode];
        [$input->latitude, $input->longitude] = [(string) $place->latitude, (string) $place->longitude];
        $input->version = (string) $site->version;

        return $input;
    }

    /** @throws Refused with all that is wrong, each at its field */
    public function facts(): SiteFacts
    {
        return SiteFacts::of(
            $this->name ?? '',
            $this->city ?? '',
            strtoupper($this->country ?? ''),
            $this->region ?? '',
            $this->postcode ?? '',
            $this->zone ?? '',
            strtoupper($this->currency ?? ''),
            self::degrees($this->latitude ?? ''),
            self::degrees($this->longitude ?? ''),
        );
    }

    private static function degrees(string $typed): ?float
    {
        $typed = str_replace([',', '−'], ['.', '-'], $typed);

        return 1 === preg_match('/^-?\d{1,3}(\.\d{1,8})?$/D', $typed) ? (float) $typed : null;
    }
}
