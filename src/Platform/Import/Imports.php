<?php

declare(strict_types=1);

namespace Jorvent\Platform\Import;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Import\ColumnMatch;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Delivery\DeliveryRepository;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Import\Message\ContinueImport;
use Jorvent\Platform\Spreadsheet\SheetReader;
use Jorvent\Platform\Spreadsheet\Unreadable;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

/**
 * Many at once from a table: columns mapped, every row checked, the good ones imported when the person agrees. The worker does it in pieces, each in a transaction of its own,
 * so that progress is seen, it can be cancelled between two, and a worker that dies repeats one piece at most.
 */
final readonly class Imports
{
    public const MAX_ROWS = 20_000;
    private const PIECE = 500;
    private const MOST_ERRORS = 400;
    private const PREVIEW = 8;

    /** @param iterable<ImportKind> $kinds */
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Deliveries $deliveries, private DeliveryRepository $known, private FileStore $files, #[AutowireIterator(ImportKind::class)] private iterable $kinds)
    {
    }

    /** Takes a file in and proposes what its columns are: as this person mapped such a table before, else by their names. */
    public function take(string $kind, string $path, string $name, int $account): int
    {
        $of = $this->of($kind);
        try {
            $head = null;
            $rows = 0;
            foreach (SheetReader::rows($path) as $cells) {
                $head ??= $cells;
                if (++$rows > self::MAX_ROWS + 1) {
                    throw Refused::because('too_many_rows', 'file', ['limit' => self::MAX_ROWS]);
                }
            }
        } catch (Unreadable $e) {
            throw Refused::because($e->reason, 'file', $e->data);
        }
        if (null === $head || $rows < 2) {
            throw Refused::because('sheet_empty', 'file');
        }
        $kept = $this->db->row('SELECT mapping FROM import_mapping WHERE account_id = :a AND head_key = :k', ['a' => $account, 'k' => self::key($head, $kind)])?->json('mapping');

        return $this->db->insert('import', ['kind' => $kind, 'account_id' => $account, 'file_sha256' => $this->files->put((string) file_get_contents($path)), 'file_name' => mb_substr($name, 0, 200), 'state' => 'mapping', 'head' => $head, 'mapping' => self::mapping($kept ?? ColumnMatch::propose($head, $of->fields()), $head, $of) ?: new \stdClass(), 'rows_total' => $rows - 1, 'created_at' => $this->clock->now()]);
    }

    /** @param array<string, int> $mapping column by field */
    public function map(int $id, array $mapping, int $account): void
    {
        $this->db->transaction(function () use ($id, $mapping, $account): void {
            $row = $this->mine($id, $account);
            if (!\in_array($row->str('state'), ['mapping', 'checked'], true)) {
                throw Refused::because('import_runs');
            }
            $kind = $this->of($row->str('kind'));
            $mapping = self::mapping($mapping, $row->strings('head'), $kind);
            $missing = array_filter($kind->needed(), static fn (array $one): bool => [] === array_intersect($one, array_keys($mapping)));
            Refused::unlessEmpty(array_map(static fn (string $field): Refusal => new Refusal($field, 'missing'), array_keys($missing)));
            $this->db->execute('INSERT INTO import_mapping (account_id, head_key, mapping) VALUES (:a, :k, :m) ON CONFLICT (account_id, head_key) DO UPDATE SET mapping = EXCLUDED.mapping', ['a' => $account, 'k' => self::key($row->strings('head'), $row->str('kind')), 'm' => json_encode($mapping, \JSON_THROW_ON_ERROR)]);
            $this->db->execute("UPDATE import SET state = 'checking', mapping = :m, rows_done = 0, rows_good = 0, rows_bad = 0, errors = '[]' WHERE id = :id", ['id' => $id, 'm' => json_encode($mapping, \JSON_THROW_ON_ERROR)]);
            $this->goOn($id, 'checking', 0);
        });
    }

    /** The person agrees that the good rows become drafts. */
    public function start(int $id, int $account): void
    {
        $this->db->transaction(function () use ($id, $account): void {
            $row = $this->mine($id, $account);
            if ('checked' !== $row->str('state') || 0 === $row->int('rows_good')) {
                throw Refused::because('import_not_checked');
            }
            $this->db->execute("UPDATE import SET state = 'importing', rows_done = 0 WHERE id = :id", ['id' => $id]);
            $this->goOn($id, 'importing', 0);
        });
    }

    public function cancel(int $id, int $account): void
    {
        $this->db->transaction(function () use ($id, $account): void {
            $row = $this->mine($id, $account);
            if (\in_array($row->str('state'), ['done', 'cancelled', 'failed'], true)) {
                throw Refused::because('import_over');
            }
            $this->db->execute("UPDATE import SET state = 'cancelled', finished_at = :now WHERE id = :id", ['id' => $id, 'now' => $this->clock->now()]);
            $this->deliveries->drop('import-'.$id.'-');
        });
    }

    public function mine(int $id, int $account): Record
    {
        return $this->db->row('SELECT * FROM import WHERE id = :id AND account_id = :a FOR UPDATE', ['id' => $id, 'a' => $account]) ?? throw Refused::because('missing');
    }

    /**
     * The first rows as they would be read.
     *
     * @return list<array{number: int, line: ImportLine}>
     */
    public function preview(Record $import): array
    {
        $reader = $this->reader($import);
        $lines = [];
        foreach ($this->rows($import) as $number => $cells) {
            $lines[] = ['number' => $number, 'line' => $reader($cells)];
            if (\count($lines) >= self::PREVIEW) {
                break;
            }
        }

        return $lines;
    }

    /** Checks or takes in one piece, once: when it was done meanwhile, or the import was cancelled, nothing happens. */
    public function piece(int $id, string $phase, int $from): void
    {
        $this->db->transaction(function () use ($id, $phase, $from): void {
            $import = $this->db->row('SELECT * FROM import WHERE id = :id FOR UPDATE', ['id' => $id]);
            if (null !== $import && $import->str('state') === $phase && $import->int('rows_done') === $from) {
                $this->work($import, $phase, $from);
            }
        });
    }

    private function work(Record $import, string $phase, int $from): void
    {
        $id = $import->int('id');
        $reader = $this->reader($import);
        $errors = $import->objects('errors');
        $values = [];
        [$good, $bad, $at] = [$import->int('rows_good'), $import->int('rows_bad'), 0];
        foreach ($this->rows($import) as $number => $cells) {
            if ($at++ < $from) {
                continue;
            }
            if ($at > $from + self::PIECE) {
                break;
            }
            $line = $reader($cells);
            if ('checking' === $phase) {
                $line->good() ? ++$good : ++$bad;
                foreach (\count($errors) < self::MOST_ERRORS ? $line->refusals : [] as $refusal) {
                    $errors[] = ['row' => $number, 'field' => $refusal->field, 'code' => $refusal->code, 'value' => $refusal->data['value'] ?? '', 'data' => $refusal->data];
                }
            } elseif ($line->good()) {
                $values[] = $line->value;
            }
        }
        if ([] !== $values) {
            $this->of($import->str('kind'))->write($values, $id, $import->int('account_id'));
        }
        $done = min($import->int('rows_total'), $from + self::PIECE);
        $over = $done >= $import->int('rows_total');
        $this->db->execute('UPDATE import SET rows_done = :done, rows_good = :good, rows_bad = :bad, errors = :errors, state = :state, finished_at = :at WHERE id = :id', [
            'id' => $id, 'done' => $done, 'good' => $good, 'bad' => $bad, 'errors' => json_encode($errors, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), 'state' => $over ? ('checking' === $phase ? 'checked' : 'done') : $phase, 'at' => $over && 'importing' === $phase ? $this->clock->now() : null,
        ]);
        if (!$over) {
            $this->goOn($id, $phase, $done);
        } elseif ('importing' === $phase) {
            $this->log->record($import->str('kind').'.imported', 'import', $id, change: ['rows' => $good]);
        }
    }

    private function goOn(int $id, string $phase, int $from): void
    {
        // the columns may be chosen anew, and the same piece be checked again
        $key = 'import-'.$id.'-'.$phase.'-'.$from.'-'.$this->known->beginning('import-'.$id.'-');
        $this->deliveries->add(new ContinueImport($id, $phase, $from), $key, new About('import', $id));
    }

    /** @return \Generator<int, list<string>> the rows below the head */
    private function rows(Record $import): \Generator
    {
        $first = true;
        foreach (SheetReader::rows($this->files->path($import->str('file_sha256'))) as $number => $cells) {
            if ($first) {
                $first = false;
                continue;
            }
            yield $number => $cells;
        }
    }

    /** @return callable(list<string>): ImportLine */
    private function reader(Record $import): callable
    {
        $kind = $this->of($import->str('kind'));

        return $kind->reader(self::mapping($import->json('mapping'), $import->strings('head'), $kind), $import->int('account_id'));
    }

    public function of(string $key): ImportKind
    {
        foreach ($this->kinds as $kind) {
            if ($kind->key() === $key) {
                return $kind;
            }
        }
        throw Refused::because('missing');
    }

    /**
     * @param array<array-key, mixed> $mapping
     * @param list<string>            $head
     *
     * @return array<string, int>
     */
    private static function mapping(array $mapping, array $head, ImportKind $kind): array
    {
        $clean = [];
        foreach ($mapping as $field => $column) {
            if (\is_string($field) && isset($kind->fields()[$field]) && \is_int($column) && $column >= 0 && $column < \count($head)) {
                $clean[$field] = $column;
            }
        }

        return $clean;
    }

    /** @param list<string> $head */
    private static function key(array $head, string $kind): string
    {
        return hash('sha256', $kind."\n".implode("\n", array_map(ColumnMatch::fold(...), $head)));
    }
}
