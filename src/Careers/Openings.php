<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** What the public may see: requisitions with a live advert on our own site, in the reader's language where it is written in it. */
final readonly class Openings
{
    public const PAGE = 30;
    /** What a list can be narrowed by, in the order shown. */
    public const FACETS = ['city', 'category', 'employment', 'remote'];
    private const LIVE = "r.state = 'approved' AND p.state = 'live' AND (p.until IS NULL OR p.until >= :today)
        AND (SELECT count(*) FROM hire lh JOIN application la ON la.id = lh.application_id WHERE la.requisition_id = r.id AND lh.fell_through_at IS NULL) < r.positions";
    private const OPEN = self::LIVE.' AND (p.inside_until IS NULL OR p.inside_until < :today)';
    private const FROM = "FROM requisition_head r JOIN site_place s ON s.id = r.site_id JOIN unit_place u ON u.id = r.unit_id JOIN posting_head p ON p.requisition_id = r.id AND p.board = 'careers' LEFT JOIN advert_in t ON t.requisition_id = r.id AND t.locale = :locale";
    private const COLUMNS = 'r.id, r.number, coalesce(t.title, r.title) AS title, coalesce(t.description, r.description) AS description, t.locale AS text_locale, r.musts, r.wishes, r.questions, r.employment, r.positions, r.pay_min, r.pay_max, r.currency, r.pay_frequency, r.hours, r.share, r.remote, r.benefits, r.months, r.target_on, r.years_from, r.education, r.industry, r.state, r.category, r.unit_id, s.city, s.region, s.postcode, s.country, s.zone, u.name AS department, p.until, p.live_at, p.inside_until';

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /**
     * @param array<string, string> $wanted words (plain), and values of facets
     * @param list<int>|null        $only   numbers; null for all
     * @param list<int>|null        $units  whose openings; null for all
     *
     * @return array{openings: list<Record>, count: int, pages: int, facets: array<string, array<string, int>>} a page of the openings, newest first; of each facet how many there would be with each value, the others kept
     */
    public function list(array $wanted, int $page, string $locale, ?array $only = null, ?array $units = null): array
    {
        $all = $this->light($wanted['q'] ?? '', $locale, $only, $units);
        $facets = [];
        foreach (self::FACETS as $facet) {
            $others = array_filter($wanted, static fn (string $v, string $k): bool => '' !== $v && $k !== $facet && \in_array($k, self::FACETS, true), \ARRAY_FILTER_USE_BOTH);
            $facets[$facet] = array_count_values(array_map(static fn (Record $r): string => $r->str($facet), self::matching($all, $others)));
            ksort($facets[$facet]);
            unset($facets[$facet]['']);
        }
        $found = self::matching($all, array_filter(array_intersect_key($wanted, array_flip(self::FACETS)), static fn (string $v): bool => '' !== $v));
        $ids = array_map(static fn (Record $r): int => $r->int('id'), \array_slice($found, self::PAGE * (max(1, $page) - 1), self::PAGE));
        $openings = [] === $ids ? [] : $this->db->rows('SELECT '.self::COLUMNS.' '.self::FROM.' WHERE r.id IN (:ids) AND '.self::OPEN.' ORDER BY p.live_at DESC, r.id DESC', ['ids' => $ids, 'locale' => $locale] + $this->today());

        return ['openings' => $openings, 'count' => \count($found), 'pages' => (int) ceil(\count($found) / self::PAGE), 'facets' => $facets];
    }

    /** @return list<Record> where openings are, with their places on the map: city, latitude, longitude */
    public function places(): array
    {
        return $this->db->rows('SELECT DISTINCT ON (city) city, latitude, longitude FROM site_place WHERE latitude IS NOT NULL AND longitude IS NOT NULL ORDER BY city, id LIMIT 200');
    }

    /**
     * An opening that was ever public; "open" tells whether one can still apply.
     *
     * @param string $code of the advert, which colleagues are given while it is for them alone
     */
    public function one(int $number, string $locale = 'en', string $code = ''): ?Record
    {
        return $this->db->row('SELECT '.self::LIVE." AS open, coalesce(r.state = 'approved' AND p.until < :today, false) AS late, a.name AS recruiter, ".self::COLUMNS.' '.self::FROM.' JOIN account a ON a.id = r.recruiter_id WHERE r.number = :number AND (p.inside_until IS NULL OR p.inside_until < :today OR p.code = :code) ORDER BY p.id DESC LIMIT 1', ['number' => $number, 'locale' => $locale, 'code' => $code] + $this->today());
    }

    /** @return list<Record> all that are open, with their texts, for feeds */
    public function every(string $locale): array
    {
        return $this->db->rows('SELECT '.self::COLUMNS.', greatest(p.live_at, r.saved_at, t.saved_at) AS changed_at '.self::FROM.' WHERE '.self::OPEN.' ORDER BY p.live_at DESC, r.id DESC LIMIT 5000', ['locale' => $locale] + $this->today());
    }

    /** Changes when what feeds tell changes. */
    public function stamp(): string
    {
        $row = $this->db->planned("SELECT count(*) AS n, max(greatest(p.live_at, r.saved_at)) AS at, coalesce(sum(hashtext(coalesce(r.title, '') || p.id)), 0) AS mix, (SELECT max(saved_at) FROM advert_in) AS texts FROM requisition_head r JOIN posting_head p ON p.requisition_id = r.id AND p.board = 'careers' WHERE ".self::OPEN, $this->today())[0] ?? null;

        return substr(hash('sha256', json_encode($row?->columns(), \JSON_THROW_ON_ERROR)), 0, 24);
    }

    /** The code of an advert, for what follows from having come by it. */
    public function code(?int $posting): string
    {
        return null === $posting ? '' : $this->db->row('SELECT code FROM posting_head WHERE id = :id', ['id' => $posting])?->str('code') ?? '';
    }

    /** @return int|null the advert that a tracked address belongs to */
    public function posting(int $requisition, string $code): ?int
    {
        return $this->db->row('SELECT id FROM posting_head WHERE requisition_id = :r AND (code = :code OR (:code = \'\' AND board = \'careers\')) ORDER BY id DESC LIMIT 1', ['r' => $requisition, 'code' => $code])?->int('id');
    }

    /**
     * @param list<int>|null $only
     * @param list<int>|null $units
     *
     * @return list<Record> only what is counted and compared: id and facets, newest first
     */
    private function light(string $words, string $locale, ?array $only, ?array $units): array
    {
        // every word has to be there, in the title, the text, the town or the department; the last one may be unfinished
        $terms = array_values(array_filter(preg_split('/[^\p{L}\p{N}]+/u', mb_strtolower($words)) ?: [], static fn (string $t): bool => '' !== $t));
        $terms = \array_slice($terms, 0, 12);
        $where = '';
        $parameters = ['locale' => $locale] + $this->today();
        if (null !== $only) {
            $where .= ' AND r.number IN (:only)';
            $parameters['only'] = [] === $only ? [0] : $only;
        }
        if (null !== $units) {
            $where .= ' AND r.unit_id IN (:units)';
            $parameters['units'] = [] === $units ? [0] : $units;
        }
        foreach ($terms as $i => $term) {
            $where .= " AND (r.opening_words @@ to_tsquery('simple', :t$i) OR t.opening_words @@ to_tsquery('simple', :t$i) OR s.city ILIKE :l$i OR u.name ILIKE :l$i)";
            $parameters["t$i"] = $term.':*';
            $parameters["l$i"] = $term.'%';
        }

        return $this->db->rows('SELECT r.id, s.city, r.category, r.employment, r.remote '.self::FROM.' WHERE '.self::OPEN.$where.' ORDER BY p.live_at DESC, r.id DESC', $parameters);
    }

    /**
     * @param list<Record>          $openings
     * @param array<string, string> $values   by facet
     *
     * @return list<Record>
     */
    private static function matching(array $openings, array $values): array
    {
        return [] === $values ? $openings : array_values(array_filter($openings, static function (Record $r) use ($values): bool {
            foreach ($values as $facet => $value) {
                if ($r->str($facet) !== $value) {
                    return false;
                }
            }

            return true;
        }));
    }

    /** @return array{today: string} */
    private function today(): array
    {
        return ['today' => $this->clock->now()->format('Y-m-d')];
    }
}
