<?php

declare(strict_types=1);

namespace Jorvent\Setup;

use Jorvent\Accounts\FirstAccount;
use Jorvent\Accounts\SignIn\Passwords;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\ReachList;
use Jorvent\Organisation\StructureInForce;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Identity\Identities;
use Jorvent\Platform\Links\Entity\GuestLink;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;

/**
 * On an empty database whoever has the link that the start of the instance printed names the company and becomes its
 * admin. The link works once; a lock makes sure that there is only one first.
 */
final readonly class LetInFirstAdmin
{
    private const LINK_DAYS = 7;

    public function __construct(
        private Db $db,
        private FirstAccount $account,
        private StructureInForce $structures,
        private ReachList $reach,
        private Passwords $passwords,
        private GuestLinks $links,
        private Identities $identities,
    ) {
    }

    /** @return string|null the address that lets in the first admin, once; null when there are accounts already */
    public function link(): ?string
    {
        return $this->db->transaction(function (): ?string {
            if ($this->account->isThere()) {
                return null;
            }
            $this->links->revoke(LinkPurpose::FirstAdmin, 0);

            return $this->links->issue(LinkPurpose::FirstAdmin, 0, self::LINK_DAYS);
        });
    }

    public function __invoke(GuestLink $link, FirstAdmin $first, #[\SensitiveParameter] string $password): void
    {
        Refused::unlessEmpty($first->blockers());
        $this->passwords->check($password, $first->name, $first->email, $first->company);
        $this->links->once($link, function () use ($first, $password): void {
            if ($this->account->isThere()) {
                throw Refused::because('not_the_first');
            }
            $this->identities->begin($first->company, $first->sender);
            $unit = $this->structures->begin($first->company);
            $account = $this->account->open($first->name, $first->email, $first->zone, $unit, $password);
            $this->reach->draw($account);
        });
    }
}
