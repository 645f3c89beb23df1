<?php

declare(strict_types=1);

namespace Jorvent\Shell\Import;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Import\ColumnMatch;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\About;
use Jorvent\Platform\Delivery\Deliveries;
use Jorvent\Platform\Delivery\DeliveryRepository;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Spreadsheet\SheetReader;
use Jorvent\Platform\Spreadsheet\Unreadable;
use Jorvent\Shell\Entity\Import;
use Jorvent\Shell\Entity\ImportState;
use Jorvent\Shell\Import\Message\ContinueImport;
use Jorvent\Shell\Repository\ImportRepository;
use Psr\Clock\ClockInterface;

/**
 * Many at once from a table: columns mapped, every row checked, the good ones imported when the person agrees.
 * The worker does it in pieces, each in a transaction of its own, so that progress is seen, it can be cancelled
 * between two, and a worker that dies repeats one piece at most.
 */
final readonly class Imports
{
    public const MAX_ROWS = 20_000;
    private const PIECE = 500;
    private const PREVIEW = 8;

    public function __construct(
        private Db $db,
        private ImportRepository $imports,
        private ImportKinds $kinds,
        private ClockInterface $clock,
        private ActivityLog $log,
        private Deliveries $deliveries,
        private DeliveryRepository $known,
        private FileStore $files,
    ) {
    }

    /**
     * Takes a file in and proposes what its columns are: as this person mapped such a table before, else by their
     * names.
     *
     * @return int the import's id
     *
     * @throws Refused at file
     */
    public function take(string $kind, string $path, string $name, int $account): int
    {
        $of = $this->kinds->of($kind);
        [$head, $rows] = self::measured($path);
        $kept = $this->imports->remembered($account, self::headKey($head, $kind));
        $import = new Import(
            $kind,
            $account,
            $this->files->put((string) file_get_contents($path)),
            Import::shortName($name),
            $head,
            self::usable($kept ?? ColumnMatch::propose($head, $of->fields()), $head, $of),
            $rows,
            $this->clock->now(),
        );
        $this->db->transaction(fn () => $this->imports->add($import));

        return $import->id;
    }

    /**
     * @param array<string, int> $mapping column by field
     *
     * @throws Refused at each field that needs a column
     */
    public function map(int $id, array $mapping, int $account): void
    {
        $this->db->transaction(function () use ($id, $mapping, $account): void {
            $import = $this->imports->heldOf($id, $account);
            $kind = $this->kinds->of($import->kind);
            $mapping = self::usable($mapping, $import->head, $kind);
            Refused::unlessEmpty(self::missing($kind->needed(), $mapping));
            $import->map($mapping);
            $this->imports->remember($account, self::headKey($import->head, $import->kind), $mapping);
            $this->goOn($import);
        });
    }

    /** The person agrees that the good rows are taken in. */
    public function start(int $id, int $account): void
    {
        $this->db->transaction(function () use ($id, $account): void {
            $import = $this->imports->heldOf($id, $account);
            $import->start();
            $this->goOn($import);
        });
    }

    public function cancel(int $id, int $account): void
    {
        $this->db->transaction(function () use ($id, $account): void {
            $this->imports->heldOf($id, $account)->cancel($this->clock->now());
            $this->deliveries->drop('import-'.$id.'-');
        });
    }

    /** @return array<int, ImportLine> the first rows as they would be read, by their numbers */
    public function preview(Import $import): array
    {
        return $this->lines($import, 0, self::PREVIEW);
    }

    /** Checks or takes in one piece, once: when it was done, or the import was cancelled meanwhile, nothing happens. */
    public function piece(int $id, ImportState $phase, int $from): void
    {
        $this->db->transaction(function () use ($id, $phase, $from): void {
            $import = $this->imports->held($id);
            if (true !== $import?->isAt($phase, $from)) {
                return;
            }
            $piece = Piece::of($this->lines($import, $from, self::PIECE));
            if (ImportState::Importing === $phase && [] !== $piece->values) {
                $this->kinds->of($import->kind)->write($piece->values, $id, $import->accountId);
            }
            // what takes in many rows lets go of them in between, and of all else that was loaded
            $import = $this->imports->held($id) ?? throw new \LogicException('The import is locked.');
            $import->advance($piece, self::PIECE, $this->clock->now());
            if ($import->state->runs()) {
                $this->goOn($import);
            } elseif (ImportState::Done === $import->state) {
                $change = ['rows' => $import->rowsGood];
                $this->log->record($import->kind.'.imported', 'import', $id, change: $change);
            }
        });
    }

    private function goOn(Import $import): void
    {
        [$phase, $from] = [$import->state, $import->rowsDone];
        // the columns may be chosen anew, and the same piece be checked again
        $times = $this->known->beginning('import-'.$import->id.'-');
        $key = implode('-', ['import', $import->id, $phase->value, $from, $times]);
        $message = new ContinueImport($import->id, $phase->value, $from);
        $this->deliveries->add($message, $key, new About('import', $import->id));
    }

    /** @return array<int, ImportLine> so many rows from one on, by their numbers */
    private function lines(Import $import, int $from, int $most): array
    {
        $kind = $this->kinds->of($import->kind);
        $read = $kind->reader(self::usable($import->mapping, $import->head, $kind), $import->accountId);
        $lines = [];
        $at = -1; // the head is not counted
        foreach (SheetReader::rows($this->files->path($import->fileSha256)) as $number => $cells) {
            if ($at >= $from) {
                $lines[$number] = $read($cells);
            }
            if (\count($lines) === $most) {
                break;
            }
            ++$at;
        }

        return $lines;
    }

    /**
     * @return array{list<string>, int} the head, and how many rows are below it
     *
     * @throws Refused at file
     */
    private static function measured(string $path): array
    {
        $head = null;
        $rows = -1;
        try {
            foreach (SheetReader::rows($path) as $cells) {
                $head ??= $cells;
                if (++$rows > self::MAX_ROWS) {
                    throw Refused::because('too_many_rows', 'file', ['limit' => self::MAX_ROWS]);
                }
            }
        } catch (Unreadable $e) {
            throw Refused::because($e->reason, 'file', $e->data);
        }

        return null === $head || $rows < 1 ? throw Refused::because('sheet_empty', 'file') : [$head, $rows];
    }

    /**
     * @param array<array-key, mixed> $mapping
     * @param list<string>            $head
     *
     * @return array<string, int> what of it points from a field of the kind to a column of the table
     */
    private static function usable(array $mapping, array $head, ImportKind $kind): array
    {
        $usable = [];
        foreach ($mapping as $field => $column) {
            if (isset($kind->fields()[$field]) && \is_int($column) && isset($head[$column])) {
                $usable[(string) $field] = $column;
            }
        }

        return $usable;
    }

    /**
     * @param array<string, list<string>> $needed  fields of which at least one has a column, by the one that is asked for
     * @param array<string, int>          $mapping
     *
     * @return list<Refusal>
     */
    private static function missing(array $needed, array $mapping): array
    {
        $missing = [];
        foreach ($needed as $field => $oneOf) {
            if ([] === array_intersect($oneOf, array_keys($mapping))) {
                $missing[] = new Refusal($field, 'missing');
            }
        }

        return $missing;
    }

    /** @param list<string> $head */
    private static function headKey(array $head, string $kind): string
    {
        return hash('sha256', $kind."\n".implode("\n", array_map(ColumnMatch::fold(...), $head)));
    }
}
