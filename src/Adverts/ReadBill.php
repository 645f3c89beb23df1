<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Adverts\Read\PostingQuery;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Spreadsheet\SheetReader;
use Jorvent\Platform\Spreadsheet\Unreadable;
use Psr\Clock\ClockInterface;

/**
 * Reads a board's bill, CSV or XLSX, with the columns advert (the code or the tracked address), day, amount, currency
 * and, if wanted, note.
 */
final readonly class ReadBill
{
    private const COLUMNS = ['advert', 'day', 'amount', 'currency'];
    private const MOST_ROWS = 20_000;
    private const MOST_TOLD = 50;
    private const CODE = '/(?:[?&]via=|^)([0-9a-f]{10})(?:&|$)/';

    public function __construct(
        private PostingQuery $postings,
        private ReadAmount $amounts,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @return non-empty-list<BillRow>
     *
     * @throws Refused with "row N" as the field: all of a bill is taken, or nothing
     */
    public function __invoke(string $file, Account $by): array
    {
        $codes = $this->postings->codes($by);
        $read = $refusals = [];
        foreach ($this->cells($file) as $number => $cells) {
            $row = \count($read) < self::MOST_ROWS ? $this->row($cells, $codes) : 'table_too_long';
            if ($row instanceof BillRow) {
                $read[] = $row;
            } else {
                $refusals[] = new Refusal('row '.$number, $row);
            }
            if (self::MOST_TOLD === \count($refusals)) {
                break;
            }
        }
        Refused::unlessEmpty($refusals);

        return [] === $read ? throw Refused::because('spend_header', 'file') : $read;
    }

    /** @return \Generator<int, array<string, string>> cells by the name of their column, by the number of the row */
    private function cells(string $file): \Generator
    {
        $columns = [];
        try {
            foreach (SheetReader::rows($file) as $number => $cells) {
                if ([] === $columns) {
                    $columns = self::columns($cells);
                    continue;
                }
                $named = [];
                foreach ($columns as $name => $at) {
                    $named[$name] = trim((string) ($cells[$at] ?? ''));
                }
                yield $number => $named;
            }
        } catch (Unreadable $e) {
            throw Refused::because($e->reason, 'file', $e->data);
        }
    }

    /**
     * @param array<int, string|null> $cells
     *
     * @return array<string, int>
     */
    private static function columns(array $cells): array
    {
        $columns = [];
        foreach ($cells as $at => $cell) {
            $columns[strtolower(trim((string) $cell))] ??= $at;
        }

        return [] === array_diff(self::COLUMNS, array_keys($columns))
            ? $columns
            : throw Refused::because('spend_header', 'file');
    }

    /**
     * @param array<string, string> $cells
     * @param array<string, int>    $codes postings of theirs by code
     *
     * @return BillRow|string the row, or why it can not be taken
     */
    private function row(array $cells, array $codes): BillRow|string
    {
        $posting = 1 === preg_match(self::CODE, $cells['advert'], $m) ? $codes[$m[1]] ?? null : null;
        if (null === $posting) {
            return 'advert_unknown';
        }
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $cells['day']);
        if (false === $day || $day->format('Y-m-d') !== $cells['day'] || $day > $this->clock->now()) {
            return 'not_a_day_past';
        }
        $paid = $this->amounts->of($cells['amount'], $cells['currency']);
        if (null === $paid) {
            return 'amount_unreadable';
        }
        $note = $cells['note'] ?? '';

        return mb_strlen($note) > TypedPayment::LONGEST_NOTE
            ? 'note_too_long'
            : new BillRow($posting, $cells['day'], $paid, $note);
    }
}
