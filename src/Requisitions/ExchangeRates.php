<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** The dated table of exchange rates: read from CSV, asked for the newest day that has both currencies. */
final readonly class ExchangeRates
{
    public function __construct(private Db $db)
    {
    }

    /** @return list<Record> the newest rate of each currency that a site pays in or that has one: currency, per_euro, day, days, sites */
    public function newest(): array
    {
        return $this->db->rows(
            "SELECT c.currency, (SELECT trim_scale(x.per_euro) FROM exchange_rate x WHERE x.currency = c.currency ORDER BY x.day DESC LIMIT 1) AS per_euro, (SELECT max(x.day) FROM exchange_rate x WHERE x.currency = c.currency) AS day,
                (SELECT count(*) FROM exchange_rate x WHERE x.currency = c.currency) AS days, (SELECT string_agg(s.name, ', ' ORDER BY s.name) FROM site s WHERE s.currency = c.currency) AS sites
             FROM (SELECT currency FROM site UNION SELECT currency FROM exchange_rate) c ORDER BY c.currency",
        );
    }

    /** One rate by hand, checked as a row of a table is. */
    public function set(string $currency, string $day, string $perEuro): void
    {
        try {
            $this->import("currency,day,per_euro\n".implode(',', array_map(static fn (string $c): string => '"'.str_replace('"', '', $c).'"', [$currency, $day, $perEuro])));
        } catch (Refused $refused) {
            throw new Refused(array_map(static fn (Refusal $r): Refusal => new Refusal(['rate_currency' => 'currency', 'not_a_day' => 'day', 'rate_number' => 'per_euro'][$r->code] ?? '', $r->code), $refused->refusals));
        }
    }

    /**
     * CSV with the columns currency, day (YYYY-MM-DD) and per_euro; all of it or nothing.
     *
     * @return int rows read
     *
     * @throws Refused with "row N" as the field
     */
    public function import(string $csv): int
    {
        $lines = preg_split('/\R/', trim($csv)) ?: [];
        $header = array_map(static fn (?string $c): string => strtolower(trim((string) $c)), str_getcsv((string) array_shift($lines), escape: ''));
        $columns = array_flip($header);
        if (!isset($columns['currency'], $columns['day'], $columns['per_euro'])) {
            throw Refused::because('rates_header', 'row 1');
        }
        $refusals = $rows = [];
        foreach ($lines as $i => $line) {
            $cells = str_getcsv($line, escape: '');
            $currency = strtoupper(trim($cells[$columns['currency']] ?? ''));
            $day = trim($cells[$columns['day']] ?? '');
            $rate = ExchangeRate::parse($cells[$columns['per_euro']] ?? '');
            $date = \DateTimeImmutable::createFromFormat('!Y-m-d', $day);
            $code = match (true) {
                1 !== preg_match('/^[A-Z]{3}$/', $currency) => 'rate_currency',
                false === $date || $date->format('Y-m-d') !== $day => 'not_a_day',
                null === $rate => 'rate_number',
                default => null,
            };
            null === $code ? $rows[] = ['c' => $currency, 'd' => $day, 'r' => number_format((int) $rate / ExchangeRate::SCALE, 6, '.', '')] : $refusals[] = new Refusal('row '.($i + 2), $code);
        }
        Refused::unlessEmpty($refusals);
        // a euro is a euro, on every day for which something is said
        $euro = array_map(static fn (string $day): array => ['c' => 'EUR', 'd' => $day, 'r' => '1'], array_values(array_unique(array_column($rows, 'd'))));
        $this->db->transaction(function () use ($rows, $euro): void {
            foreach ([...$rows, ...$euro] as $row) {
                $this->db->execute('INSERT INTO exchange_rate (currency, day, per_euro) VALUES (:c, :d, :r) ON CONFLICT (currency, day) DO UPDATE SET per_euro = excluded.per_euro', $row);
            }
        });

        return \count($rows);
    }

    /** @return array{Money, \DateTimeImmutable}|null the amount and the day of the rate; null when no day has both */
    public function convert(Money $money, string $to): ?array
    {
        $row = $this->db->row('SELECT a.day, a.per_euro AS source, b.per_euro AS target FROM exchange_rate a JOIN exchange_rate b ON b.day = a.day WHERE a.currency = :from AND b.currency = :to ORDER BY a.day DESC LIMIT 1', ['from' => $money->currency, 'to' => $to]);
        if (null === $row) {
            return null;
        }
        $rate = static fn (string $currency, string $column, Record $r): ExchangeRate => new ExchangeRate($currency, $r->instant('day'), ExchangeRate::parse($r->str($column)) ?? throw new \LogicException('A stored rate is a number.'));

        return [ExchangeRate::convert($money, $rate($money->currency, 'source', $row), $rate($to, 'target', $row)), $row->instant('day')];
    }
}
