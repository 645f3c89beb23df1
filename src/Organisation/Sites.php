<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Entity\Site;
use Jorvent\Organisation\Read\SiteQuery;
use Jorvent\Organisation\Repository\SiteRepository;
use Jorvent\Platform\Database\Db;

/** Sites are added, changed, and removed while nothing is there. */
final readonly class Sites
{
    public function __construct(
        private Db $db,
        private SiteRepository $sites,
        private SiteQuery $query,
        private AllInUse $inUse,
        private ActivityLog $log,
    ) {
    }

    /** @return int the new site's id */
    public function add(SiteFacts $facts): int
    {
        return $this->db->transaction(function () use ($facts): int {
            $this->refuseTaken($facts->name, null);
            $site = new Site($facts);
            $this->sites->add($site);
            $this->log($site->id, $facts);

            return $site->id;
        });
    }

    /** @param int $seen the version that was edited */
    public function change(int $id, SiteFacts $facts, int $seen): void
    {
        $this->db->transaction(function () use ($id, $facts, $seen): void {
            $site = $this->sites->held($id) ?? throw Refused::because('missing');
            $this->refuseTaken($facts->name, $id);
            $site->change($facts, $seen);
            $this->log($id, $facts);
        });
    }

    /** @throws Refused when something is there */
    public function remove(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $site = $this->sites->held($id) ?? throw Refused::because('missing');
            $count = ($this->inUse->ofSites()[$id] ?? 0) + $this->query->unitsAt($id);
            if ($count > 0) {
                throw Refused::because('site_in_use', '', ['count' => $count]);
            }
            $this->sites->remove($site);
            $this->log->record('site.removed', 'site', $id);
        });
    }

    private function refuseTaken(string $name, ?int $but): void
    {
        if ($this->sites->isTaken($name, $but)) {
            throw Refused::because('name_taken', 'name');
        }
    }

    private function log(int $id, SiteFacts $facts): void
    {
        $this->log->record('site.saved', 'site', $id, change: [
            'name' => $facts->name,
            'city' => $facts->place->city,
            'country' => $facts->place->country,
            'region' => $facts->place->region,
            'postcode' => $facts->place->postcode,
            'latitude' => $facts->place->latitude,
            'longitude' => $facts->place->longitude,
            'zone' => $facts->zone,
            'currency' => $facts->currency,
        ]);
    }
}
