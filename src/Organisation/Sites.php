<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** The places where people work: they give openings their town, time zone, currency and public holidays. */
final readonly class Sites
{
    public function __construct(private Db $db, private ActivityLog $log, private ClockInterface $clock)
    {
    }

    /** @return list<Record> with what rests on each: people, units, requisitions; the days known of the country's calendar ahead, and the newest rate */
    public function all(): array
    {
        return $this->db->rows(
            "SELECT s.*, (SELECT count(*) FROM account a WHERE a.site_id = s.id AND a.active) AS people, (SELECT count(*) FROM requisition r WHERE r.site_id = s.id) AS requisitions, (SELECT string_agg(u.code, ', ' ORDER BY u.code) FROM org_unit u WHERE u.site_id = s.id AND u.in_force) AS units,
                (SELECT count(*) FROM public_holiday h WHERE h.country = s.country AND h.day >= :today) AS holidays, (SELECT x.per_euro FROM exchange_rate x WHERE x.currency = s.currency ORDER BY x.day DESC LIMIT 1) AS rate FROM site s ORDER BY s.name",
            ['today' => $this->clock->now()->format('Y-m-d')],
        );
    }

    /**
     * @param int|null $id   null for a new one
     * @param int      $seen the version that was edited
     *
     * @return int the site's id
     */
    public function save(?int $id, string $name, string $city, string $country, string $zone, string $currency, ?float $latitude, ?float $longitude, int $seen, string $region = '', string $postcode = ''): int
    {
        Refused::unlessEmpty(array_values(array_filter([
            '' === $name ? new Refusal('name', 'missing') : null, '' === $city ? new Refusal('city', 'missing') : null, self::isCountry($country) ? null : new Refusal('country', 'country_unknown'), null === WorkingHours::zone($zone) ? new Refusal('zone', 'zone_unknown') : null,
            self::isCurrency($currency) ? null : new Refusal('currency', 'currency_unknown'), null === $latitude || abs($latitude) > 90 ? new Refusal('latitude', 'latitude_wrong') : null, null === $longitude || abs($longitude) > 180 ? new Refusal('longitude', 'longitude_wrong') : null,
            0 !== $this->db->int('SELECT count(*) FROM site WHERE lower(name) = lower(:n) AND id <> :id', ['n' => $name, 'id' => $id ?? 0]) ? new Refusal('name', 'name_taken') : null,
        ])));
        $values = ['name' => $name, 'city' => $city, 'country' => $country, 'zone' => $zone, 'currency' => $currency, 'latitude' => $latitude, 'longitude' => $longitude, 'region' => $region, 'postcode' => $postcode];

        return $this->db->transaction(function () use ($id, $values, $seen): int {
            if (null === $id) {
                $id = $this->db->insert('site', $values);
            } elseif (0 === $this->db->execute('UPDATE site SET name = :name, city = :city, country = :country, zone = :zone, currency = :currency, latitude = :latitude, longitude = :longitude, region = :region, postcode = :postcode, version = version + 1 WHERE id = :id AND version = :seen', [...$values, 'id' => $id, 'seen' => $seen])) {
                throw Refused::because('saved_by_another');
            }
            $this->log->record('site.saved', 'site', $id, change: $values);

            return $id;
        });
    }

    /** Only while nothing is there. */
    public function remove(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $count = $this->db->int('SELECT (SELECT count(*) FROM account WHERE site_id = :id) + (SELECT count(*) FROM requisition WHERE site_id = :id) + (SELECT count(*) FROM org_unit WHERE site_id = :id) + (SELECT count(*) FROM org_node WHERE site_id = :id)', ['id' => $id]);
            if ($count > 0) {
                throw Refused::because('site_in_use', '', ['count' => $count]);
            }
            $this->db->execute('DELETE FROM site WHERE id = :id', ['id' => $id]);
            $this->log->record('site.removed', 'site', $id);
        });
    }

    private static function isCountry(string $code): bool
    {
        return 1 === preg_match('/^[A-Z]{2}$/', $code) && self::isListed($code, 'ICUDATA-region', 'Countries');
    }

    private static function isCurrency(string $code): bool
    {
        return 1 === preg_match('/^[A-Z]{3}$/', $code) && self::isListed($code, 'ICUDATA-curr', 'Currencies');
    }

    private static function isListed(string $code, string $data, string $table): bool
    {
        $list = \ResourceBundle::create('en', $data)?->get($table);

        return $list instanceof \ResourceBundle && null !== $list->get($code);
    }
}
