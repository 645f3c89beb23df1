<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

use Jorvent\Catalogue\Read\ProfileHead;
use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** What a new requisition can start from. */
final readonly class StartQuery
{
    private const MOST_EARLIER = 60;
    private const MOST_TEMPLATES = 200;
    private const EARLIER = 'SELECT r.id, r.number, r.title, r.state, r.opened_on, r.unit_id, r.description,
            jsonb_array_length(r.questions) AS questions, u.name AS unit, s.name AS site
        FROM requisition r JOIN unit_place u ON u.id = r.unit_id JOIN site_place s ON s.id = r.site_id WHERE ';

    public function __construct(private Db $db, private ProfileQuery $profiles)
    {
    }

    /**
     * @param string $words in the title or among the musts
     *
     * @return array<string, list<ProfileHead>> by family and title
     */
    public function profiles(string $words): array
    {
        $found = [];
        foreach ($this->profiles->inUse() as $profile) {
            $searched = $profile->content->title.' '.implode(' ', $profile->content->musts);
            if ('' === $words || false !== mb_stripos($searched, $words)) {
                $found[$profile->family][] = $profile;
            }
        }
        ksort($found);
        foreach ($found as &$family) {
            usort($family, static fn (ProfileHead $a, ProfileHead $b): int => $a->content->title <=> $b->content->title);
        }

        return $found;
    }

    /**
     * @param string               $visible    a condition on the requisition "r" in the unit "u"
     * @param array<string, mixed> $parameters of that condition
     * @param string               $words      in the title or the number
     *
     * @return list<EarlierRow> the newest first
     */
    public function earlier(string $visible, array $parameters, string $words): array
    {
        $like = '' === $words ? '' : '%'.addcslashes($words, '%_\\').'%';

        return array_map(self::row(...), $this->db->rows(
            self::EARLIER."$visible AND (:like = '' OR r.title ILIKE :like OR 'R-' || r.number ILIKE :like)
             ORDER BY r.number DESC LIMIT ".self::MOST_EARLIER,
            [...$parameters, 'like' => $like],
        ));
    }

    /** @param array<string, mixed> $parameters of $visible, as above */
    public function oneEarlier(int $id, string $visible, array $parameters): ?EarlierRow
    {
        $row = $this->db->row(self::EARLIER."r.id = :id AND $visible", [...$parameters, 'id' => $id]);

        return null === $row ? null : self::row($row);
    }

    /** @return list<TemplateRow> someone may start from, by name */
    public function templates(int $me): array
    {
        return array_map(static fn (Record $r): TemplateRow => new TemplateRow(
            $r->int('id'),
            $r->str('name'),
            $r->strOrNull('title') ?? '',
            $r->str('by'),
            $r->int('saved_by'),
            $r->instant('saved_at'),
            $r->bool('shared'),
        ), $this->db->rows(
            "SELECT t.id, t.name, t.shared, t.saved_by, t.saved_at, t.content ->> 'title' AS title, a.name AS by
             FROM requisition_template t JOIN staff_name a ON a.id = t.saved_by
             WHERE t.retired_at IS NULL AND (t.shared OR t.saved_by = :me)
             ORDER BY lower(t.name) LIMIT ".self::MOST_TEMPLATES,
            ['me' => $me],
        ));
    }

    private static function row(Record $r): EarlierRow
    {
        return new EarlierRow(
            $r->int('id'),
            $r->int('number'),
            $r->str('title'),
            $r->str('state'),
            $r->instantOrNull('opened_on'),
            $r->int('unit_id'),
            $r->str('unit'),
            $r->str('site'),
            $r->str('description'),
            $r->int('questions'),
        );
    }
}
