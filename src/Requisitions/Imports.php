<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Import\ColumnMatch;
use Jorvent\Core\Organisation\Code;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\ReachList;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Outbox\Carrier;
use Jorvent\Platform\Outbox\Item;
use Jorvent\Platform\Outbox\Outbox;
use Jorvent\Platform\Spreadsheet\SheetReader;
use Jorvent\Platform\Spreadsheet\Unreadable;
use Jorvent\Platform\Text\RichText;
use Psr\Clock\ClockInterface;

/**
 * Many requisitions from a table: columns mapped, every row checked, the good ones imported when the person agrees. The worker does it in pieces, each in a transaction of its own,
 * so that progress is seen, it can be cancelled between two, and a worker that dies repeats one piece at most.
 */
final readonly class Imports implements Carrier
{
    public const MAX_ROWS = 20_000;
    private const PIECE = 500;
    private const MOST_ERRORS = 400;
    private const PREVIEW = 8;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Outbox $outbox, private FileStore $files, private ReachList $reach, private RichText $text, private OpenRequisitionHandler $open)
    {
    }

    /** Takes a file in and proposes what its columns are: as this person mapped such a table before, else by their names. */
    public function take(string $path, string $name, int $account): int
    {
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
        $kept = $this->db->row('SELECT mapping FROM import_mapping WHERE account_id = :a AND head_key = :k', ['a' => $account, 'k' => self::key($head)])?->json('mapping');

        return $this->db->insert('import', ['account_id' => $account, 'file_sha256' => $this->files->put((string) file_get_contents($path)), 'file_name' => mb_substr($name, 0, 200), 'state' => 'mapping', 'head' => $head, 'mapping' => self::mapping($kept ?? ColumnMatch::propose($head), $head) ?: new \stdClass(), 'rows_total' => $rows - 1, 'created_at' => $this->clock->now()]);
    }

    /** @param array<string, int> $mapping column by field */
    public function map(int $id, array $mapping, int $account): void
    {
        $this->db->transaction(function () use ($id, $mapping, $account): void {
            $row = $this->mine($id, $account);
            if (!\in_array($row->str('state'), ['mapping', 'checked'], true)) {
                throw Refused::because('import_runs');
            }
            $mapping = self::mapping($mapping, $row->strings('head'));
            Refused::unlessEmpty(array_values(array_filter([isset($mapping['title']) || isset($mapping['profile']) ? null : new Refusal('title', 'missing'), isset($mapping['unit']) ? null : new Refusal('unit', 'missing'), isset($mapping['site']) ? null : new Refusal('site', 'missing')])));
            $this->db->execute('INSERT INTO import_mapping (account_id, head_key, mapping) VALUES (:a, :k, :m) ON CONFLICT (account_id, head_key) DO UPDATE SET mapping = EXCLUDED.mapping', ['a' => $account, 'k' => self::key($row->strings('head')), 'm' => json_encode($mapping, \JSON_THROW_ON_ERROR)]);
            $this->db->execute("UPDATE import SET state = 'checking', mapping = :m, rows_done = 0, rows_good = 0, rows_bad = 0, errors = '[]' WHERE id = :id", ['id' => $id, 'm' => json_encode($mapping, \JSON_THROW_ON_ERROR)]);
            $this->piece($id, 'checking', 0);
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
            $this->piece($id, 'importing', 0);
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
            $this->outbox->drop('import-'.$id.'-');
        });
    }

    public function mine(int $id, int $account): Record
    {
        return $this->db->row('SELECT * FROM import WHERE id = :id AND account_id = :a FOR UPDATE', ['id' => $id, 'a' => $account]) ?? throw Refused::because('missing');
    }

    /**
     * The first rows as they would be read.
     *
     * @return list<array{number: int, cells: list<string>, brief: Brief|null, refusals: list<Refusal>}>
     */
    public function preview(Record $import): array
    {
        $reader = $this->reader($import);
        $lines = [];
        foreach ($this->rows($import) as $number => $cells) {
            [$brief, , $refusals] = $reader->read($cells);
            $lines[] = ['number' => $number, 'cells' => $cells, 'brief' => $brief, 'refusals' => $refusals];
            if (\count($lines) >= self::PREVIEW) {
                break;
            }
        }

        return $lines;
    }

    public function kind(): string
    {
        return 'import';
    }

    public function deliver(Item $item): void
    {
        $import = $this->db->row('SELECT * FROM import WHERE id = :id FOR UPDATE', ['id' => $item->subjectId]);
        $phase = $item->text('phase');
        if (null === $import || $import->str('state') !== $phase) {
            return;
        }
        $from = (int) $item->text('from');
        $reader = $this->reader($import);
        $errors = $import->objects('errors');
        $drafts = [];
        [$good, $bad, $at] = [$import->int('rows_good'), $import->int('rows_bad'), 0];
        foreach ($this->rows($import) as $number => $cells) {
            if ($at++ < $from) {
                continue;
            }
            if ($at > $from + self::PIECE) {
                break;
            }
            [$brief, $profile, $refusals] = $reader->read($cells);
            if ('checking' === $phase) {
                null === $brief || [] !== $refusals ? ++$bad : ++$good;
                foreach (\count($errors) < self::MOST_ERRORS ? $refusals : [] as $refusal) {
                    $errors[] = ['row' => $number, 'field' => $refusal->field, 'code' => $refusal->code, 'value' => $refusal->data['value'] ?? '', 'data' => $refusal->data];
                }
            } elseif (null !== $brief && [] === $refusals) {
                $drafts[] = [$brief, $profile];
            }
        }
        foreach (array_chunk($drafts, 100) as $some) {
            $this->open->writeMany($some, ['import' => $item->subjectId], $import->int('account_id'));
        }
        $done = min($import->int('rows_total'), $from + self::PIECE);
        $over = $done >= $import->int('rows_total');
        $this->db->execute('UPDATE import SET rows_done = :done, rows_good = :good, rows_bad = :bad, errors = :errors, state = :state, finished_at = :at WHERE id = :id', [
            'id' => $item->subjectId, 'done' => $done, 'good' => $good, 'bad' => $bad, 'errors' => json_encode($errors, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), 'state' => $over ? ('checking' === $phase ? 'checked' : 'done') : $phase, 'at' => $over && 'importing' === $phase ? $this->clock->now() : null,
        ]);
        if (!$over) {
            $this->piece($item->subjectId, $phase, $done);
        } elseif ('importing' === $phase) {
            $this->log->record('requisitions.imported', 'import', $item->subjectId, change: ['rows' => $good]);
        }
    }

    private function piece(int $id, string $phase, int $from): void
    {
        $this->outbox->add('import', 'import-'.$id.'-'.$phase.'-'.$from.'-'.$this->db->int('SELECT count(*) FROM outbox WHERE starts_with(key, :k)', ['k' => 'import-'.$id.'-']), 'import', $id, ['phase' => $phase, 'from' => $from]);
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

    private function reader(Record $import): ImportRow
    {
        $account = $import->int('account_id');
        $units = $sites = $people = $profiles = [];
        foreach ($this->reach->choices($account, Permission::OpenRequisition) as $u) {
            if (UnitKind::from($u->str('kind'))->hires()) {
                $units += [mb_strtolower($u->str('name')) => $u];
                $units[Code::folded($u->str('code'))] = $u;
            }
        }
        foreach ($this->db->rows('SELECT id, name, city, country, currency FROM site') as $s) {
            $sites += [mb_strtolower($s->str('name')) => $s, mb_strtolower($s->str('city')) => $s];
        }
        foreach ($this->db->rows("SELECT a.id, a.name, a.email FROM account a WHERE a.active AND EXISTS (SELECT 1 FROM account_grant g WHERE g.account_id = a.id AND g.role IN ('recruiter', 'manager'))") as $p) {
            $people += [mb_strtolower($p->str('name')) => $p->int('id'), mb_strtolower($p->str('email')) => $p->int('id')];
        }
        foreach ($this->db->rows('SELECT * FROM role_profile WHERE retired_at IS NULL ORDER BY id') as $p) {
            $profiles += [mb_strtolower($p->str('title')) => $p, mb_strtolower($p->str('title').' '.$p->str('level')) => $p];
        }

        return new ImportRow(self::mapping($import->json('mapping'), $import->strings('head')), $units, $sites, $people, $profiles, $account, $this->clock->now()->setTime(0, 0), $this->text);
    }

    /**
     * @param array<array-key, mixed> $mapping
     * @param list<string>            $head
     *
     * @return array<string, int>
     */
    private static function mapping(array $mapping, array $head): array
    {
        $clean = [];
        foreach ($mapping as $field => $column) {
            if (\is_string($field) && isset(ColumnMatch::NAMES[$field]) && \is_int($column) && $column >= 0 && $column < \count($head)) {
                $clean[$field] = $column;
            }
        }

        return $clean;
    }

    /** @param list<string> $head */
    private static function key(array $head): string
    {
        return hash('sha256', implode("\n", array_map(ColumnMatch::fold(...), $head)));
    }
}
