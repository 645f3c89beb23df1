<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** The job catalogue: families and role profiles. A profile is kept in versions; a requisition remembers from which it was written. */
final readonly class Catalogue
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log)
    {
    }

    /** @return int the family's id */
    public function addFamily(string $name): int
    {
        if ('' === $name) {
            throw Refused::because('missing', 'name');
        }
        if (0 !== $this->db->int('SELECT count(*) FROM job_family WHERE lower(name) = lower(:n)', ['n' => $name])) {
            throw Refused::because('name_taken', 'name');
        }

        return $this->db->transaction(function () use ($name): int {
            $id = $this->db->insert('job_family', ['name' => $name]);
            $this->log->record('family.added', 'family', $id);

            return $id;
        });
    }

    /**
     * Keeps a profile as its next version; nothing changed is no new one.
     *
     * @param int|null $id   null for a new profile
     * @param int      $seen the version that was edited
     *
     * @return int the profile's id
     */
    public function save(?int $id, ProfileContent $content, int $seen, string $note, int $by): int
    {
        Refused::unlessEmpty($this->blockers($content));

        return $this->db->transaction(function () use ($id, $content, $seen, $note, $by): int {
            $version = 1;
            $columns = $content->columns();
            if (null === $id) {
                $id = $this->db->insert('role_profile', [...$columns, 'version' => 1, 'saved_at' => $this->clock->now()]);
            } else {
                $row = $this->db->row('SELECT version FROM role_profile WHERE id = :id FOR UPDATE', ['id' => $id]) ?? throw Refused::because('missing');
                if ($row->int('version') !== $seen) {
                    throw Refused::because('saved_by_another');
                }
                if ($this->at($id, $seen)?->toArray() === $content->toArray()) {
                    return $id;
                }
                $version = $seen + 1;
                $set = implode(', ', array_map(static fn (string $c): string => "$c = :$c", array_keys($columns)));
                $this->db->execute("UPDATE role_profile SET $set, version = :version, saved_at = :now WHERE id = :id", [...array_map(static fn (mixed $v): mixed => \is_array($v) ? json_encode($v, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE) : $v, $columns), 'version' => $version, 'now' => $this->clock->now(), 'id' => $id]);
            }
            $this->db->execute('INSERT INTO role_profile_version (profile_id, version, content, saved_by, saved_at, note) VALUES (:p, :v, :c, :by, :now, :note)', ['p' => $id, 'v' => $version, 'c' => json_encode($content->toArray(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), 'by' => $by, 'now' => $this->clock->now(), 'note' => $note]);
            $this->log->record('profile.saved', 'profile', $id, change: ['version' => $version]);

            return $id;
        });
    }

    public function retire(int $id, bool $retired): void
    {
        $this->db->transaction(function () use ($id, $retired): void {
            $this->db->execute('UPDATE role_profile SET retired_at = :at WHERE id = :id', ['id' => $id, 'at' => $retired ? $this->clock->now() : null]);
            $this->log->record($retired ? 'profile.retired' : 'profile.revived', 'profile', $id);
        });
    }

    public function at(int $id, int $version): ?ProfileContent
    {
        $row = $this->db->row('SELECT content FROM role_profile_version WHERE profile_id = :p AND version = :v', ['p' => $id, 'v' => $version]);

        return null === $row ? null : ProfileContent::fromArray($row->json('content'));
    }

    /** @return list<Record> newest first */
    public function versions(int $id): array
    {
        return $this->db->rows('SELECT v.version, v.saved_at, v.note, a.name AS by, (SELECT count(*) FROM requisition r WHERE r.profile_id = v.profile_id AND r.profile_version = v.version) AS used FROM role_profile_version v LEFT JOIN account a ON a.id = v.saved_by WHERE v.profile_id = :p ORDER BY v.version DESC LIMIT 50', ['p' => $id]);
    }

    /** @return list<Refusal> */
    private function blockers(ProfileContent $content): array
    {
        return [...$content->blockers(), ...0 === $this->db->int('SELECT count(*) FROM job_family WHERE id = :id', ['id' => $content->family]) ? [new Refusal('family', 'missing')] : []];
    }
}
