<?php

declare(strict_types=1);

namespace Jorvent\People\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\TextArrayType;

/**
 * When, where and how someone would work, as they told it or as it is read.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class Readiness
{
    /**
     * @param list<string>            $permits     countries they may work in (ISO 3166-1, two letters)
     * @param bool|null               $remote      from elsewhere; null where it is not told
     * @param bool|null               $wouldMove   null where it is not told
     * @param \DateTimeImmutable|null $considersOn the day they said that they would consider a change
     * @param int|null                $noticeDays  as it is read of a resume
     * @param \DateTimeImmutable|null $firstDay    as it is read of a resume
     */
    public function __construct(
        #[ORM\Column(type: TextArrayType::NAME, options: ['default' => '{}'])]
        public array $permits = [],
        #[ORM\Column(nullable: true)]
        public ?bool $remote = null,
        #[ORM\Column(nullable: true)]
        public ?bool $wouldMove = null,
        #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
        public ?\DateTimeImmutable $considersOn = null,
        #[ORM\Column(nullable: true)]
        public ?int $noticeDays = null,
        #[ORM\Column(type: Types::DATE_IMMUTABLE, nullable: true)]
        public ?\DateTimeImmutable $firstDay = null,
    ) {
    }

    /**
     * What they told that stands in no resume.
     *
     * @param list<string>            $permits     as they are typed
     * @param \DateTimeImmutable|null $considersOn null leaves it as it was
     *
     * @throws Refused at permits, when one is no country
     */
    public function told(array $permits, ?bool $remote, ?bool $wouldMove, ?\DateTimeImmutable $considersOn): self
    {
        $permits = array_values(array_unique(array_map(strtoupper(...), $permits)));
        foreach ($permits as $country) {
            if (1 !== preg_match('/^[A-Z]{2}$/D', $country)) {
                throw Refused::because('country_unknown', 'permits');
            }
        }

        return new self(
            $permits, $remote, $wouldMove, $considersOn ?? $this->considersOn, $this->noticeDays, $this->firstDay,
        );
    }

    /** What is not known here is taken from another record of the same person. */
    public function filledFrom(self $other): self
    {
        return new self(
            $this->permits,
            $this->remote ?? $other->remote,
            $this->wouldMove ?? $other->wouldMove,
            $this->considersOn ?? $other->considersOn,
            $this->noticeDays ?? $other->noticeDays,
            $this->firstDay ?? $other->firstDay,
        );
    }
}
