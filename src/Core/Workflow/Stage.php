<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** The stages of a pipeline, in order, each with the days agreed for it. */
enum Stage: string
{
    case New = 'new';
    case Screening = 'screening';
    case FirstCall = 'first_call';
    case Interview = 'interview';
    case Decision = 'decision';
    case Offer = 'offer';
    case Hired = 'hired';

    public function agreedDays(): int
    {
        return match ($this) {
            self::New, self::Decision => 2,
            self::Screening, self::FirstCall => 3,
            self::Interview => 7,
            self::Offer => 14,
            self::Hired => 0,
        };
    }

    /** @return list<self> those that a pipeline shows */
    public static function ofPipeline(): array
    {
        return array_values(array_filter(self::cases(), static fn (self $stage): bool => self::Hired !== $stage));
    }

    public function next(): ?self
    {
        return self::cases()[(int) array_search($this, self::cases(), true) + 1] ?? null;
    }

    public function isBefore(self $other): bool
    {
        return array_search($this, self::cases(), true) < array_search($other, self::cases(), true);
    }
}
