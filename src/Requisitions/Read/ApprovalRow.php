<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** Someone who is asked to agree, and the answer. */
final readonly class ApprovalRow
{
    /**
     * @param array<array-key, mixed> $reasonData
     * @param list<string>            $fields     of the brief, marked to be changed
     */
    public function __construct(
        public int $id,
        public int $rank,
        public int $approverId,
        public string $approver,
        /** who decided in the approver's place */
        public ?string $deputy,
        public string $state,
        public string $reason,
        public array $reasonData,
        public ?string $note,
        public array $fields,
        public \DateTimeImmutable $askedAt,
        public ?\DateTimeImmutable $decidedAt,
        /** asked now, not after others */
        public bool $next,
        /** the reader decides, perhaps as a deputy */
        public bool $mine,
    ) {
    }

    /** As what someone is asked who does not hold the post: a word; null for who does. */
    public function instead(): ?string
    {
        $instead = $this->reasonData['instead'] ?? null;

        return \is_string($instead) ? $instead : null;
    }
}
