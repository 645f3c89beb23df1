<?php

declare(strict_types=1);

namespace Jorvent\Setup;

use Jorvent\Accounts\Invitation;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Platform\Identity\Entity\Identity;

/** What whoever sets up an empty instance says of the company and of themselves. */
final readonly class FirstAdmin
{
    public function __construct(
        public string $company,
        public string $sender,
        public string $name,
        public string $email,
        public string $zone,
    ) {
    }

    /** @return list<Refusal> */
    public function blockers(): array
    {
        return array_values(array_filter([
            ...Identity::blockers($this->company, $this->sender),
            '' === $this->name ? new Refusal('name', 'missing') : null,
            Invitation::isAddress($this->email) ? null : new Refusal('email', 'email_wrong'),
            null === WorkingHours::zone($this->zone) ? new Refusal('zone', 'zone_unknown') : null,
        ]));
    }
}
