<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;

/**
 * The app on someone's phone whose codes are asked after the password. Each code works once, and each recovery code.
 * Its secret is sealed, and of recovery codes only hashes are kept.
 */
#[ORM\Entity]
#[ORM\Table(name: 'second_factor')]
class SecondFactor
{
    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $confirmedAt = null;

    /** of the last code that was taken, so that none is taken twice */
    #[ORM\Column(type: Types::BIGINT, options: ['default' => 0])]
    private int $lastStep = 0;

    /** @var list<string> hashes of the recovery codes that are left */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '[]'])]
    private array $recovery = [];

    #[ORM\ManyToOne, ORM\JoinColumn(name: 'reset_asked_by')]
    private ?Account $resetAskedBy = null;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $resetAskedAt = null;

    public function __construct(
        #[ORM\Id, ORM\OneToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Account $account,
        #[ORM\Column(type: Types::TEXT)]
        public readonly string $secret,
    ) {
    }

    public function isSetUp(): bool
    {
        return null !== $this->confirmedAt;
    }

    public function recoveryCodesLeft(): int
    {
        return \count($this->recovery);
    }

    /**
     * @param int          $step     of the code that showed that the app has the secret
     * @param list<string> $recovery hashes
     *
     * @throws Refused when it is set up already
     */
    public function confirm(int $step, array $recovery, \DateTimeImmutable $now): void
    {
        if ($this->isSetUp()) {
            throw Refused::because('factor_known');
        }
        $this->confirmedAt = $now;
        $this->lastStep = $step;
        $this->recovery = $recovery;
    }

    /** @return bool whether a code of this step was not taken before */
    public function takeCode(int $step): bool
    {
        $new = $this->isSetUp() && $step > $this->lastStep;
        $this->lastStep = max($this->lastStep, $step);

        return $new;
    }

    /** @return bool whether there was such a code */
    public function takeRecoveryCode(string $hash): bool
    {
        $left = array_values(array_filter($this->recovery, static fn (string $one): bool => !hash_equals($one, $hash)));
        $there = $this->isSetUp() && \count($left) < \count($this->recovery);
        $this->recovery = $left;

        return $there;
    }

    /** Who asked that it be reset, within a day; another admin has yet to agree. */
    public function resetAskedBy(\DateTimeImmutable $now): ?Account
    {
        $lately = null !== $this->resetAskedAt && $this->resetAskedAt >= $now->modify('-1 day');

        return $lately ? $this->resetAskedBy : null;
    }

    /**
     * @return bool whether another admin asked before, so that it is to be reset
     *
     * @throws Refused when it is one's own, is not set up, or was asked by the same admin
     */
    public function askReset(Account $by, \DateTimeImmutable $now): bool
    {
        if ($by->id === $this->account->id) {
            throw Refused::because('not_yourself');
        }
        if (!$this->isSetUp()) {
            throw Refused::because('factor_unknown');
        }
        $before = $this->resetAskedBy($now);
        if ($by->id === $before?->id) {
            throw Refused::because('another_admin');
        }
        if (null === $before) {
            [$this->resetAskedBy, $this->resetAskedAt] = [$by, $now];
        }

        return null !== $before;
    }
}
