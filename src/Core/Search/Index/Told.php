<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

use Jorvent\Core\Query\Document;
use Jorvent\Core\Search\Licence;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Stint;
use Jorvent\Core\Search\Study;

/**
 * All that Keys looks at of a person besides their words, packed (some 340 bytes), so that the keys somebody stands under are known when they change: a byte for the version, then a deflated JSON list.
 * Pipelines and who was set aside are not in it, for many hands change them.
 */
final class Told
{
    /** To be raised when Keys, Tokeniser or Kinds make something else of the same person: everyone is made findable anew then. */
    public const VERSION = 1;

    public static function pack(Profile $p): string
    {
        $day = static fn (?\DateTimeImmutable $d): ?string => $d?->format('Y-m-d');

        return \chr(self::VERSION).gzdeflate(json_encode([
            $p->years, array_map(static fn (Stint $s): array => [$s->title, $s->employer, $s->from, $s->to, $s->ongoing], $p->stints),
            array_map(static fn (Study $s): array => [$s->school, $s->field, $s->level, $s->mode, $s->ended], $p->studies),
            array_map(static fn (Licence $l): array => [$l->name, $day($l->until)], $p->licences),
            $p->languages, $p->town, $p->country, $p->moves, $p->remote, $p->expects, $p->currency, $p->notice, $day($p->firstDay), $p->permits, $day($p->active), $day($p->considers),
            $p->asked, $p->answered, $day($p->written), $day($p->barredUntil), $p->tags, $p->expectsEuro, $p->earnsEuro, $p->read,
        ], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_INVALID_UTF8_SUBSTITUTE | \JSON_PRESERVE_ZERO_FRACTION), 6);
    }

    /**
     * A profile with the same keys, without a document.
     *
     * @throws \DomainException when these are not bytes of this version
     */
    public static function unpack(string $bytes): Profile
    {
        $told = self::inflated($bytes);
        $of = static fn (int $i): mixed => $told[$i] ?? null;
        $languages = [];
        foreach (self::list($of(4)) as $code => $rank) {
            $languages[(string) $code] = self::int($rank) ?? 0;
        }

        return new Profile(
            new Document(), \is_float($of(0)) ? $of(0) : null,
            array_map(static fn (array $s): Stint => new Stint(self::text($s, 0), self::text($s, 1), self::int($s[2] ?? null), self::int($s[3] ?? null), true === ($s[4] ?? null)), self::lists($of(1))),
            array_map(static fn (array $s): Study => new Study(self::text($s, 0), self::text($s, 1), self::textOrNull($s[2] ?? null), self::textOrNull($s[3] ?? null), self::int($s[4] ?? null)), self::lists($of(2))),
            array_map(static fn (array $l): Licence => new Licence(self::text($l, 0), self::day($l[1] ?? null)), self::lists($of(3))),
            $languages, self::textOrNull($of(5)), self::textOrNull($of(6)), self::flag($of(7)), self::flag($of(8)), self::int($of(9)), self::textOrNull($of(10)) ?? '', self::int($of(11)), self::day($of(12)),
            self::texts($of(13)), self::day($of(14)), self::day($of(15)), self::int($of(16)) ?? 0, self::int($of(17)) ?? 0, self::day($of(18)), self::day($of(19)), self::texts($of(20)), [], [], self::int($of(21)), self::int($of(22)), true === $of(23),
        );
    }

    /**
     * Title and employer of each job alone.
     *
     * @return list<array{string, string}>
     *
     * @throws \DomainException
     */
    public static function held(string $bytes): array
    {
        return array_map(static fn (array $s): array => [self::text($s, 0), self::text($s, 1)], self::lists(self::inflated($bytes)[1] ?? null));
    }

    /** @return array<array-key, mixed> */
    private static function inflated(string $bytes): array
    {
        $json = \chr(self::VERSION) === ($bytes[0] ?? '') ? @gzinflate(substr($bytes, 1)) : false;

        return false === $json ? throw new \DomainException('Nothing packed by version '.self::VERSION.'.') : self::list(json_decode($json, true, 8, \JSON_THROW_ON_ERROR));
    }

    /** @return array<array-key, mixed> */
    private static function list(mixed $value): array
    {
        return \is_array($value) ? $value : [];
    }

    /** @return list<array<array-key, mixed>> */
    private static function lists(mixed $value): array
    {
        return array_values(array_filter(self::list($value), is_array(...)));
    }

    /** @return list<string> */
    private static function texts(mixed $value): array
    {
        return array_values(array_filter(self::list($value), is_string(...)));
    }

    /** @param array<array-key, mixed> $of */
    private static function text(array $of, int $i): string
    {
        return self::textOrNull($of[$i] ?? null) ?? '';
    }

    private static function textOrNull(mixed $value): ?string
    {
        return \is_string($value) ? $value : null;
    }

    private static function int(mixed $value): ?int
    {
        return \is_int($value) ? $value : null;
    }

    private static function flag(mixed $value): ?bool
    {
        return \is_bool($value) ? $value : null;
    }

    private static function day(mixed $value): ?\DateTimeImmutable
    {
        return \is_string($value) ? new \DateTimeImmutable($value.' 00:00') : null;
    }
}
