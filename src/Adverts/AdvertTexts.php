<?php

declare(strict_types=1);

namespace Jorvent\Adverts;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Text\RichText;
use Psr\Clock\ClockInterface;

/** The advert that a requisition's brief makes, and what it says in other languages. */
final readonly class AdvertTexts
{
    public const LOCALES = ['en', 'nb', 'pl'];
    private const COLUMNS = 'SELECT r.id, coalesce(t.title, r.title) AS title, coalesce(t.description, r.description) AS description, r.category, r.opened_on, r.created_at, r.pay_min, r.pay_max, r.currency, r.pay_frequency, r.remote, s.city, s.region, s.postcode, s.country FROM requisition_head r JOIN site_place s ON s.id = r.site_id';

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private RichText $rich)
    {
    }

    public function advert(int $requisition, string $locale = 'en'): Advert
    {
        return self::of($this->db->row(self::COLUMNS.' LEFT JOIN advert_text t ON t.requisition_id = r.id AND t.locale = :l WHERE r.id = :id', ['id' => $requisition, 'l' => $locale]) ?? throw new \LogicException('No such requisition.'), $locale);
    }

    /** @return array<string, Advert> by language, English first; those alone that are written */
    public function all(int $requisition): array
    {
        $adverts = ['en' => $this->advert($requisition)];
        foreach ($this->db->rows('SELECT locale FROM advert_text WHERE requisition_id = :r ORDER BY locale', ['r' => $requisition]) as $row) {
            $adverts[$row->str('locale')] = $this->advert($requisition, $row->str('locale'));
        }

        return $adverts;
    }

    /** @return Record|null the text as it is edited, with its version */
    public function text(int $requisition, string $locale): ?Record
    {
        return $this->db->row('SELECT * FROM advert_text WHERE requisition_id = :r AND locale = :l', ['r' => $requisition, 'l' => $locale]);
    }

    /** @param int $seen the version that was edited; 0 for a new one */
    public function save(int $requisition, string $locale, string $title, string $html, int $seen, int $by): void
    {
        if (!\in_array($locale, ['nb', 'pl'], true)) {
            throw Refused::because('not_offered', 'locale');
        }
        $html = $this->rich->clean($html);
        Refused::unlessEmpty(array_values(array_filter(['' === $title ? new Refusal('title', 'missing') : null, '' === $html ? new Refusal('description', 'missing') : null])));
        $this->db->transaction(function () use ($requisition, $locale, $title, $html, $seen, $by): void {
            $values = ['r' => $requisition, 'l' => $locale, 't' => $title, 'd' => $html, 'now' => $this->clock->now(), 'by' => $by];
            $done = 0 === $seen
                ? $this->db->execute('INSERT INTO advert_text (requisition_id, locale, title, description, saved_at, account_id) VALUES (:r, :l, :t, :d, :now, :by) ON CONFLICT DO NOTHING', $values)
                : $this->db->execute('UPDATE advert_text SET title = :t, description = :d, saved_at = :now, account_id = :by, version = version + 1 WHERE requisition_id = :r AND locale = :l AND version = :seen', [...$values, 'seen' => $seen]);
            if (0 === $done) {
                throw Refused::because('saved_by_another');
            }
            $this->log->record('advert.text_saved', 'requisition', $requisition, $requisition, change: ['language' => $locale]);
        });
    }

    private static function of(Record $row, string $locale): Advert
    {
        $units = static fn (string $column): ?int => null === $row->intOrNull($column) ? null : (new Money($row->int($column), $row->str('currency')))->units();

        return new Advert(
            $row->str('title'), $row->str('description'), RichText::plain($row->str('description')), $row->str('city'), $row->strOrNull('category'), $row->instantOrNull('opened_on') ?? $row->instant('created_at'), $units('pay_min'), $units('pay_max'), $row->str('currency'),
            $row->str('pay_frequency'), $row->str('region'), $row->str('postcode'), $row->str('country'), $row->str('remote'), $locale,
        );
    }
}
