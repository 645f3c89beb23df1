<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Shared\Money;
use Jorvent\Platform\Database\Db;

/** Compares a brief with the version of the role profile it was written from. */
final readonly class Profiles
{
    public function __construct(private Db $db)
    {
    }

    /**
     * @return array{id: int, title: string, level: string, family: string, version: int, newest: int, values: array<string, mixed>, kept: array<string, bool>}|null values by field of the brief, and whether the brief has them the same
     */
    public function compared(?int $profile, ?int $version, Brief $brief): ?array
    {
        $row = null === $profile ? null : $this->db->row('SELECT p.id, p.version AS newest, f.name AS family, v.content FROM role_profile p JOIN job_family f ON f.id = p.family_id JOIN role_profile_version v ON v.profile_id = p.id AND v.version = :v WHERE p.id = :id', ['id' => $profile, 'v' => $version]);
        if (null === $row) {
            return null;
        }
        $c = $row->json('content');
        $band = \is_array($c['bands'] ?? null) ? $c['bands'][$brief->currency] ?? null : null;
        $money = static fn (int $i): ?int => \is_array($band) && \is_int($band[$i] ?? null) ? Money::major($band[$i], $brief->currency)->minor : null;
        $title = \is_string($c['title'] ?? null) ? $c['title'] : '';
        $level = \is_string($c['level'] ?? null) ? $c['level'] : '';
        $values = [
            'title' => $title, 'internalTitle' => $title.' '.$level, 'family' => $c['family'] ?? null, 'musts' => $c['musts'] ?? [], 'wishes' => $c['wishes'] ?? [], 'yearsFrom' => $c['yearsFrom'] ?? null, 'yearsTo' => $c['yearsTo'] ?? null,
            'education' => $c['education'] ?? null, 'benefits' => $c['benefits'] ?? [], 'description' => $c['description'] ?? '', 'payFrom' => $money(0), 'payTo' => $money(1),
        ];
        $own = $brief->toArray();
        $kept = [];
        foreach ($values as $field => $value) {
            $mine = match ($field) {
                'payFrom' => $brief->yearFrom()?->minor, 'payTo' => $brief->yearTo()?->minor, default => $own[$field],
            };
            $kept[$field] = $mine === $value;
        }

        return ['id' => $row->int('id'), 'title' => $title, 'level' => $level, 'family' => $row->str('family'), 'version' => (int) $version, 'newest' => $row->int('newest'), 'values' => $values, 'kept' => $kept];
    }
}
