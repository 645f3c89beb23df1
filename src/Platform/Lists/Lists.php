<?php

declare(strict_types=1);

namespace Jorvent\Platform\Lists;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Filters, sorts and pages any list by key, never by offset, remembers how each person likes it, and gives it out as a table. */
final readonly class Lists
{
    public const ROWS = 25;
    private const BATCH = 1000;

    public function __construct(private Db $db, private TranslatorInterface $words)
    {
    }

    public function state(Request $request, Listing $listing, int $account): ListState
    {
        $kept = $this->db->row('SELECT columns, sort FROM list_setting WHERE account_id = :a AND list = :l', ['a' => $account, 'l' => $listing->name]);
        $sort = $request->query->getString('sort', $kept?->str('sort') ?? '');
        $column = $listing->column(ltrim($sort, '-'));
        $column = true === $column?->drawn ? null : $column;
        $shown = $kept?->strings('columns') ?? [];
        $columns = array_values(array_filter($listing->columns, static fn (Column $c, int $i): bool => 0 === $i || (null === $kept ? $c->shown : \in_array($c->key, $shown, true)), \ARRAY_FILTER_USE_BOTH));

        return new ListState(
            mb_substr(trim($request->query->getString('q')), 0, 100), $column ?? $listing->column($listing->sort) ?? $listing->columns[0], null === $column ? $listing->descending : str_starts_with($sort, '-'), $columns, $request->query->getString('after') ?: null,
        );
    }

    public function page(Listing $listing, ListState $state, int $rows = self::ROWS): ListPageRows
    {
        $found = $this->rows($listing, $state, $state->after, $rows + 1);
        $page = \array_slice($found, 0, $rows);
        $last = end($page);

        return new ListPageRows($page, \count($found) > $rows && $last instanceof Record ? self::cursor($last) : null);
    }

    public function count(Listing $listing, ListState $state): int
    {
        [$where, $parameters] = $this->where($listing, $state, null);

        return $this->db->int("SELECT count(*) FROM $listing->from WHERE $where", $parameters);
    }

    /** All rows, not only the page, with the columns chosen. */
    public function export(Listing $listing, ListState $state, string $format): Response
    {
        return SheetWriter::response($format, $listing->name, array_map(fn (Column $c): string => $this->words->trans($c->label), $columns = array_values(array_filter($state->columns, static fn (Column $c): bool => !$c->drawn))), (function () use ($listing, $state, $columns): \Generator {
            $after = null;
            do {
                $rows = $this->rows($listing, $state, $after, self::BATCH);
                foreach ($rows as $row) {
                    yield array_map(static fn (Column $c): string|int|null => 'number' === $c->kind ? $row->intOrNull($c->key) : $row->strOrNull($c->key), $columns);
                }
                $last = end($rows);
                $after = $last instanceof Record ? self::cursor($last) : null;
            } while (self::BATCH === \count($rows));
        })());
    }

    /** @param list<string> $columns */
    public function remember(string $list, array $columns, string $sort, int $account): void
    {
        $this->db->execute('INSERT INTO list_setting (account_id, list, columns, sort) VALUES (:a, :l, :c, :s) ON CONFLICT (account_id, list) DO UPDATE SET columns = EXCLUDED.columns, sort = EXCLUDED.sort', ['a' => $account, 'l' => $list, 'c' => json_encode($columns, \JSON_THROW_ON_ERROR), 's' => mb_substr($sort, 0, 40)]);
    }

    /** @return list<Record> */
    private function rows(Listing $listing, ListState $state, ?string $after, int $limit): array
    {
        [$where, $parameters] = $this->where($listing, $state, $after);
        $select = array_map(static fn (Column $c): string => "$c->sql AS $c->key", $listing->columns);
        foreach ($listing->extra as $name => $sql) {
            $select[] = "$sql AS $name";
        }
        $way = $state->descending ? 'DESC' : 'ASC';
        $sort = $state->sort->sortable();

        return $this->db->rows('SELECT '.implode(', ', $select).", $sort AS sort_value, $listing->id AS sort_id FROM $listing->from WHERE $where ORDER BY $sort $way, $listing->id $way LIMIT $limit", $parameters);
    }

    /** @return array{string, array<string, mixed>} */
    private function where(Listing $listing, ListState $state, ?string $after): array
    {
        $where = $listing->where;
        $parameters = $listing->parameters;
        foreach ('' === $state->words ? [] : (preg_split('/\s+/u', $state->words, 6) ?: []) as $i => $word) {
            // one text to look in, a line for each part, so that no word is found across two
            $where[] = "strpos(lower(concat_ws(E'\\n', ".implode(', ', $listing->searched).")), :word$i) > 0";
            $parameters["word$i"] = mb_strtolower($word);
        }
        $cursor = null === $after ? null : json_decode(base64_decode(strtr($after, '-_', '+/'), true) ?: '', true);
        if (\is_array($cursor) && \is_string($cursor[0] ?? null) && \is_int($cursor[1] ?? null) && self::fits($cursor[0], $state->sort->kind)) {
            $where[] = '('.$state->sort->sortable().", $listing->id) ".($state->descending ? '<' : '>').' (CAST(:after_value AS '.$state->sort->cast().'), :after_id)';
            $parameters += ['after_value' => $cursor[0], 'after_id' => $cursor[1]];
        }

        return [[] === $where ? 'true' : implode(' AND ', $where), $parameters];
    }

    /** A cursor comes back from outside; what is not of its kind is left out rather than sent to the database. */
    private static function fits(string $value, string $kind): bool
    {
        return match ($kind) {
            'number' => is_numeric($value), 'day' => 1 === preg_match('/^\d{4}-\d\d-\d\d$/', $value), default => mb_check_encoding($value, 'UTF-8') && !str_contains($value, "\0"),
        };
    }

    private static function cursor(Record $row): string
    {
        return rtrim(strtr(base64_encode(json_encode([$row->str('sort_value'), $row->int('sort_id')], \JSON_THROW_ON_ERROR)), '+/', '-_'), '=');
    }
}
