<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;

/**
 * Until when someone is not to be contacted, and why; or that they may be.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class ContactBar
{
    private const LONGEST = '+10 years';
    private const LONGEST_NOTE = 300;

    public function __construct(
        #[ORM\Column(name: 'contact_barred_until', type: Types::DATE_IMMUTABLE, nullable: true)]
        public ?\DateTimeImmutable $until = null,
        #[ORM\Column(name: 'contact_barred_note', type: Types::TEXT, options: ['default' => ''])]
        public string $note = '',
    ) {
    }

    /** @throws Refused when the day is none to come, or the note is too long */
    public static function from(\DateTimeImmutable $today, \DateTimeImmutable $until, string $note): self
    {
        if ($until <= $today || $until > $today->modify(self::LONGEST)) {
            throw Refused::because('bar_day_wrong', 'until');
        }
        if (mb_strlen($note) > self::LONGEST_NOTE) {
            throw Refused::because('name_too_long', 'note', ['limit' => self::LONGEST_NOTE]);
        }

        return new self($until, $note);
    }

    /** The longer one of two; of equals the first. */
    public function stricter(self $other): self
    {
        return null !== $other->until && (null === $this->until || $other->until > $this->until) ? $other : $this;
    }
}
