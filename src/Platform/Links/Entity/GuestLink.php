<?php

declare(strict_types=1);

namespace Jorvent\Platform\Links\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Links\LinkPurpose;

/** One link that was sent or shown: of its secret only a hash is kept. */
#[ORM\Entity]
#[ORM\Table(name: 'guest_link')]
#[ORM\UniqueConstraint(name: 'guest_link_secret_sha256_key', columns: ['secret_sha256'])]
class GuestLink
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $usedAt = null;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $revokedAt = null;

    public function __construct(
        #[ORM\Column(type: Types::TEXT, enumType: LinkPurpose::class)]
        private LinkPurpose $purpose,
        /** what it is about, by its id; of what kind follows from the purpose */
        #[ORM\Column(name: 'subject_id')]
        public readonly int $subject,
        #[ORM\Column(length: 64, options: ['fixed' => true])]
        private string $secretSha256,
        /**
         * not readonly: Doctrine sets it anew when it refreshes a locked row.
         *
         * @phpstan-readonly-allow-private-mutation
         */
        #[ORM\Column(type: InstantType::NAME)]
        public \DateTimeImmutable $expiresAt,
        #[ORM\Column(type: InstantType::NAME)]
        private \DateTimeImmutable $createdAt,
    ) {
    }

    /** @throws Refused when it was used or revoked before */
    public function use(\DateTimeImmutable $now): void
    {
        if (null !== $this->usedAt || null !== $this->revokedAt) {
            throw Refused::because('link_used');
        }
        $this->usedAt = $now;
    }

    /** It opens nothing any more; what was used or revoked stays as it is. */
    public function revoke(\DateTimeImmutable $now): void
    {
        $this->revokedAt ??= $now;
    }
}
