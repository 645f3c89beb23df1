<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Brief;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Catalogue\ProfileContent;
use Jorvent\Core\Shared\Decoded;
use Jorvent\Core\Shared\Refusal;

/**
 * What someone has to bring, and what would be good to have.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class Wants
{
    /** Levels by ISCED 2011: 3, 4, 6, 7, 8. */
    public const EDUCATION = ProfileContent::EDUCATION;
    public const MAX_YEARS = 60;

    /**
     * @param list<string> $musts
     * @param list<string> $wishes
     */
    public function __construct(
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public array $musts = [],
        #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
        public array $wishes = [],
        /** one of EDUCATION */
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        public ?string $education = null,
        /** of experience */
        #[ORM\Column(nullable: true)]
        public ?int $yearsFrom = null,
        #[ORM\Column(nullable: true)]
        public ?int $yearsTo = null,
    ) {
    }

    public static function from(Decoded $from): self
    {
        return new self(
            musts: $from->texts('musts'),
            wishes: $from->texts('wishes'),
            education: $from->text('education'),
            yearsFrom: $from->whole('yearsFrom'),
            yearsTo: $from->whole('yearsTo'),
        );
    }

    /** @return array<string, string|int|list<string>|null> */
    public function toArray(): array
    {
        return [
            'musts' => $this->musts,
            'wishes' => $this->wishes,
            'education' => $this->education,
            'yearsFrom' => $this->yearsFrom,
            'yearsTo' => $this->yearsTo,
        ];
    }

    /** @return list<Refusal> */
    public function blockers(): array
    {
        $refusals = [];
        if (null !== $this->yearsFrom && ($this->yearsFrom < 0 || $this->yearsFrom > self::MAX_YEARS)) {
            $refusals[] = new Refusal('yearsFrom', 'years_out_of_range');
        }
        $least = $this->yearsFrom ?? 0;
        if (null !== $this->yearsTo && ($this->yearsTo < $least || $this->yearsTo > self::MAX_YEARS)) {
            $refusals[] = new Refusal('yearsTo', 'years_upside_down');
        }

        return $refusals;
    }
}
