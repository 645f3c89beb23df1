<?php

declare(strict_types=1);

namespace Jorvent\Activity;

/** A row of the log before it is written: codes and figures in it, what is personal or free text apart from it. */
final readonly class Entry
{
    /** What people type stands apart even when a word of it looks like a code. */
    private const TYPED = [
        'name', 'reason', 'note', 'tag', 'tags', 'list', 'typed', 'employer', 'text', 'title', 'file',
    ];
    /** A code, a currency, a day or a moment: what a row may hold as text. */
    private const CODE = '/^(?:[a-z0-9][a-z0-9_.:+\-]{0,59}|[A-Z]{2,3}|\d{4}-\d\d-\d\d(?:T[\d:.+Z\-]{5,30})?)$/D';

    /**
     * @param array<string, mixed> $codes what stands in the row
     * @param array<string, mixed> $apart what does not
     */
    private function __construct(
        public string $act,
        public Actor $actor,
        public LogSubject $subject,
        public array $codes,
        public array $apart,
    ) {
    }

    /**
     * @param array<string, mixed> $change   before and after, or what else belongs to it
     * @param array<string, mixed> $personal of the candidate
     * @param string|null          $address  that it came from
     */
    public static function of(
        string $act, Actor $actor, LogSubject $subject, array $change, array $personal, ?string $address,
    ): self {
        $texts = array_filter(
            $change,
            static fn (mixed $value, string $name): bool => \in_array($name, self::TYPED, true) || !self::isCode($value),
            \ARRAY_FILTER_USE_BOTH,
        );
        $apart = ['address' => $address, 'texts' => [] === $texts ? null : $texts];

        return new self($act, $actor, $subject, array_diff_key($change, $texts), $personal + array_filter(
            $apart,
            static fn (mixed $value): bool => null !== $value,
        ));
    }

    private static function isCode(mixed $value): bool
    {
        if (\is_array($value)) {
            return [] === array_filter($value, static fn (mixed $v): bool => !self::isCode($v));
        }

        return !\is_string($value) || 1 === preg_match(self::CODE, $value);
    }
}
