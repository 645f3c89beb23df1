<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Read;

use Jorvent\Catalogue\ProfileContent;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

final readonly class ProfileQuery
{
    private const MOST_VERSIONS = 50;
    private const MOST_WRITTEN = 12;
    private const HEADS = 'SELECT p.id, f.name AS family, p.version, p.retired_at, v.content
        FROM role_profile p JOIN job_family f ON f.id = p.family_id
        JOIN role_profile_version v ON v.profile_id = p.id AND v.version = p.version';

    public function __construct(private Db $db)
    {
    }

    /** @return list<FamilyRow> by name */
    public function families(): array
    {
        return array_map(
            static fn (Record $r): FamilyRow => new FamilyRow($r->int('id'), $r->str('name'), $r->int('profiles')),
            $this->db->rows(
                'SELECT f.id, f.name, (
                    SELECT count(*) FROM role_profile p WHERE p.family_id = f.id AND p.retired_at IS NULL
                 ) AS profiles
                 FROM job_family f ORDER BY f.name',
            ),
        );
    }

    public function head(int $id): ?ProfileHead
    {
        $row = $this->db->row(self::HEADS.' WHERE p.id = :id', ['id' => $id]);

        return null === $row ? null : self::headOf($row);
    }

    /**
     * @param list<int> $ids
     *
     * @return array<int, ProfileHead> by id, also of profiles that were retired
     */
    public function heads(array $ids): array
    {
        $heads = [];
        $rows = $this->db->rows(self::HEADS.' WHERE p.id IN (:ids)', ['ids' => [0, ...array_unique($ids)]]);
        foreach (array_map(self::headOf(...), $rows) as $head) {
            $heads[$head->id] = $head;
        }

        return $heads;
    }

    /** @return list<ProfileHead> that new requisitions can be written from, in the order they were made */
    public function inUse(): array
    {
        return array_map(self::headOf(...), $this->db->rows(self::HEADS.' WHERE p.retired_at IS NULL ORDER BY p.id'));
    }

    public function at(int $id, int $version): ?ProfileContent
    {
        $row = $this->db->row(
            'SELECT content FROM role_profile_version WHERE profile_id = :p AND version = :v',
            ['p' => $id, 'v' => $version],
        );

        return null === $row ? null : ProfileContent::fromArray($row->json('content'));
    }

    /** @return list<VersionRow> newest first */
    public function versions(int $id): array
    {
        return array_map(static fn (Record $r): VersionRow => new VersionRow(
            $r->int('version'),
            $r->instant('saved_at'),
            $r->str('note'),
            $r->strOrNull('by'),
            $r->int('used'),
        ), $this->db->rows(
            'SELECT v.version, v.saved_at, v.note, a.name AS by, (
                SELECT count(*) FROM written_from w WHERE w.profile_id = v.profile_id AND w.profile_version = v.version
             ) AS used
             FROM role_profile_version v LEFT JOIN staff_name a ON a.id = v.saved_by
             WHERE v.profile_id = :p ORDER BY v.version DESC LIMIT '.self::MOST_VERSIONS,
            ['p' => $id],
        ));
    }

    /** @return list<WrittenRow> the newest first */
    public function written(int $id): array
    {
        return array_map(static fn (Record $r): WrittenRow => new WrittenRow(
            $r->int('number'),
            $r->str('title'),
            $r->str('state'),
            $r->int('profile_version'),
        ), $this->db->rows(
            'SELECT number, title, state, profile_version FROM written_from
             WHERE profile_id = :p ORDER BY number DESC LIMIT '.self::MOST_WRITTEN,
            ['p' => $id],
        ));
    }

    /** @return list<string> what sites pay in */
    public function currencies(): array
    {
        $rows = $this->db->rows('SELECT DISTINCT currency FROM site_place ORDER BY currency');

        return array_map(static fn (Record $r): string => $r->str('currency'), $rows);
    }

    private static function headOf(Record $row): ProfileHead
    {
        return new ProfileHead(
            $row->int('id'),
            $row->str('family'),
            $row->int('version'),
            null !== $row->strOrNull('retired_at'),
            ProfileContent::fromArray($row->json('content')),
        );
    }
}
