<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\TextServices\TextServiceSettings;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Security\Sealer;
use Psr\Clock\ClockInterface;

/** The text service an admin entered. Its key is sealed with a key of the instance and never shown again. */
final readonly class TextServiceStore
{
    private const SEAL = 'text service key';

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Sealer $sealer)
    {
    }

    /** @param string|null $key null keeps the one that stands */
    public function save(string $address, string $model, #[\SensitiveParameter] ?string $key): void
    {
        if (1 !== preg_match('#^https?://[^\s/]+#', $address) || mb_strlen($address) > 300) {
            throw Refused::because('address_unreadable', 'address');
        }
        if ('' === $model) {
            throw Refused::because('missing', 'model');
        }
        $this->db->transaction(function () use ($address, $model, $key): void {
            $cipher = null === $key || '' === $key ? $this->db->row('SELECT key_cipher FROM text_service')?->strOrNull('key_cipher') : $this->sealer->seal($key, self::SEAL);
            $this->db->execute('INSERT INTO text_service (id, address, model, key_cipher, saved_at) VALUES (1, :a, :m, :k, :now) ON CONFLICT (id) DO UPDATE SET address = EXCLUDED.address, model = EXCLUDED.model, key_cipher = EXCLUDED.key_cipher, saved_at = EXCLUDED.saved_at', ['a' => $address, 'm' => $model, 'k' => $cipher, 'now' => $this->clock->now()]);
            $this->log->record('text_service.saved', 'text_service', 1, change: ['model' => $model]);
        });
    }

    public function remove(): void
    {
        $this->db->transaction(function (): void {
            $this->db->execute('DELETE FROM text_service');
            $this->log->record('text_service.removed', 'text_service', 1);
        });
    }

    /** @return array{address: string, model: string, has_key: bool}|null what may be shown */
    public function shown(): ?array
    {
        $row = $this->db->row('SELECT address, model, key_cipher IS NOT NULL AS has_key FROM text_service');

        return null === $row ? null : ['address' => $row->str('address'), 'model' => $row->str('model'), 'has_key' => $row->bool('has_key')];
    }

    public function settings(): ?TextServiceSettings
    {
        $row = $this->db->row('SELECT address, model, key_cipher FROM text_service');
        $cipher = $row?->strOrNull('key_cipher');

        return null === $row ? null : new TextServiceSettings($row->str('address'), $row->str('model'), null === $cipher ? null : $this->sealer->open($cipher, self::SEAL));
    }

    /** @return list<string> */
    public function countriesWithoutCurrentPay(): array
    {
        return array_map(static fn ($r): string => $r->str('country'), $this->db->rows('SELECT country FROM no_current_pay ORDER BY 1'));
    }

    /** @param list<string> $countries */
    public function setCountriesWithoutCurrentPay(array $countries): void
    {
        $countries = array_values(array_unique(array_map(strtoupper(...), $countries)));
        foreach ($countries as $country) {
            if (1 !== preg_match('/^[A-Z]{2}$/', $country)) {
                throw Refused::because('not_offered', 'countries');
            }
        }
        $this->db->transaction(function () use ($countries): void {
            $this->db->execute('DELETE FROM no_current_pay');
            foreach ($countries as $country) {
                $this->db->execute('INSERT INTO no_current_pay (country) VALUES (:c)', ['c' => $country]);
            }
            $this->log->record('text_service.countries', 'text_service', 1, change: ['countries' => implode(', ', $countries)]);
        });
    }
}
