<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Jorvent\Core\Shared\Day;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;

/** What a form sent, read by type: text is trimmed, scrubbed of broken bytes and cut at a limit. */
final readonly class Input
{
    public const LINE = 300;
    public const TEXT = 30_000;

    /** @param array<array-key, mixed> $fields */
    private function __construct(private array $fields)
    {
    }

    public static function of(Request $request): self
    {
        return new self($request->request->all());
    }

    public function line(string $name): string
    {
        return mb_substr(trim((string) preg_replace('/[\x00-\x1F\x7F]+/u', ' ', $this->raw($name))), 0, self::LINE);
    }

    public function text(string $name): string
    {
        return mb_substr(trim((string) preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F\x7F]+/u', '', str_replace("\r\n", "\n", $this->raw($name)))), 0, self::TEXT);
    }

    public function has(string $name): bool
    {
        return \array_key_exists($name, $this->fields);
    }

    public function int(string $name): ?int
    {
        $value = $this->line($name);

        return 1 === preg_match('/^-?\d{1,9}$/', $value) ? (int) $value : null;
    }

    /**
     * One of the words a form may send. Anything else is a bad request: never taken for one of them.
     *
     * @template T of \BackedEnum
     *
     * @param class-string<T> $of
     * @param T|null          $absent what it means when nothing is sent; without it something must be
     *
     * @return T
     *
     * @throws BadRequestHttpException
     */
    public function choice(string $name, string $of, ?\BackedEnum $absent = null): \BackedEnum
    {
        $sent = $this->fields[$name] ?? '';
        if ('' === $sent && null !== $absent) {
            return $absent;
        }

        return (\is_string($sent) ? $of::tryFrom($sent) : null) ?? throw new BadRequestHttpException('choice');
    }

    /** A day as a date field sends it, at midnight UTC; null when it is none. */
    public function day(string $name): ?\DateTimeImmutable
    {
        return Day::read($this->line($name));
    }

    /** @return list<int> */
    public function ints(string $name): array
    {
        return array_values(array_map(intval(...), array_filter($this->list($name), static fn (mixed $v): bool => \is_string($v) && 1 === preg_match('/^\d{1,9}$/', $v))));
    }

    /** @return list<string> */
    public function strings(string $name): array
    {
        return array_values(array_map(static fn (string $v): string => mb_substr(trim(mb_scrub($v)), 0, self::LINE), array_filter($this->list($name), static fn (mixed $v): bool => \is_string($v) && '' !== trim($v))));
    }

    /** @return list<string> one entry per filled line */
    public function lines(string $name): array
    {
        return array_values(array_filter(array_map(static fn (string $l): string => mb_substr(trim($l), 0, self::LINE), explode("\n", $this->text($name))), static fn (string $l): bool => '' !== $l));
    }

    /** @return array<string, string> */
    public function map(string $name): array
    {
        $map = [];
        foreach ($this->list($name) as $key => $value) {
            if (\is_string($value)) {
                $map[(string) $key] = mb_substr(trim(mb_scrub($value)), 0, self::TEXT);
            }
        }

        return $map;
    }

    /** @return array<string, string> as map(), several values of one key a line each */
    public function answers(string $name): array
    {
        $map = $this->map($name);
        foreach ($this->list($name) as $key => $values) {
            if (\is_array($values)) {
                $map[(string) $key] = mb_substr(implode("\n", array_map(static fn (string $v): string => trim(mb_scrub($v)), array_filter($values, is_string(...)))), 0, self::TEXT);
            }
        }

        return $map;
    }

    /** @return array<array-key, mixed> */
    private function list(string $name): array
    {
        $value = $this->fields[$name] ?? [];

        return \is_array($value) ? $value : [];
    }

    private function raw(string $name): string
    {
        $value = $this->fields[$name] ?? '';

        return \is_string($value) ? mb_scrub($value) : '';
    }
}
