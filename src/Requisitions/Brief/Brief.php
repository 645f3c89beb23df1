<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Brief;

use Jorvent\Core\Shared\Decoded;
use Jorvent\Core\Shared\Refusal;

/** What a brief says, in its parts. While it is a draft nearly every field may still be empty. */
final readonly class Brief
{
    public function __construct(
        public Job $job,
        public Team $team,
        public Place $place,
        public Time $time,
        public Wants $wants,
        public Pay $pay,
    ) {
    }

    /** @param array<array-key, mixed> $values as toArray() gives them; what is missing stays at its default */
    public static function fromArray(array $values): self
    {
        $from = new Decoded($values);

        return new self(
            Job::from($from),
            Team::from($from),
            Place::from($from),
            Time::from($from),
            Wants::from($from),
            Pay::read($from),
        );
    }

    /** @return array<string, string|int|list<string>|null> as kept with each version */
    public function toArray(): array
    {
        return [
            ...$this->job->toArray(),
            ...$this->time->toArray(),
            ...$this->team->toArray(),
            ...$this->place->toArray(),
            ...$this->wants->toArray(),
            ...$this->pay->toArray(),
        ];
    }

    /** @param array<array-key, mixed> $values some fields, as toArray() gives them */
    public function with(array $values): self
    {
        return self::fromArray([...$this->toArray(), ...$values]);
    }

    /** @return list<string> in the order of the page; the currency belongs to the pay and is no field by itself */
    public static function fields(): array
    {
        return array_keys(array_diff_key(self::fromArray([])->toArray(), ['currency' => true]));
    }

    /** @return list<string> the fields in which two briefs differ */
    public function differences(self $other): array
    {
        [$mine, $theirs] = [$this->toArray(), $other->toArray()];

        return array_values(array_filter(
            self::fields(),
            static fn (string $field): bool => $mine[$field] !== $theirs[$field],
        ));
    }

    /** @return list<Refusal> why this can not even be kept as a draft */
    public function draftBlockers(): array
    {
        return [
            ...$this->job->blockers(),
            ...$this->place->blockers(),
            ...$this->time->blockers(),
            ...$this->wants->blockers(),
            ...$this->pay->blockers(),
        ];
    }

    /** @return list<string> fields that have to be filled before approval is asked for, and are empty */
    public function missing(): array
    {
        return array_keys(array_filter([
            'title' => '' === $this->job->title,
            'positions' => null === $this->job->positions,
            'months' => null === $this->time->months && $this->time->employment->ends(),
            'payFrom' => null === $this->pay->from(),
            'payTo' => null === $this->pay->to(),
            'targetOn' => null === $this->time->targetOn,
            'musts' => [] === $this->wants->musts,
            'description' => !$this->job->isDescribed(),
        ]));
    }

    /** @return list<Refusal> why approval can not be asked for yet */
    public function askBlockers(\DateTimeImmutable $today): array
    {
        $refusals = self::refuseMissing($this->missing());
        if (null !== $this->time->targetOn && $this->time->targetOn <= $today) {
            $refusals[] = new Refusal('targetOn', 'day_has_passed');
        }

        return [...$this->draftBlockers(), ...$refusals];
    }

    /**
     * @param list<string> $fields
     *
     * @return list<Refusal>
     */
    public static function refuseMissing(array $fields): array
    {
        return array_map(static fn (string $field): Refusal => new Refusal($field, 'missing'), $fields);
    }
}
