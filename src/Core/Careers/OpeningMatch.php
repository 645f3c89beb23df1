<?php

declare(strict_types=1);

namespace Jorvent\Core\Careers;

/**
 * How an opening suits what someone says of themselves, with the reasons. Every reason names a fact of the opening that
 * answers something that was said; nothing else counts for it.
 */
final readonly class OpeningMatch
{
    private const CITY = 3;
    /** from anywhere is a little less than right there */
    private const REMOTE = 2;
    private const KIND = 3;
    private const WORD = 2;
    private const YEARS = 1;

    /** @param list<MatchReason> $all */
    private function __construct(public OfferedWork $work, private array $all)
    {
    }

    /**
     * @param list<OfferedWork> $offered
     *
     * @return list<self> those with a reason and with all that was asked for, best first; of equals as they came
     */
    public static function among(array $offered, LookedFor $wanted): array
    {
        $found = array_values(array_filter(array_map(
            static fn (OfferedWork $work): ?self => self::of($work, $wanted), $offered,
        )));
        usort($found, static fn (self $a, self $b): int => $b->points() <=> $a->points());

        return $found;
    }

    /** @return self|null null when something is missing that was asked for, or nothing answers what was said */
    public static function of(OfferedWork $work, LookedFor $wanted): ?self
    {
        $asked = [];
        if ([] !== $wanted->cities) {
            $asked[] = self::places($work, $wanted->cities);
        }
        if ([] !== $wanted->kinds) {
            $asked[] = self::kinds($work, $wanted->kinds);
        }
        $said = TellingWords::of($wanted->words);
        if ([] !== $said) {
            $asked[] = self::words($work, $said);
        }
        if (\in_array([], $asked, true)) {
            return null;
        }
        $reasons = [...array_merge(...$asked), ...self::years($work, $wanted->years)];
        $match = new self($work, $reasons);

        return [] === $match->reasons() ? null : $match;
    }

    public function points(): int
    {
        return array_sum(array_map(static fn (MatchReason $reason): int => $reason->points, $this->all));
    }

    /** @return list<MatchReason> what speaks for it */
    public function reasons(): array
    {
        return array_values(array_filter($this->all, static fn (MatchReason $reason): bool => !$reason->isAgainst()));
    }

    /** @return list<MatchReason> what speaks against it */
    public function against(): array
    {
        return array_values(array_filter($this->all, static fn (MatchReason $reason): bool => $reason->isAgainst()));
    }

    /**
     * @param list<string> $cities
     *
     * @return list<MatchReason>
     */
    private static function places(OfferedWork $work, array $cities): array
    {
        if (\in_array($work->city, $cities, true)) {
            return [new MatchReason(MatchReason::CITY, $work->city, self::CITY)];
        }

        return $work->isRemote ? [new MatchReason(MatchReason::REMOTE, $work->city, self::REMOTE)] : [];
    }

    /**
     * @param list<string> $kinds
     *
     * @return list<MatchReason>
     */
    private static function kinds(OfferedWork $work, array $kinds): array
    {
        return \in_array($work->kind, $kinds, true)
            ? [new MatchReason(MatchReason::KIND, $work->kind, self::KIND)]
            : [];
    }

    /**
     * Skills, else words of the title or the text, that were spoken of.
     *
     * @param list<string> $said
     *
     * @return list<MatchReason>
     */
    private static function words(OfferedWork $work, array $said): array
    {
        $met = [];
        foreach ($said as $word) {
            $what = self::skill($work, $word) ?? self::written($work, $word);
            if (null !== $what) {
                $met[$what] = new MatchReason(MatchReason::WORD, $what, self::WORD);
            }
        }

        return array_values($met);
    }

    private static function skill(OfferedWork $work, string $word): ?string
    {
        foreach ($work->skills as $skill) {
            if (TellingWords::has(TellingWords::of($skill), $word)) {
                return $skill;
            }
        }

        return null;
    }

    private static function written(OfferedWork $work, string $word): ?string
    {
        return TellingWords::has(TellingWords::of($work->title.' '.$work->text), $word) ? $word : null;
    }

    /** @return list<MatchReason> */
    private static function years(OfferedWork $work, ?int $years): array
    {
        if (null === $years || null === $work->years || 0 >= $work->years) {
            return [];
        }
        $points = $years >= $work->years ? self::YEARS : -self::YEARS;

        return [new MatchReason(MatchReason::YEARS, (string) $work->years, $points)];
    }
}
