<?php

declare(strict_types=1);

namespace Jorvent\Platform\Identity\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;

/** Whose instance this is: the name of the company, and the address its mails come from. There is one row at most. */
#[ORM\Entity]
#[ORM\Table(name: 'identity')]
class Identity
{
    public const ONLY = 1;
    /** as of careers sites, the first of which bears it */
    public const LONGEST_NAME = 60;

    #[ORM\Id, ORM\Column]
    public readonly int $id;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT)]
    public string $name;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(type: Types::TEXT)]
    public string $sender;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Version, ORM\Column(type: Types::INTEGER, options: ['default' => 1])]
    public int $version = 1;

    /** @throws Refused where something is missing or no address */
    public function __construct(string $name, string $sender)
    {
        $this->id = self::ONLY;
        $this->rename($name, $sender);
    }

    /** @throws Refused where something is missing or no address; then nothing is changed */
    public function rename(string $name, string $sender): void
    {
        Refused::unlessEmpty(self::blockers($name, $sender));
        $this->name = trim($name);
        $this->sender = trim($sender);
    }

    /**
     * The address stands in headers of mails, and its domain in their ids: ASCII, with a domain,
     * and no local part in quotes, which few servers take.
     *
     * @return list<Refusal>
     */
    public static function blockers(string $name, string $sender): array
    {
        $name = trim($name);
        $sender = trim($sender);
        $isQuoted = str_contains($sender, '"');
        $isAddress = !$isQuoted && false !== filter_var($sender, \FILTER_VALIDATE_EMAIL);

        return array_values(array_filter([
            '' === $name ? new Refusal('company', 'missing') : null,
            mb_strlen($name) > self::LONGEST_NAME
                ? new Refusal('company', 'name_too_long', ['limit' => self::LONGEST_NAME]) : null,
            $isAddress ? null : new Refusal('sender', 'email_wrong'),
        ]));
    }

    /** What ids of mails end with (RFC 5322, 3.6.4). */
    public function domain(): string
    {
        return substr($this->sender, 1 + (int) strrpos($this->sender, '@'));
    }
}
