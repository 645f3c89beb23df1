<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Catalogue\ProfileContent;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;

/** What a role profile said in one version; it never changes. */
#[ORM\Entity]
#[ORM\Table(name: 'role_profile_version')]
class ProfileVersion
{
    /** @var array<string, mixed> */
    #[ORM\Column(type: Types::JSONB)]
    private array $content;

    public function __construct(
        #[ORM\Id, ORM\ManyToOne(inversedBy: 'versions'), ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        private RoleProfile $profile,
        #[ORM\Id, ORM\Column]
        private int $version,
        ProfileContent $content,
        #[ORM\Column(nullable: true)]
        #[Reference('account')]
        private ?int $savedBy,
        #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
        private string $note,
        #[ORM\Column(type: InstantType::NAME)]
        private \DateTimeImmutable $savedAt,
    ) {
        $this->content = $content->toArray();
    }

    public function content(): ProfileContent
    {
        return ProfileContent::fromArray($this->content);
    }
}
