<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Spreadsheet\SheetReader;
use Jorvent\Platform\Spreadsheet\Unreadable;
use Jorvent\Reference\Read\RateQuery;
use Psr\Clock\ClockInterface;

/** What was really paid for adverts: entered, or read from a board's bill. Once something is in the book, it counts instead of what the price would make. */
final readonly class SpendBook
{
    private const COLUMNS = ['advert', 'day', 'amount', 'currency'];
    private const MOST = 20_000;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Access $access, private RateQuery $rates)
    {
    }

    public function enter(int $requisition, int $posting, ?\DateTimeImmutable $day, string $amount, string $currency, string $note, int $by): void
    {
        $row = $this->db->row('SELECT id FROM posting WHERE id = :p AND requisition_id = :r', ['p' => $posting, 'r' => $requisition]) ?? throw Refused::because('missing');
        $money = $this->money($amount, $currency);
        Refused::unlessEmpty(array_values(array_filter([null === $day || $day > $this->clock->now() ? new Refusal('day', 'not_a_day_past') : null, null === $money ? new Refusal('amount', 'amount_unreadable') : null])));
        if (null === $day || null === $money) {
            return;
        }
        $this->db->transaction(function () use ($row, $requisition, $day, $money, $note, $by): void {
            $this->keep($row->int('id'), $day->format('Y-m-d'), $money, 'entered', $note, $by);
            $this->log->record('advert.paid', 'posting', $row->int('id'), $requisition, change: ['amount' => $money->minor, 'currency' => $money->currency]);
        });
    }

    public function strike(int $requisition, int $entry): void
    {
        $this->db->transaction(function () use ($requisition, $entry): void {
            $row = $this->db->row('DELETE FROM spend s USING posting p WHERE p.id = s.posting_id AND p.requisition_id = :r AND s.id = :e RETURNING p.id', ['r' => $requisition, 'e' => $entry]) ?? throw Refused::because('missing');
            $this->log->record('advert.payment_struck', 'posting', $row->int('id'), $requisition);
        });
    }

    /** @return list<Record> newest first */
    public function of(int $posting): array
    {
        return $this->db->rows('SELECT s.*, a.name AS by FROM spend s LEFT JOIN account a ON a.id = s.account_id WHERE s.posting_id = :p ORDER BY s.day DESC, s.id DESC LIMIT 200', ['p' => $posting]);
    }

    /**
     * CSV or XLSX with the columns advert (the code or the tracked address), day, amount, currency and, if wanted, note; all of it or nothing. The same row twice counts once.
     *
     * @return int rows that were new
     *
     * @throws Refused with "row N" as the field
     */
    public function import(string $file, Account $by): int
    {
        [$visible, $parameters] = $this->access->visible($by, Permission::ManageAdverts);
        $codes = [];
        foreach ($this->db->rows("SELECT p.id, p.code FROM posting p JOIN requisition_head r ON r.id = p.requisition_id JOIN unit_place u ON u.id = r.unit_id WHERE $visible", $parameters) as $row) {
            $codes[$row->str('code')] = $row->int('id');
        }
        $refusals = $rows = $columns = [];
        try {
            foreach (SheetReader::rows($file) as $number => $cells) {
                if ([] === $columns) {
                    $columns = array_flip(array_map(static fn (string $c): string => strtolower(trim($c)), $cells));
                    if ([] !== array_diff(self::COLUMNS, array_keys($columns))) {
                        throw Refused::because('spend_header', 'file');
                    }
                    continue;
                }
                $cell = static fn (string $name): string => trim((string) ($cells[$columns[$name] ?? -1] ?? ''));
                $code = 1 === preg_match('/(?:[?&]via=|^)([0-9a-f]{10})(?:&|$)/', $cell('advert'), $m) ? $m[1] : '';
                $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $cell('day'));
                $money = $this->money($cell('amount'), $cell('currency'));
                $why = match (true) {
                    !isset($codes[$code]) => 'advert_unknown', false === $day || $day->format('Y-m-d') !== $cell('day') || $day > $this->clock->now() => 'not_a_day_past', null === $money => 'amount_unreadable', \count($rows) >= self::MOST => 'table_too_long', default => null,
                };
                if (null !== $why) {
                    $refusals[] = new Refusal('row '.$number, $why);
                } elseif (null !== $money) {
                    $rows[] = [$codes[$code], $cell('day'), $money, mb_substr($cell('note'), 0, 200)];
                }
                if (\count($refusals) >= 50) {
                    break;
                }
            }
        } catch (Unreadable $e) {
            throw Refused::because($e->reason, 'file', $e->data);
        }
        Refused::unlessEmpty($refusals);
        if ([] === $rows) {
            throw Refused::because('spend_header', 'file');
        }

        return $this->db->transaction(function () use ($rows, $by): int {
            $new = 0;
            foreach ($rows as [$posting, $day, $money, $note]) {
                $new += $this->keep($posting, $day, $money, 'imported', $note, $by->id);
            }
            $this->log->record('adverts.bill_read', 'board', 0, change: ['rows' => $new]);

            return $new;
        });
    }

    private function keep(int $posting, string $day, Money $money, string $source, string $note, int $by): int
    {
        return $this->db->execute('INSERT INTO spend (posting_id, day, amount, currency, source, note, account_id, at) VALUES (:p, :d, :a, :c, :s, :n, :by, :now) ON CONFLICT DO NOTHING', ['p' => $posting, 'd' => $day, 'a' => $money->minor, 'c' => $money->currency, 's' => $source, 'n' => $note, 'by' => $by, 'now' => $this->clock->now()]);
    }

    /** An amount above nothing in a currency that has a rate, for what can not be compared is no figure. */
    private function money(string $amount, string $currency): ?Money
    {
        $currency = strtoupper(trim($currency));
        if (1 !== preg_match('/^[A-Z]{3}$/', $currency) || (Costs::CURRENCY !== $currency && null === $this->rates->of($currency))) {
            return null;
        }
        $money = Money::parse($amount, $currency);

        return null !== $money && $money->isPositive() ? $money : null;
    }
}
