<?php

declare(strict_types=1);

namespace Jorvent\Reference;

use Jorvent\Core\Pay\ExchangeRate;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Spreadsheet\SheetReader;
use Jorvent\Platform\Spreadsheet\Unreadable;
use Jorvent\Reference\Read\RateQuery;
use Jorvent\Reference\Store\RateStore;

/** The dated table of exchange rates: one by hand, many from a file, and money converted by the newest day. */
final readonly class ExchangeRates
{
    private const COLUMNS = ['currency', 'day', 'per_euro'];
    private const MOST_REFUSALS = 50;
    private const LONGEST_VALUE = 40;

    public function __construct(private Db $db, private RateStore $store, private RateQuery $query)
    {
    }

    /** @throws Refused at currency, day or per_euro */
    public function set(string $currency, string $day, string $perEuro): void
    {
        $rate = ExchangeRate::read($currency, $day, $perEuro);
        if (!$rate instanceof ExchangeRate) {
            throw new Refused([$rate]);
        }
        $this->put([$rate]);
    }

    /**
     * All rows of a table with the columns currency, day and per_euro, or none of them.
     *
     * @param string $file the path of a CSV or XLSX file
     *
     * @return int rows read
     *
     * @throws Refused at file, with every cell that is wrong
     */
    public function import(string $file): int
    {
        try {
            [$rates, $refusals] = self::read(SheetReader::rows($file));
        } catch (Unreadable $e) {
            throw Refused::because($e->reason, 'file', $e->data);
        }
        Refused::unlessEmpty(\array_slice($refusals, 0, self::MOST_REFUSALS));
        $this->put($rates);

        return \count($rates);
    }

    /**
     * @param iterable<int, list<string>> $rows by their numbers, the head first
     *
     * @return array{list<ExchangeRate>, list<Refusal>}
     */
    private static function read(iterable $rows): array
    {
        $at = $head = null;
        $rates = $refusals = [];
        foreach ($rows as $number => $cells) {
            $at ??= array_flip(array_map(strtolower(...), $cells));
            if ([] !== $missing = array_diff(self::COLUMNS, array_keys($at))) {
                throw Refused::because('columns_missing', 'file', ['columns' => implode(', ', $missing)]);
            }
            if ($number === ($head ??= $number)) {
                continue;
            }
            $row = [];
            foreach (self::COLUMNS as $column) {
                $row[$column] = $cells[$at[$column]] ?? '';
            }
            $rate = ExchangeRate::read(...array_values($row));
            if ($rate instanceof ExchangeRate) {
                $rates[] = $rate;
            } else {
                $value = mb_substr($row[$rate->field], 0, self::LONGEST_VALUE);
                $data = ['row' => $number, 'column' => $rate->field, 'value' => $value];
                $refusals[] = new Refusal('file', 'cell_wrong', $data);
            }
        }

        return [$rates, $refusals];
    }

    /** @return array{Money, \DateTimeImmutable}|null the amount and the day of the rate; null when no day has both */
    public function convert(Money $money, string $to): ?array
    {
        $pair = $this->query->pair($money->currency, $to);

        return null === $pair ? null : [ExchangeRate::convert($money, ...$pair), $pair[0]->day];
    }

    /** @param list<ExchangeRate> $rates */
    private function put(array $rates): void
    {
        // a euro is a euro, on every day for which something is said
        $days = [];
        foreach ($rates as $rate) {
            $days[$rate->day->format('Y-m-d')] = new ExchangeRate('EUR', $rate->day, ExchangeRate::SCALE);
        }
        $this->db->transaction(fn () => $this->store->put([...$rates, ...array_values($days)]));
    }
}
