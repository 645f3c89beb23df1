<?php

declare(strict_types=1);

namespace Jorvent\Accounts;

use Jorvent\Accounts\Access\Role;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\EmailAddress;
use Jorvent\Core\Shared\Refusal;

/** Who is invited, as what and for which unit. */
final readonly class Invitation
{
    public function __construct(
        public string $name,
        public string $email,
        public string $title,
        public string $zone,
        public Role $role,
        public int $unit,
    ) {
    }

    /** @return list<Refusal> */
    public function blockers(): array
    {
        return array_values(array_filter([
            '' === $this->name ? new Refusal('name', 'missing') : null,
            self::isAddress($this->email) ? null : new Refusal('email', 'email_wrong'),
            null === WorkingHours::zone($this->zone) ? new Refusal('zone', 'zone_unknown') : null,
        ]));
    }

    public function account(\DateTimeImmutable $now): Account
    {
        return new Account($this->name, $this->email, $this->title, $this->zone, null, $this->unit, $now);
    }

    public static function isAddress(string $email): bool
    {
        return EmailAddress::isValid($email);
    }
}
