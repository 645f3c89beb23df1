<?php

declare(strict_types=1);

namespace Jorvent\Careers\Read;

use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Shared\Money;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/**
 * What the public may see: requisitions with a live advert on our own site, in the reader's language where it is
 * written in it.
 */
final readonly class OpeningQuery
{
    public const PAGE = 30;
    private const MOST_IN_FEEDS = 5000;
    private const MOST_PLACES = 200;
    /** More words of a search are not looked at. */
    private const MOST_WORDS = 12;
    private const LIVE = <<<'SQL'
        r.state = 'approved' AND p.state = 'live' AND (p.until IS NULL OR p.until >= :today)
            AND (SELECT count(*) FROM standing_hire h WHERE h.requisition_id = r.id) < r.positions
        SQL;
    /** to everyone, and no longer to colleagues alone */
    private const OPEN = self::LIVE.' AND (p.inside_until IS NULL OR p.inside_until < :today)';
    private const FROM = <<<'SQL'
        FROM requisition_head r
        JOIN site_place s ON s.id = r.site_id
        JOIN unit_place u ON u.id = r.unit_id
        JOIN staff_name a ON a.id = r.recruiter_id
        JOIN posting_head p ON p.requisition_id = r.id AND p.board = 'careers'
        LEFT JOIN advert_in t ON t.requisition_id = r.id AND t.locale = :locale
        SQL;
    private const COLUMNS = <<<'SQL'
        r.id, r.number, coalesce(t.title, r.title) AS title, coalesce(t.description, r.description) AS description,
        t.locale AS text_locale, r.musts, r.wishes, r.employment, r.positions, r.pay_min, r.pay_max, r.currency,
        r.pay_frequency, r.hours, r.share, r.remote, r.benefits, r.months, r.years_from, r.education, r.category,
        r.unit_id, s.city, s.region, s.postcode, s.country, s.zone, u.name AS department, a.name AS recruiter,
        p.until, p.live_at, p.inside_until, greatest(p.live_at, r.saved_at, t.saved_at) AS changed_at
        SQL;
    private const NEWEST_FIRST = 'ORDER BY p.live_at DESC, r.id DESC';

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /**
     * @param list<int>|null $only  numbers; null for all
     * @param list<int>|null $units whose openings; null for all
     */
    public function list(
        Narrowed $by,
        int $page,
        string $locale,
        ?array $only = null,
        ?array $units = null,
    ): FoundOpenings {
        $all = $this->faceted($by->words(), $locale, $only, $units);
        $found = self::matching($all, $by->facets());
        $shown = \array_slice($found, self::PAGE * (max(1, $page) - 1), self::PAGE);
        $ids = array_map(static fn (Record $row): int => $row->int('id'), $shown);
        $count = \count($found);

        return new FoundOpenings(
            [] === $ids ? [] : $this->open('r.id IN (:ids)', ['ids' => $ids], $locale),
            $count,
            (int) ceil($count / self::PAGE),
            self::counted($all, $by->facets()),
        );
    }

    /**
     * @param list<int>|null $units whose openings; null for all
     *
     * @return array<string, array<string, int>> of each facet, how many openings there are with each value
     */
    public function facets(string $locale, ?array $units): array
    {
        return self::counted($this->faceted('', $locale, null, $units), []);
    }

    /** @return list<CityOnMap> where openings can be */
    public function places(): array
    {
        return array_map(
            static fn (Record $row): CityOnMap => new CityOnMap(
                $row->str('city'), (float) $row->floatOrNull('latitude'), (float) $row->floatOrNull('longitude'),
            ),
            $this->db->rows(
                'SELECT DISTINCT ON (city) city, latitude, longitude FROM site_place
                 WHERE latitude IS NOT NULL AND longitude IS NOT NULL ORDER BY city, id LIMIT '.self::MOST_PLACES,
            ),
        );
    }

    /**
     * An opening that was ever public.
     *
     * @param string $code of the advert, which colleagues are given while it is for them alone
     */
    public function one(int $number, string $locale = 'en', string $code = ''): ?Opening
    {
        $row = $this->db->row(
            'SELECT '.self::COLUMNS.', '.self::LIVE." AS open,
                coalesce(r.state = 'approved' AND p.until < :today, false) AS late ".self::FROM.'
             WHERE r.number = :number AND (p.inside_until IS NULL OR p.inside_until < :today OR p.code = :code)
             ORDER BY p.id DESC LIMIT 1',
            ['number' => $number, 'locale' => $locale, 'code' => $code] + $this->today(),
        );

        return null === $row ? null : self::opening($row, $row->bool('open'), $row->bool('late'));
    }

    /** The opening that a draft of an application is for, by the advert its writer came by. */
    public function ofRequisition(int $requisition, ?int $posting, string $locale = 'en'): ?Opening
    {
        $row = $this->db->row(
            'SELECT r.number, (SELECT p.code FROM posting_head p WHERE p.id = :posting) AS code
             FROM requisition_head r WHERE r.id = :requisition',
            ['requisition' => $requisition, 'posting' => $posting],
        );

        return null === $row ? null : $this->one($row->int('number'), $locale, $row->strOrNull('code') ?? '');
    }

    /** @return list<Opening> all that are open, with their texts */
    public function every(string $locale): array
    {
        return $this->open('true', [], $locale, self::MOST_IN_FEEDS);
    }

    /** @return list<Opening> those of a search that went up since a moment, of the first page of it */
    public function since(Narrowed $by, string $locale, \DateTimeImmutable $since): array
    {
        return array_values(array_filter(
            $this->list($by, 1, $locale)->openings,
            static fn (Opening $opening): bool => $opening->days->liveAt > $since,
        ));
    }

    /** When the newest opening went up. */
    public function newest(): ?\DateTimeImmutable
    {
        $sql = "SELECT max(live_at) AS at FROM posting_head WHERE board = 'careers' AND state = 'live'";

        return $this->db->row($sql)?->instantOrNull('at');
    }

    /** Changes when what feeds tell changes. */
    public function stamp(): string
    {
        $row = $this->db->planned(
            "SELECT count(*) AS n, max(greatest(p.live_at, r.saved_at)) AS at,
                coalesce(sum(hashtext(coalesce(r.title, '') || p.id)), 0) AS mix,
                (SELECT max(saved_at) FROM advert_in) AS texts
             FROM requisition_head r JOIN posting_head p ON p.requisition_id = r.id AND p.board = 'careers'
             WHERE ".self::OPEN,
            $this->today(),
        )[0] ?? throw new \LogicException('A count always has a row.');

        return substr(hash('sha256', json_encode($row->columns(), \JSON_THROW_ON_ERROR)), 0, 24);
    }

    /**
     * @param array<string, mixed> $values
     *
     * @return list<Opening>
     */
    private function open(string $which, array $values, string $locale, int $most = self::PAGE): array
    {
        $rows = $this->db->rows(
            'SELECT '.self::COLUMNS.' '.self::FROM.' WHERE '.$which.' AND '.self::OPEN.' '.self::NEWEST_FIRST
                .' LIMIT '.$most,
            $values + ['locale' => $locale] + $this->today(),
        );

        return array_map(static fn (Record $row): Opening => self::opening($row, true, false), $rows);
    }

    /**
     * @param list<int>|null $only
     * @param list<int>|null $units
     *
     * @return list<Record> only what is counted and compared: id and facets, newest first
     */
    private function faceted(string $words, string $locale, ?array $only, ?array $units): array
    {
        $where = '';
        $values = ['locale' => $locale] + $this->today();
        if (null !== $only) {
            $where .= ' AND r.number IN (:only)';
            $values['only'] = [] === $only ? [0] : $only;
        }
        if (null !== $units) {
            $where .= ' AND r.unit_id IN (:units)';
            $values['units'] = [] === $units ? [0] : $units;
        }
        foreach (self::typed($words) as $i => $term) {
            $where .= " AND (r.opening_words @@ to_tsquery('simple', :t$i)
                OR t.opening_words @@ to_tsquery('simple', :t$i) OR s.city ILIKE :l$i OR u.name ILIKE :l$i)";
            $values["t$i"] = $term.':*';
            $values["l$i"] = $term.'%';
        }

        return $this->db->rows(
            'SELECT r.id, s.city, r.category, r.employment, r.remote '.self::FROM
                .' WHERE '.self::OPEN.$where.' '.self::NEWEST_FIRST,
            $values,
        );
    }

    /**
     * Every word has to be there, in the title, the text, the town or the department; the last one may be unfinished.
     *
     * @return list<string>
     */
    private static function typed(string $words): array
    {
        $terms = preg_split('/[^\p{L}\p{N}]+/u', mb_strtolower($words), -1, \PREG_SPLIT_NO_EMPTY) ?: [];

        return \array_slice($terms, 0, self::MOST_WORDS);
    }

    /**
     * @param list<Record>          $openings
     * @param array<string, string> $chosen   values by facet
     *
     * @return array<string, array<string, int>>
     */
    private static function counted(array $openings, array $chosen): array
    {
        $facets = [];
        foreach (Narrowed::FACETS as $facet) {
            $others = array_diff_key($chosen, [$facet => true]);
            $values = array_map(
                static fn (Record $row): string => $row->str($facet), self::matching($openings, $others),
            );
            $counts = array_count_values(array_filter($values, static fn (string $value): bool => '' !== $value));
            ksort($counts);
            $facets[$facet] = $counts;
        }

        return $facets;
    }

    /**
     * @param list<Record>          $openings
     * @param array<string, string> $values   by facet
     *
     * @return list<Record>
     */
    private static function matching(array $openings, array $values): array
    {
        foreach ($values as $facet => $value) {
            $openings = array_filter($openings, static fn (Record $row): bool => $row->str($facet) === $value);
        }

        return array_values($openings);
    }

    /** @return array{today: string} */
    private function today(): array
    {
        return ['today' => $this->clock->now()->format('Y-m-d')];
    }

    private static function opening(Record $row, bool $isOpen, bool $isLate): Opening
    {
        return new Opening(
            $row->int('id'),
            $row->int('number'),
            new OpeningText(
                $row->str('title'),
                $row->str('description'),
                $row->strOrNull('text_locale'),
                $row->strings('benefits'),
            ),
            new OpeningWants(
                $row->str('category'),
                $row->strings('musts'),
                $row->strings('wishes'),
                $row->intOrNull('years_from'),
                $row->strOrNull('education'),
            ),
            self::terms($row),
            new OpeningPlace(
                $row->str('city'),
                $row->str('region'),
                $row->str('postcode'),
                $row->str('country'),
                $row->str('zone'),
            ),
            new OpeningTeam($row->int('unit_id'), $row->str('department'), $row->str('recruiter')),
            new OpeningDays(
                $row->instantOrNull('live_at'),
                $row->instantOrNull('until'),
                $row->instantOrNull('inside_until'),
                $row->instantOrNull('changed_at'),
                $isOpen,
                $isLate,
            ),
        );
    }

    private static function terms(Record $row): OpeningTerms
    {
        $money = static fn (?int $minor): ?Money => null === $minor ? null : new Money($minor, $row->str('currency'));

        return new OpeningTerms(
            $row->str('employment'),
            $row->str('remote'),
            $row->int('positions'),
            $row->intOrNull('months'),
            new OpeningHours($row->intOrNull('hours'), $row->int('share')),
            $money($row->intOrNull('pay_min')),
            $money($row->intOrNull('pay_max')),
            Frequency::from($row->str('pay_frequency')),
        );
    }
}
