<?php

declare(strict_types=1);

namespace Jorvent\Setup;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Identity\Entity\Identity;
use Jorvent\Platform\Identity\Identities;

/** An admin says how the company is called and where its mails come from; the activity log keeps both from and to. */
final readonly class ChangeIdentity
{
    public function __construct(private Db $db, private Identities $identities, private ActivityLog $log)
    {
    }

    /**
     * @param int $seen the version that was on the page
     *
     * @throws Refused `saved_by_another`, or what is wrong with the name or the address
     */
    public function __invoke(string $name, string $sender, int $seen): void
    {
        $this->db->transaction(function () use ($name, $sender, $seen): void {
            $identity = $this->identities->get();
            $before = [$identity->name, $identity->sender];
            $this->identities->change($name, $sender, $seen);
            $after = [$identity->name, $identity->sender];
            if ($before === $after) {
                return;
            }
            $this->log->record('identity.changed', 'identity', Identity::ONLY, change: [
                'from' => implode(', ', $before), 'to' => implode(', ', $after),
            ]);
        });
    }
}
