<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Brief;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Decoded;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Platform\Database\Schema\Reference;

/**
 * What the job is called, how many are wanted, and what it is in words.
 *
 * @immutable
 */
#[ORM\Embeddable]
final class Job
{
    public const MAX_TITLE = 160;
    public const MAX_POSITIONS = 200;
    /** Sections of NACE Rev. 2. */
    public const INDUSTRIES = [
        'A', 'B', 'C', 'D', 'E', 'F', 'G', 'H', 'I', 'J', 'K', 'L', 'M', 'N', 'O', 'P', 'Q', 'R', 'S',
    ];

    public function __construct(
        #[ORM\Column(type: Types::TEXT)]
        public string $title,
        /** null: not said yet, counts as one */
        #[ORM\Column(options: ['default' => 1])]
        public ?int $positions,
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        public ?string $internalTitle = null,
        /** the job family */
        #[ORM\Column(name: 'family_id', nullable: true)]
        #[Reference('job_family')]
        public ?int $family = null,
        /** one of INDUSTRIES */
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        public ?string $industry = null,
        /** which category job boards file it under */
        #[ORM\Column(type: Types::TEXT, nullable: true)]
        public ?string $category = null,
        /** sanitised HTML */
        #[ORM\Column(type: Types::TEXT, options: ['default' => ''])]
        public string $description = '',
    ) {
    }

    public static function from(Decoded $from): self
    {
        return new self(
            title: $from->text('title') ?? '',
            positions: $from->whole('positions'),
            internalTitle: $from->text('internalTitle'),
            family: $from->whole('family'),
            industry: $from->text('industry'),
            category: $from->text('category'),
            description: $from->text('description') ?? '',
        );
    }

    /** @return array<string, string|int|null> */
    public function toArray(): array
    {
        return [
            'title' => $this->title,
            'internalTitle' => $this->internalTitle,
            'positions' => $this->positions,
            'family' => $this->family,
            'industry' => $this->industry,
            'category' => $this->category,
            'description' => $this->description,
        ];
    }

    public function isDescribed(): bool
    {
        return '' !== trim(strip_tags($this->description));
    }

    /** @return list<Refusal> */
    public function blockers(): array
    {
        $refusals = [];
        if (mb_strlen($this->title) > self::MAX_TITLE) {
            $refusals[] = new Refusal('title', 'name_too_long', ['limit' => self::MAX_TITLE]);
        }
        if (null !== $this->positions && ($this->positions < 1 || $this->positions > self::MAX_POSITIONS)) {
            $refusals[] = new Refusal('positions', 'positions_out_of_range', ['limit' => self::MAX_POSITIONS]);
        }

        return $refusals;
    }
}
