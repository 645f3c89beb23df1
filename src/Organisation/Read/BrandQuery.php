<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

use Jorvent\Core\Careers\Colours;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Identity\Identities;

/** Brands, which units hire under which, and their pages, without the pictures. */
final readonly class BrandQuery
{
    private const COLUMNS = 'b.id, b.key, b.name, b.texts, b.contact, b.accent, b.deep, b.paper, b.chart,
        b.logo_sha256, b.logo_width, b.logo_height, b.version';
    private const MOST = 200;
    private const MOST_LINKS = 12;

    public function __construct(private Db $db, private Identities $identities)
    {
    }

    /** @return list<BrandView> the first one first */
    public function all(): array
    {
        $rows = $this->db->rows('SELECT '.self::COLUMNS.' FROM brand b ORDER BY b.id LIMIT '.self::MOST);

        return array_map($this->brand(...), $rows);
    }

    public function byKey(string $key): ?BrandView
    {
        return $this->where('b.key = :value', $key);
    }

    public function one(int $id): ?BrandView
    {
        return $this->where('b.id = :value', $id);
    }

    /** The first one, which all units hire under that no other has. */
    public function main(): BrandView
    {
        return $this->byKey('') ?? throw new \LogicException('There is a first brand.');
    }

    /** The brand of the nearest unit, from this one upwards, that has one. */
    public function ofUnit(int $unit): BrandView
    {
        $row = $this->db->row(
            'SELECT '.self::COLUMNS.' FROM org_unit u JOIN org_unit a ON starts_with(u.path, a.path)
             JOIN brand_unit g ON g.unit_id = a.id JOIN brand b ON b.id = g.brand_id
             WHERE u.id = :u ORDER BY length(a.path) DESC LIMIT 1',
            ['u' => $unit],
        );

        return null === $row ? $this->main() : $this->brand($row);
    }

    /** @return array<int, BrandView> of the units that have another than the first, by unit */
    public function byUnit(): array
    {
        $brands = [];
        foreach ($this->all() as $brand) {
            foreach ($this->units($brand) ?? [] as $unit) {
                $brands[$unit] = $brand;
            }
        }

        return $brands;
    }

    /** @return list<int>|null units whose openings are this brand's; null for all, which the first brand shows */
    public function units(BrandView $brand): ?array
    {
        return $brand->main() ? null : array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows(
            'SELECT u.id FROM org_unit u CROSS JOIN LATERAL (
                SELECT g.brand_id FROM org_unit a JOIN brand_unit g ON g.unit_id = a.id
                WHERE starts_with(u.path, a.path) ORDER BY length(a.path) DESC LIMIT 1
             ) x WHERE x.brand_id = :b',
            ['b' => $brand->id],
        ));
    }

    /** @return array<int, array<int, string>> names of the units that were given to each brand, by brand and unit */
    public function given(): array
    {
        $given = [];
        foreach ($this->db->rows(
            'SELECT g.brand_id, u.id, u.name FROM brand_unit g JOIN org_unit u ON u.id = g.unit_id ORDER BY u.path',
        ) as $row) {
            $given[$row->int('brand_id')][$row->int('id')] = $row->str('name');
        }

        return $given;
    }

    /** @return string|null the PNG with that SHA-256 */
    public function logo(string $sha256): ?string
    {
        $sql = "SELECT encode(logo, 'base64') AS png FROM brand WHERE logo_sha256 = :h LIMIT 1";
        $png = $this->db->row($sql, ['h' => $sha256])?->str('png');

        return null === $png ? null : (base64_decode($png, true) ?: null);
    }

    /** @return list<BrandLink> pages of a brand in a language, else in English, by slug */
    public function links(int $brand, string $locale): array
    {
        return array_map(
            static fn (Record $r): BrandLink => new BrandLink($r->str('slug'), $r->str('title'), $r->str('locale')),
            $this->db->rows(
                "SELECT DISTINCT ON (slug) slug, title, locale FROM brand_page
                 WHERE brand_id = :b AND locale IN (:l, 'en') ORDER BY slug, (locale = :l) DESC LIMIT ".self::MOST_LINKS,
                ['b' => $brand, 'l' => $locale],
            ),
        );
    }

    /** In a language, else in English, else in whichever there is. */
    public function page(string $slug, string $locale): ?BrandPageView
    {
        $row = $this->db->row(
            "SELECT * FROM brand_page WHERE slug = :s ORDER BY (locale = :l) DESC, (locale = 'en') DESC, locale LIMIT 1",
            ['s' => $slug, 'l' => $locale],
        );

        return null === $row ? null : self::pageOf($row);
    }

    /** @return list<BrandPageView> all of a brand, by slug */
    public function pages(int $brand): array
    {
        $sql = 'SELECT * FROM brand_page WHERE brand_id = :b ORDER BY slug, locale LIMIT '.self::MOST;

        return array_map(self::pageOf(...), $this->db->rows($sql, ['b' => $brand]));
    }

    private function where(string $condition, string|int $value): ?BrandView
    {
        $row = $this->db->row('SELECT '.self::COLUMNS." FROM brand b WHERE $condition", ['value' => $value]);

        return null === $row ? null : $this->brand($row);
    }

    /** The first brand is called as the company is, as long as it has no name of its own. */
    private function brand(Record $row): BrandView
    {
        return new BrandView(
            $row->int('id'),
            $row->str('key'),
            $row->str('name') ?: $this->identities->name(),
            $row->str('contact'),
            self::looks($row),
            self::texts($row->json('texts')),
            $row->int('version'),
        );
    }

    private static function looks(Record $row): BrandLooks
    {
        $sha256 = $row->strOrNull('logo_sha256');

        return new BrandLooks(
            new Colours($row->str('accent'), $row->str('deep'), $row->str('paper')),
            $row->bool('chart'),
            null === $sha256 ? null : new LogoView($sha256, $row->int('logo_width'), $row->int('logo_height')),
        );
    }

    private static function pageOf(Record $row): BrandPageView
    {
        return new BrandPageView(
            $row->int('id'),
            $row->int('brand_id'),
            $row->str('slug'),
            $row->str('locale'),
            $row->str('title'),
            $row->str('body'),
            $row->int('version'),
        );
    }

    /**
     * @param array<array-key, mixed> $kept
     *
     * @return array<string, array<string, string>>
     */
    private static function texts(array $kept): array
    {
        $texts = [];
        foreach ($kept as $locale => $written) {
            foreach (\is_array($written) ? $written : [] as $which => $text) {
                if (\is_string($text)) {
                    $texts[(string) $locale][(string) $which] = $text;
                }
            }
        }

        return $texts;
    }
}
