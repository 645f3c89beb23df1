<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Careers\Colours;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Identity\Identities;
use Jorvent\Platform\Text\RichText;
use Psr\Clock\ClockInterface;

/** The brands a company hires under, which units belong to which, and their pages. A unit without one of its own goes under that of the unit above; the first brand has all that is left. */
final readonly class Brands
{
    public const LOCALES = ['en', 'nb', 'pl'];
    /** Words of the careers site's own addresses. */
    private const TAKEN = ['alerts', 'guide', 'about', 'looks', 'mind', 'yours', 'openings'];
    private const LOGO_BYTES = 1_000_000;
    private const LOGO_SIDE = 4000;
    private const COLUMNS = 'id, key, name, texts, contact, accent, deep, paper, chart, logo_sha256, logo_width, logo_height, version';

    public function __construct(private Db $db, private ActivityLog $log, private ClockInterface $clock, private RichText $rich, private Identities $identities)
    {
    }

    /** @return list<Brand> */
    public function all(): array
    {
        return array_map($this->brand(...), $this->db->rows('SELECT '.self::COLUMNS.' FROM brand ORDER BY id LIMIT 200'));
    }

    public function byKey(string $key): ?Brand
    {
        $row = $this->db->row('SELECT '.self::COLUMNS.' FROM brand WHERE key = :k', ['k' => $key]);

        return null === $row ? null : $this->brand($row);
    }

    public function one(int $id): ?Brand
    {
        $row = $this->db->row('SELECT '.self::COLUMNS.' FROM brand WHERE id = :id', ['id' => $id]);

        return null === $row ? null : $this->brand($row);
    }

    /** The first site is called as the company is, as long as it has no name of its own. */
    private function brand(Record $row): Brand
    {
        return Brand::fromRecord($row, '' === $row->str('name') ? $this->identities->name() : $row->str('name'));
    }

    public function main(): Brand
    {
        return $this->byKey('') ?? throw new \LogicException('There is a first brand.');
    }

    public function ofUnit(int $unit): Brand
    {
        $row = $this->db->row(
            'SELECT b.id, b.key, b.name, b.texts, b.contact, b.accent, b.deep, b.paper, b.chart, b.logo_sha256, b.logo_width, b.logo_height, b.version FROM org_unit u JOIN org_unit a ON starts_with(u.path, a.path) JOIN brand_unit g ON g.unit_id = a.id JOIN brand b ON b.id = g.brand_id WHERE u.id = :u ORDER BY length(a.path) DESC LIMIT 1', ['u' => $unit]);

        return null === $row ? $this->main() : $this->brand($row);
    }

    public function ofRequisition(int $requisition): Brand
    {
        return $this->ofUnit($this->db->row('SELECT unit_id FROM requisition WHERE id = :id', ['id' => $requisition])?->int('unit_id') ?? 0);
    }

    /** @return array<int, Brand> of the units that have another than the first, by unit */
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
    public function units(Brand $brand): ?array
    {
        return $brand->main() ? null : array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows(
            'SELECT u.id FROM org_unit u CROSS JOIN LATERAL (SELECT g.brand_id FROM org_unit a JOIN brand_unit g ON g.unit_id = a.id WHERE starts_with(u.path, a.path) ORDER BY length(a.path) DESC LIMIT 1) x WHERE x.brand_id = :b', ['b' => $brand->id]));
    }

    /** @return array<int, array<int, string>> names of the units given to each brand, by brand and unit */
    public function given(): array
    {
        $given = [];
        foreach ($this->db->rows('SELECT g.brand_id, u.id, u.name FROM brand_unit g JOIN org_unit u ON u.id = g.unit_id ORDER BY u.path') as $row) {
            $given[$row->int('brand_id')][$row->int('id')] = $row->str('name');
        }

        return $given;
    }

    public function logo(string $sha256): ?string
    {
        $row = $this->db->row("SELECT encode(logo, 'base64') AS png FROM brand WHERE logo_sha256 = :h LIMIT 1", ['h' => $sha256]);

        return null === $row ? null : (base64_decode($row->str('png'), true) ?: null);
    }

    /**
     * @param array<string, array{tagline: string, lead: string}> $texts by language
     * @param list<int>                                           $units
     * @param string|null                                         $logo  the bytes of a new picture
     */
    public function save(?int $id, string $key, string $name, array $texts, string $contact, Colours $colours, bool $chart, array $units, ?string $logo, bool $withoutLogo, int $seen): int
    {
        $main = 1 === $id;
        $refusals = $colours->refuse();
        if (mb_strlen($name) < 2 || mb_strlen($name) > 60) {
            $refusals[] = new Refusal('name', 'brand_name');
        }
        if (!$main && (1 !== preg_match('/^[a-z][a-z0-9-]{1,29}$/', $key) || \in_array($key, self::TAKEN, true))) {
            $refusals[] = new Refusal('key', 'brand_key');
        }
        if (false === filter_var($contact, \FILTER_VALIDATE_EMAIL)) {
            $refusals[] = new Refusal('contact', '' === $contact ? 'missing' : 'email_wrong');
        }
        $picture = null;
        try {
            $picture = null === $logo ? null : self::picture($logo);
        } catch (Refused $refused) {
            $refusals = [...$refusals, ...$refused->refusals];
        }
        Refused::unlessEmpty($refusals);
        $texts = array_intersect_key($texts, array_flip(self::LOCALES));

        return $this->db->transaction(function () use ($id, $main, $key, $name, $texts, $contact, $colours, $chart, $units, $picture, $withoutLogo, $seen): int {
            if (0 !== $this->db->int('SELECT count(*) FROM brand WHERE key = :k AND id <> :id', ['k' => $main ? '' : $key, 'id' => $id ?? 0])) {
                throw Refused::because('brand_key_taken', 'key');
            }
            $own = $main && $name === $this->identities->name() ? '' : $name;
            $values = ['key' => $main ? '' : $key, 'name' => $own, 'texts' => json_encode($texts, \JSON_THROW_ON_ERROR | \JSON_FORCE_OBJECT | \JSON_UNESCAPED_UNICODE), 'contact' => $contact, 'accent' => strtoupper($colours->accent), 'deep' => strtoupper($colours->deep), 'paper' => strtoupper($colours->paper), 'chart' => $chart];
            if (null === $id) {
                $id = $this->db->insert('brand', $values);
            } elseif (0 === $this->db->execute('UPDATE brand SET key = :key, name = :name, texts = CAST(:texts AS jsonb), contact = :contact, accent = :accent, deep = :deep, paper = :paper, chart = :chart, version = version + 1 WHERE id = :id AND version = :v', $values + ['id' => $id, 'v' => $seen])) {
                throw Refused::because('saved_by_another');
            }
            if (null !== $picture || $withoutLogo) {
                $this->db->execute("UPDATE brand SET logo = decode(:png, 'base64'), logo_sha256 = :h, logo_width = :w, logo_height = :y WHERE id = :id", ['id' => $id, 'png' => null === $picture ? null : base64_encode($picture[0]), 'h' => null === $picture ? null : hash('sha256', $picture[0]), 'w' => $picture[1] ?? null, 'y' => $picture[2] ?? null]);
            }
            if (!$main) {
                $this->db->execute('DELETE FROM brand_unit WHERE brand_id = :b', ['b' => $id]);
                foreach (array_unique($units) as $unit) {
                    if (0 === $this->db->execute('INSERT INTO brand_unit (unit_id, brand_id) SELECT id, :b FROM org_unit WHERE id = :u ON CONFLICT (unit_id) DO NOTHING', ['b' => $id, 'u' => $unit])) {
                        throw Refused::because('unit_in_another_brand', 'units');
                    }
                }
            }
            $this->log->record('brand.saved', 'brand', $id, change: ['name' => $name]);

            return $id;
        });
    }

    public function remove(int $id): void
    {
        if (1 === $id) {
            throw Refused::because('first_brand_stays');
        }
        $this->db->transaction(function () use ($id): void {
            $this->db->execute('UPDATE opening_alert SET brand_id = 1 WHERE brand_id = :id', ['id' => $id]);
            $this->db->execute('DELETE FROM brand WHERE id = :id', ['id' => $id]);
            $this->log->record('brand.removed', 'brand', $id);
        });
    }

    /** @return list<Record> pages of a brand in the reader's language, else in English, by title */
    public function pages(int $brand, string $locale): array
    {
        return $this->db->rows('SELECT DISTINCT ON (slug) slug, title, locale FROM brand_page WHERE brand_id = :b AND locale IN (:l, \'en\') ORDER BY slug, (locale = :l) DESC LIMIT 12', ['b' => $brand, 'l' => $locale]);
    }

    public function page(string $slug, string $locale): ?Record
    {
        return $this->db->row('SELECT * FROM brand_page WHERE slug = :s ORDER BY (locale = :l) DESC, (locale = \'en\') DESC, locale LIMIT 1', ['s' => $slug, 'l' => $locale]);
    }

    /** @return list<Record> */
    public function pagesOf(int $brand): array
    {
        return $this->db->rows('SELECT * FROM brand_page WHERE brand_id = :b ORDER BY slug, locale LIMIT 200', ['b' => $brand]);
    }

    public function savePage(int $brand, ?int $id, string $slug, string $locale, string $title, string $html, int $seen): int
    {
        $body = $this->rich->clean($html);
        Refused::unlessEmpty(array_values(array_filter([
            1 === preg_match('/^[a-z0-9][a-z0-9-]{0,49}$/', $slug) ? null : new Refusal('slug', 'page_slug'), \in_array($locale, self::LOCALES, true) ? null : new Refusal('page_locale', 'not_offered'),
            '' === $title ? new Refusal('title', 'missing') : null, '' === $body ? new Refusal('body', 'missing') : null,
        ])));

        return $this->db->transaction(function () use ($brand, $id, $slug, $locale, $title, $body, $seen): int {
            if (0 !== $this->db->int('SELECT count(*) FROM brand_page WHERE slug = :s AND (locale = :l OR brand_id <> :b) AND id <> :id', ['s' => $slug, 'l' => $locale, 'b' => $brand, 'id' => $id ?? 0])) {
                throw Refused::because('page_slug_taken', 'slug');
            }
            $values = ['brand_id' => $brand, 'slug' => $slug, 'locale' => $locale, 'title' => mb_substr($title, 0, 60), 'body' => $body, 'saved_at' => $this->clock->now()];
            if (null === $id) {
                $id = $this->db->insert('brand_page', $values);
            } elseif (0 === $this->db->execute('UPDATE brand_page SET slug = :slug, locale = :locale, title = :title, body = :body, saved_at = :saved_at, version = version + 1 WHERE id = :id AND brand_id = :brand_id AND version = :v', $values + ['id' => $id, 'v' => $seen])) {
                throw Refused::because('saved_by_another');
            }
            $this->log->record('brand.page_saved', 'brand', $brand, change: ['page' => $slug, 'language' => $locale]);

            return $id;
        });
    }

    public function strikePage(int $brand, int $id): void
    {
        $this->db->transaction(function () use ($brand, $id): void {
            if (0 < $this->db->execute('DELETE FROM brand_page WHERE id = :id AND brand_id = :b', ['id' => $id, 'b' => $brand])) {
                $this->log->record('brand.page_struck', 'brand', $brand);
            }
        });
    }

    /**
     * A picture as it is safe to show: read as pixels and written anew, whatever else was in the file.
     *
     * @return array{string, int, int} PNG bytes, width, height
     */
    private static function picture(string $bytes): array
    {
        if (\strlen($bytes) > self::LOGO_BYTES) {
            throw Refused::because('logo_too_large', 'logo');
        }
        $size = @getimagesizefromstring($bytes);
        if (false === $size || !\in_array($size[2], [\IMAGETYPE_PNG, \IMAGETYPE_JPEG, \IMAGETYPE_WEBP], true) || $size[0] < 8 || $size[1] < 8 || $size[0] > self::LOGO_SIDE || $size[1] > self::LOGO_SIDE) {
            throw Refused::because('logo_wrong', 'logo');
        }
        $image = @imagecreatefromstring($bytes);
        if (false === $image) {
            throw Refused::because('logo_wrong', 'logo');
        }
        imagepalettetotruecolor($image);
        // twice the height it is shown at is enough for any screen
        $height = min(88, imagesy($image));
        $width = max(1, (int) round(imagesx($image) * $height / imagesy($image)));
        $small = imagecreatetruecolor($width, $height);
        imagealphablending($small, false);
        imagesavealpha($small, true);
        imagefill($small, 0, 0, (int) imagecolorallocatealpha($small, 0, 0, 0, 127));
        imagecopyresampled($small, $image, 0, 0, 0, 0, $width, $height, imagesx($image), imagesy($image));
        ob_start();
        imagepng($small, null, 9);

        return [(string) ob_get_clean(), $width, $height];
    }
}
