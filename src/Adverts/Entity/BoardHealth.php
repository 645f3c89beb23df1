<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\InstantType;

/**
 * How a board has answered. It stands apart from what an admin sets, since workers write it all the time: someone who
 * edits a board must not be told that another has changed it.
 */
#[ORM\Entity]
#[ORM\Table(name: 'board_health')]
class BoardHealth
{
    /** After so many misses in a row it is not asked for a while, longer each time. */
    private const MISSES = 3;
    private const REST_SECONDS = 60;
    private const LONGEST_REST_SECONDS = 3600;
    private const LONGEST_ERROR = 300;

    #[ORM\Column(options: ['default' => 0])]
    private int $misses = 0;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $restsUntil = null;

    #[ORM\Column(type: Types::TEXT, nullable: true)]
    private ?string $lastError = null;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $answeredAt = null;

    /** when it last fetched our feed */
    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $fetchedAt = null;

    public function __construct(
        #[ORM\Id, ORM\OneToOne]
        #[ORM\JoinColumn(name: 'board', referencedColumnName: 'key', onDelete: 'CASCADE')]
        public readonly JobBoard $board,
    ) {
    }

    /** @return \DateTimeImmutable|null until when it is not asked; null when it can be */
    public function restsUntil(\DateTimeImmutable $now): ?\DateTimeImmutable
    {
        return null !== $this->restsUntil && $this->restsUntil > $now ? $this->restsUntil : null;
    }

    public function answered(\DateTimeImmutable $now): void
    {
        $this->forgive();
        [$this->lastError, $this->answeredAt] = [null, $now];
    }

    public function missed(string $error, \DateTimeImmutable $now): void
    {
        ++$this->misses;
        $this->lastError = mb_substr($error, 0, self::LONGEST_ERROR);
        $this->restsUntil = $this->misses < self::MISSES ? null : $now->add(new \DateInterval('PT'.$this->rest().'S'));
    }

    public function fetched(\DateTimeImmutable $now): void
    {
        $this->fetchedAt = $now;
    }

    /** It is asked again at once. */
    public function tryNow(): void
    {
        $this->restsUntil = null;
    }

    /** Its settings have changed: what it missed before says nothing any more. */
    public function forgive(): void
    {
        [$this->misses, $this->restsUntil] = [0, null];
    }

    private function rest(): int
    {
        $doubled = self::REST_SECONDS * 2 ** min(10, $this->misses - self::MISSES);

        return min(self::LONGEST_REST_SECONDS, $doubled);
    }
}
