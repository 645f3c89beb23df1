<?php

declare(strict_types=1);

namespace Jorvent\Shell\Lists;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Shell\Entity\ListSetting;
use Jorvent\Shell\Repository\ListSettingRepository;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Contracts\Translation\TranslatorInterface;

/**
 * Filters, sorts and pages any list by key, never by offset, remembers how each person likes it, and gives it out as
 * a table.
 */
final readonly class Lists
{
    public const ROWS = 25;
    private const BATCH = 1000;
    private const LONGEST_WORDS = 100;
    private const MOST_WORDS = 6;

    public function __construct(
        private Db $db,
        private TranslatorInterface $words,
        private ListSettingRepository $settings,
    ) {
    }

    /**
     * What a page of a list shows, or the whole list as a file when one is asked for.
     *
     * @return Response|array{listing: Listing, list: ListState, page: ListPageRows, count: int|null}
     */
    public function shown(Request $request, Listing $listing, int $account): Response|array
    {
        $list = $this->state($request, $listing, $account);
        $format = $request->query->getString('as');

        return \in_array($format, SheetWriter::FORMATS, true) ? $this->export($listing, $list, $format) : [
            'listing' => $listing,
            'list' => $list,
            'page' => $this->page($listing, $list),
            // only above the first page
            'count' => null === $list->after ? $this->count($listing, $list) : null,
        ];
    }

    public function state(Request $request, Listing $listing, int $account): ListState
    {
        $kept = $this->settings->of($account, $listing->name);
        $sort = $request->query->getString('sort', $kept->sort ?? '');
        $column = $listing->column(ltrim($sort, '-'));
        if (true === $column?->drawn) {
            $column = null;
        }
        $shown = static fn (Column $c): bool => null === $kept ? $c->shown : \in_array($c->key, $kept->columns, true);
        $rest = array_filter(\array_slice($listing->columns, 1), $shown);

        return new ListState(
            mb_substr(trim($request->query->getString('q')), 0, self::LONGEST_WORDS),
            $column ?? $listing->column($listing->sort) ?? $listing->columns[0],
            null === $column ? $listing->descending : str_starts_with($sort, '-'),
            [...\array_slice($listing->columns, 0, 1), ...array_values($rest)],
            $request->query->getString('after') ?: null,
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
        $columns = array_values(array_filter($state->columns, static fn (Column $c): bool => !$c->drawn));
        $head = array_map(fn (Column $c): string => $this->words->trans($c->label), $columns);

        return SheetWriter::response($format, $listing->name, $head, $this->cells($listing, $state, $columns));
    }

    /**
     * @param list<Column> $columns
     *
     * @return \Generator<int, list<string|int|null>> of all rows
     */
    private function cells(Listing $listing, ListState $state, array $columns): \Generator
    {
        $after = null;
        do {
            $rows = $this->rows($listing, $state, $after, self::BATCH);
            foreach ($rows as $row) {
                yield array_map(static fn (Column $c): string|int|null => $c->of($row), $columns);
            }
            $last = end($rows);
            $after = $last instanceof Record ? self::cursor($last) : null;
        } while (self::BATCH === \count($rows));
    }

    /** @param list<string> $columns */
    public function remember(string $list, array $columns, string $sort, int $account): void
    {
        $this->db->transaction(function () use ($list, $columns, $sort, $account): void {
            $setting = $this->settings->of($account, $list);
            if (null === $setting) {
                $this->settings->add(new ListSetting($account, $list, $columns, $sort));
            } else {
                $setting->change($columns, $sort);
            }
        });
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

        return $this->db->rows(
            'SELECT '.implode(', ', $select).", $sort AS sort_value, $listing->id AS sort_id FROM $listing->from
             WHERE $where ORDER BY $sort $way, $listing->id $way LIMIT $limit",
            $parameters,
        );
    }

    /** @return array{string, array<string, mixed>} */
    private function where(Listing $listing, ListState $state, ?string $after): array
    {
        $where = $listing->where;
        $parameters = $listing->parameters;
        // one text to look in, a line for each part, so that no word is found across two
        $text = "lower(concat_ws(E'\\n', ".implode(', ', $listing->searched).'))';
        $words = '' === $state->words ? [] : (preg_split('/\s+/u', $state->words, self::MOST_WORDS) ?: []);
        foreach ($words as $i => $word) {
            $where[] = "strpos($text, :word$i) > 0";
            $parameters["word$i"] = mb_strtolower($word);
        }
        $cursor = self::after($after, $state->sort->kind);
        if (null !== $cursor) {
            $way = $state->descending ? '<' : '>';
            $value = 'CAST(:after_value AS '.$state->sort->cast().')';
            $where[] = '('.$state->sort->sortable().", $listing->id) $way ($value, :after_id)";
            $parameters += ['after_value' => $cursor[0], 'after_id' => $cursor[1]];
        }

        return [[] === $where ? 'true' : implode(' AND ', $where), $parameters];
    }

    /**
     * A cursor comes back from outside; what is not of its kind is left out rather than sent to the database.
     *
     * @return array{string, int}|null the value that is sorted by and the number of the last row
     */
    private static function after(?string $cursor, string $kind): ?array
    {
        $read = json_decode(base64_decode(strtr($cursor ?? '', '-_', '+/'), true) ?: '', true);
        if (!\is_array($read) || !\is_string($read[0] ?? null) || !\is_int($read[1] ?? null)) {
            return null;
        }
        $fits = match ($kind) {
            'number' => is_numeric($read[0]),
            'day' => 1 === preg_match('/^\d{4}-\d\d-\d\d$/D', $read[0]),
            default => mb_check_encoding($read[0], 'UTF-8') && !str_contains($read[0], "\0"),
        };

        return $fits ? [$read[0], $read[1]] : null;
    }

    private static function cursor(Record $row): string
    {
        $cursor = json_encode([$row->str('sort_value'), $row->int('sort_id')], \JSON_THROW_ON_ERROR);

        return rtrim(strtr(base64_encode($cursor), '+/', '-_'), '=');
    }
}
