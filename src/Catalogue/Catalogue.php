<?php

declare(strict_types=1);

namespace Jorvent\Catalogue;

use Jorvent\Activity\ActivityLog;
use Jorvent\Catalogue\Entity\JobFamily;
use Jorvent\Catalogue\Entity\RoleProfile;
use Jorvent\Catalogue\Repository\ProfileRepository;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/**
 * The job catalogue: families and role profiles. A profile is kept in versions; a requisition remembers from which it
 * was written.
 */
final readonly class Catalogue
{
    public function __construct(
        private Db $db,
        private ProfileRepository $profiles,
        private ClockInterface $clock,
        private ActivityLog $log,
    ) {
    }

    /** @return int the family's id */
    public function addFamily(string $name): int
    {
        return $this->db->transaction(function () use ($name): int {
            $family = new JobFamily($name);
            if ($this->profiles->isFamily($name)) {
                throw Refused::because('name_taken', 'name');
            }
            $this->profiles->add($family);
            $this->log->record('family.added', 'family', $family->id);

            return $family->id;
        });
    }

    /** @return int the profile's id */
    public function add(ProfileContent $content, string $note, int $by): int
    {
        return $this->db->transaction(function () use ($content, $note, $by): int {
            $family = $this->family($content);
            $profile = new RoleProfile($content, $family, $by, $note, $this->clock->now());
            $this->profiles->add($profile);
            $this->log($profile);

            return $profile->id;
        });
    }

    /**
     * Keeps what a profile says as its next version; nothing changed is no new one.
     *
     * @param int $seen the version that was edited
     */
    public function revise(int $id, ProfileContent $content, int $seen, string $note, int $by): void
    {
        $this->db->transaction(function () use ($id, $content, $seen, $note, $by): void {
            $family = $this->family($content);
            $profile = $this->profiles->held($id);
            if ($profile->revise($content, $family, $seen, $by, $note, $this->clock->now())) {
                $this->log($profile);
            }
        });
    }

    public function retire(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $this->profiles->held($id)->retire($this->clock->now());
            $this->log->record('profile.retired', 'profile', $id);
        });
    }

    public function takeBack(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $this->profiles->held($id)->takeBack();
            $this->log->record('profile.revived', 'profile', $id);
        });
    }

    /** @throws Refused with all that is wrong with the content, and at family when there is none */
    private function family(ProfileContent $content): JobFamily
    {
        try {
            return $this->profiles->family($content->family);
        } catch (Refused) {
            throw new Refused([...$content->blockers(), new Refusal('family', 'missing')]);
        }
    }

    private function log(RoleProfile $profile): void
    {
        $this->log->record('profile.saved', 'profile', $profile->id, change: ['version' => $profile->version]);
    }
}
