<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Accounts\Access\Role;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Platform\Database\Schema\Reference;
use Jorvent\Platform\Security\Member;
use Symfony\Component\Security\Core\User\EquatableInterface;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;

/** Someone who signs in, and their grants: roles for parts of the organisation. */
#[ORM\Entity]
#[ORM\Table(name: 'account')]
class Account implements UserInterface, PasswordAuthenticatedUserInterface, EquatableInterface, Member
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => true])]
    public bool $active = true;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => false])]
    public bool $nightWatch = false;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => true])]
    public bool $singleKeys = true;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 480])]
    public int $workFrom = 480;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Column(options: ['default' => 960])]
    public int $workTo = 960;

    /** in which order a demo instance offers to look with their eyes; null for all others */
    #[ORM\Column(nullable: true)]
    private ?int $demoRank = null;

    #[ORM\Column(type: Types::TEXT)]
    private string $passwordHash = '';

    /** @var Collection<int, Grant> */
    #[ORM\OneToMany(targetEntity: Grant::class, mappedBy: 'account', cascade: ['persist'], orphanRemoval: true)]
    private Collection $grants;

    /** of one that was read from a session */
    private ?string $mark = null;

    public function __construct(
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $name,
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $email,
        #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
        public readonly string $title,
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: Types::TEXT)]
        public string $zone,
        #[ORM\Column(nullable: true)]
        #[Reference('site')]
        public readonly ?int $siteId,
        #[ORM\Column(nullable: true)]
        #[Reference('org_unit')]
        public readonly ?int $unitId,
        /**
         * not readonly: Doctrine sets it anew when it refreshes a locked row.
         *
         * @phpstan-readonly-allow-private-mutation
         */
        #[ORM\Column(type: InstantType::NAME)]
        public \DateTimeImmutable $createdAt,
    ) {
        $this->grants = new ArrayCollection();
    }

    public function setPasswordHash(string $hash): void
    {
        $this->passwordHash = $hash;
    }

    /**
     * @return bool whether they did not hold it before
     *
     * @throws Refused when they have left
     */
    public function grant(Role $role, int $unitId): bool
    {
        if (!$this->active) {
            throw Refused::because('missing');
        }
        if ($this->grants->exists(static fn (int $i, Grant $g): bool => $g->role === $role && $g->unitId === $unitId)) {
            return false;
        }
        $this->grants->add(new Grant($this, $role, $unitId));

        return true;
    }

    public function revoke(Grant $grant): void
    {
        $this->grants->removeElement($grant);
    }

    /** A demo instance offers to look with their eyes, in this order. */
    public function offerInDemo(int $rank): void
    {
        $this->demoRank = $rank;
    }

    public function isOfDemo(): bool
    {
        return null !== $this->demoRank;
    }

    public function hasPassword(): bool
    {
        return '' !== $this->passwordHash;
    }

    public function deactivate(): void
    {
        $this->active = false;
    }

    public function prefer(bool $nightWatch, bool $singleKeys, \DateTimeZone $zone, int $workFrom, int $workTo): void
    {
        $this->nightWatch = $nightWatch;
        $this->singleKeys = $singleKeys;
        $this->zone = $zone->getName();
        $this->workFrom = $workFrom;
        $this->workTo = $workTo;
    }

    public function switchNightWatch(): void
    {
        $this->nightWatch = !$this->nightWatch;
    }

    public function initials(): string
    {
        $words = preg_split('/[\s\-]+/u', $this->name) ?: [''];

        $letters = array_map(static fn (string $word): string => mb_substr($word, 0, 1), $words);

        return mb_strtoupper($letters[0].(\count($letters) > 1 ? $letters[\count($letters) - 1] : ''));
    }

    public function memberId(): int
    {
        return $this->id;
    }

    public function timeZone(): \DateTimeZone
    {
        return new \DateTimeZone($this->zone);
    }

    public function getPassword(): ?string
    {
        return '' === $this->passwordHash ? null : $this->passwordHash;
    }

    /** @return list<string> */
    public function getRoles(): array
    {
        return ['ROLE_STAFF'];
    }

    #[\Deprecated]
    public function eraseCredentials(): void
    {
    }

    /** @return non-empty-string */
    public function getUserIdentifier(): string
    {
        return '' === $this->email ? throw new \LogicException('An account has an address.') : $this->email;
    }

    /**
     * What a session keeps of an account: a mark of the password instead of its hash.
     *
     * @return array{id: int, email: string, mark: string}
     */
    public function __serialize(): array
    {
        return ['id' => $this->id, 'email' => $this->email, 'mark' => $this->mark()];
    }

    /** @param array{id: int, email: string, mark: string} $kept */
    public function __unserialize(array $kept): void
    {
        $this->id = $kept['id'];
        $this->email = $kept['email'];
        $this->mark = $kept['mark'];
    }

    /** Asked of the one in the session about the one in the database: a new password or address ends the session. */
    public function isEqualTo(UserInterface $user): bool
    {
        return $user instanceof self && $user->active && $user->email === $this->email
            && hash_equals($this->mark(), $user->mark());
    }

    private function mark(): string
    {
        return $this->mark ?? hash('sha256', $this->passwordHash);
    }
}
