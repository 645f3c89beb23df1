<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Read;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Shared\Money;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Text\RichText;

/** The adverts that a requisition's brief and its texts in other languages make. */
final readonly class AdvertQuery
{
    private const COLUMNS = <<<'SQL'
        SELECT r.id, coalesce(t.title, r.title) AS title, coalesce(t.description, r.description) AS description,
            r.category, r.opened_on, r.created_at, r.pay_min, r.pay_max, r.currency, r.pay_frequency, r.remote, s.city,
            s.region, s.postcode, s.country, t.locale
        FROM requisition_head r JOIN site_place s ON s.id = r.site_id
        SQL;

    public function __construct(private Db $db)
    {
    }

    /** What is not written in a language is said in English. */
    public function of(int $requisition, string $locale = 'en'): Advert
    {
        $row = $this->db->row(
            self::COLUMNS.' LEFT JOIN advert_text t ON t.requisition_id = r.id AND t.locale = :locale WHERE r.id = :id',
            ['id' => $requisition, 'locale' => $locale],
        );

        return self::advert($row ?? throw new \LogicException('No such requisition.'), $locale);
    }

    /** @return array<string, Advert> by language, English first; only those that are written */
    public function all(int $requisition): array
    {
        $adverts = ['en' => $this->of($requisition)];
        foreach ($this->db->rows(
            self::COLUMNS.' JOIN advert_text t ON t.requisition_id = r.id WHERE r.id = :id ORDER BY t.locale',
            ['id' => $requisition],
        ) as $row) {
            $adverts[$row->str('locale')] = self::advert($row, $row->str('locale'));
        }

        return $adverts;
    }

    private static function advert(Record $row, string $locale): Advert
    {
        $currency = $row->str('currency');
        $units = static function (string $column) use ($row, $currency): ?int {
            $minor = $row->intOrNull($column);

            return null === $minor ? null : (new Money($minor, $currency))->units();
        };

        return new Advert(
            title: $row->str('title'),
            html: $row->str('description'),
            text: RichText::plain($row->str('description')),
            city: $row->str('city'),
            category: $row->strOrNull('category'),
            openedOn: $row->instantOrNull('opened_on') ?? $row->instant('created_at'),
            payFrom: $units('pay_min'),
            payTo: $units('pay_max'),
            currency: $currency,
            frequency: $row->str('pay_frequency'),
            region: $row->str('region'),
            postcode: $row->str('postcode'),
            country: $row->str('country'),
            remote: $row->str('remote'),
            locale: $locale,
        );
    }
}
