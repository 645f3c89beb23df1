<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

use Jorvent\Core\Pay\Frequency;

/**
 * One structured criterion as a value. Which members count follows from the kind:
 *
 *  | kind                          | members
 *  |-------------------------------|---------------------------------------------------------------
 *  | years                         | from, to: completed years of work; in one_job: years in that job
 *  | title, employer               | values: phrases; when; from, to: held within these calendar years
 *  | work, industry                | values: kinds of Core\Resume\Kinds; when; from, to as above
 *  | place                         | values: towns; km around them; moves: who would move passes too
 *  | pay                           | to (and from): whole units of currency per frequency, against what is expected
 *  | notice                        | to: days
 *  | first_day                     | day: can begin by then
 *  | permit                        | values: countries (ISO 3166)
 *  | level                         | from: Kind::LEVELS, at least
 *  | field, school                 | values: phrases
 *  | mode                          | values: full, part
 *  | finished                      | from, to: calendar years, also ones to come
 *  | language                      | values: ISO 639; from: Kind::LANGUAGE_LEVELS, at least (none: any level)
 *  | certificate                   | values: phrases; day: in force then
 *  | active, considers, written    | to: within so many months (written: ever, when none)
 *  | chance                        | from: percent
 *  | tag                           | values: names
 *  | pipeline, set_aside           | values: numbers of requisitions; pipeline also "any"
 *  | one_job, one_study            | parts; one_job also when, from, to
 *
 * $out turns it round. With $unstated those pass too of whom it is not known.
 */
final readonly class Criterion
{
    /**
     * @param list<string> $values
     * @param list<self>   $parts
     */
    public function __construct(
        public Kind $kind,
        public array $values = [],
        public bool $out = false,
        public ?int $from = null,
        public ?int $to = null,
        public When $when = When::Ever,
        public bool $unstated = false,
        public ?int $km = null,
        public bool $moves = false,
        public string $currency = '',
        public Frequency $frequency = Frequency::Year,
        public string $day = '',
        public array $parts = [],
    ) {
    }

    /** @param array{values?: list<string>, out?: bool, from?: int|null, to?: int|null, when?: When, unstated?: bool, km?: int|null, moves?: bool, day?: string, parts?: list<self>} $changes members by name */
    public function with(array $changes): self
    {
        $is = static fn (string $name): bool => \array_key_exists($name, $changes);

        return new self(
            $this->kind, $changes['values'] ?? $this->values, $changes['out'] ?? $this->out, $is('from') ? $changes['from'] ?? null : $this->from, $is('to') ? $changes['to'] ?? null : $this->to, $changes['when'] ?? $this->when, $changes['unstated'] ?? $this->unstated,
            $is('km') ? $changes['km'] ?? null : $this->km, $changes['moves'] ?? $this->moves, $this->currency, $this->frequency, $changes['day'] ?? $this->day, $changes['parts'] ?? $this->parts,
        );
    }

    /** Within given calendar years. */
    public function isBetween(): bool
    {
        return ($this->kind->ofJob() || Kind::OneJob === $this->kind) && (null !== $this->from || null !== $this->to);
    }

    /** @return bool whether it asks for anything at all */
    public function asks(): bool
    {
        return match (true) {
            $this->kind->hasValues() => [] !== $this->values || (Kind::Place === $this->kind && $this->moves),
            Kind::OneJob === $this->kind || Kind::OneStudy === $this->kind => [] !== $this->parts,
            Kind::Remote === $this->kind || Kind::Barred === $this->kind || Kind::Written === $this->kind => true,
            Kind::FirstDay === $this->kind => '' !== $this->day,
            default => null !== $this->from || null !== $this->to,
        };
    }

    /** @return array<string, mixed> members that are not as they are anyway */
    public function toArray(): array
    {
        $all = ['kind' => $this->kind->value, 'values' => $this->values, 'out' => $this->out, 'from' => $this->from, 'to' => $this->to, 'when' => $this->when->value, 'unstated' => $this->unstated, 'km' => $this->km, 'moves' => $this->moves, 'currency' => $this->currency, 'frequency' => $this->frequency->value, 'day' => $this->day, 'parts' => array_map(static fn (self $p): array => $p->toArray(), $this->parts)];

        return array_filter($all, static fn (mixed $v, string $k): bool => 'kind' === $k || !\in_array($v, [null, false, [], ''], true) && !('when' === $k && 'ever' === $v) && !('frequency' === $k && 'year' === $v), \ARRAY_FILTER_USE_BOTH);
    }

    /**
     * @param array<array-key, mixed> $data as toArray() gives; what is not understood is left out
     *
     * @return self|null null when its kind is unknown
     */
    public static function fromArray(array $data, bool $part = false): ?self
    {
        $kind = \is_string($data['kind'] ?? null) ? Kind::tryFrom($data['kind']) : null;
        if (null === $kind) {
            return null;
        }
        $parts = [];
        foreach (!$part && \is_array($data['parts'] ?? null) ? $data['parts'] : [] as $one) {
            $made = \is_array($one) ? self::fromArray($one, true) : null;
            if (null !== $made && (Kind::OneJob === $kind ? $made->kind->ofJob() || Kind::Years === $made->kind : $made->kind->ofStudy())) {
                $parts[] = $made;
            }
        }
        $text = static fn (string $name): string => \is_string($data[$name] ?? null) ? trim($data[$name]) : '';
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $text('day'));

        return new self(
            $kind, self::texts($data['values'] ?? []), true === ($data['out'] ?? false), self::whole($data['from'] ?? null), self::whole($data['to'] ?? null), When::tryFrom($text('when')) ?? When::Ever, true === ($data['unstated'] ?? false),
            self::whole($data['km'] ?? null), true === ($data['moves'] ?? false), 1 === preg_match('/^[A-Z]{3}$/', $text('currency')) ? $text('currency') : '', Frequency::tryFrom($text('frequency')) ?? Frequency::Year,
            false !== $day && $day->format('Y-m-d') === $text('day') ? $text('day') : '', $parts,
        );
    }

    /** @return list<string> */
    private static function texts(mixed $values): array
    {
        $texts = [];
        foreach (\is_array($values) ? $values : [$values] as $value) {
            $value = \is_string($value) || \is_int($value) ? trim(mb_substr((string) $value, 0, 200)) : '';
            if ('' !== $value && !\in_array($value, $texts, true) && \count($texts) < 60) {
                $texts[] = $value;
            }
        }

        return $texts;
    }

    private static function whole(mixed $value): ?int
    {
        return \is_int($value) || (\is_string($value) && 1 === preg_match('/^\d{1,9}$/', $value)) ? min(999_999_999, max(0, (int) $value)) : null;
    }
}
