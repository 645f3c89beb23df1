<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

use Jorvent\Core\Query\Evaluator;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;

/**
 * How well a person answers a brief: the weighted share of its parts that are covered, a part covered partly counting half,
 * a part that is not stated counting as not covered in the score but shown apart. Example: musts PLC (covered) and drives (missing),
 * wish Norwegian (covered): (3·1 + 3·0 + 1·1) / 7 = 57.
 */
final readonly class Fit
{
    public const MUST = 3;
    public const WISH = 1;
    public const YEARS = 2;
    public const PLACE = 1;
    /** A person with at least this share of the years asked for covers them partly. */
    public const YEARS_PARTLY = 0.6;

    /** @param list<FitPart> $parts */
    private function __construct(public ?int $score, public array $parts)
    {
    }

    public static function of(Wanted $wanted, Person $person): self
    {
        return self::by($wanted, static fn (string $skill): Coverage => self::skill($skill, $person), $person->years, $person->city, $person->wouldMove);
    }

    /** @param callable(string): Coverage $skill how a person answers a must or a wish, found out elsewhere by the same rule */
    public static function by(Wanted $wanted, callable $skill, ?float $years, ?string $city, ?bool $wouldMove): self
    {
        $parts = [];
        $add = static function (string $kind, string $text, int $weight, Coverage $coverage) use (&$parts): void {
            $parts[] = new FitPart(\chr(97 + \count($parts) % 26), $kind, $text, $weight, $coverage);
        };
        foreach ($wanted->musts as $must) {
            $add('must', $must, self::MUST, $skill($must));
        }
        if (null !== $wanted->yearsFrom) {
            $add('years', (string) $wanted->yearsFrom, self::YEARS, self::years($wanted->yearsFrom, $years));
        }
        if (null !== $wanted->site) {
            $add('place', $wanted->site, self::PLACE, self::place($wanted->site, $city, $wouldMove));
        }
        foreach ($wanted->wishes as $wish) {
            $add('wish', $wish, self::WISH, $skill($wish));
        }

        return new self(self::score($parts), $parts);
    }

    /** @param list<FitPart> $parts */
    private static function score(array $parts): ?int
    {
        $all = $got = 0;
        $stated = false;
        foreach ($parts as $part) {
            $all += 2 * $part->weight;
            $got += $part->weight * match ($part->coverage) {
                Coverage::Covered => 2,
                Coverage::Partly => 1,
                Coverage::Missing, Coverage::NotStated => 0,
            };
            $stated = $stated || Coverage::NotStated !== $part->coverage;
        }

        return $stated ? intdiv(200 * $got + $all, 2 * $all) : null;
    }

    /** Covered when the words stand together, partly when at least half of them stand anywhere. */
    private static function skill(string $text, Person $person): Coverage
    {
        if (null === $person->resume) {
            return Coverage::NotStated;
        }
        $tokeniser = new Tokeniser();
        $evaluator = new Evaluator();
        $terms = $tokeniser->row($text);
        $found = $words = 0;
        foreach ($tokeniser->words($text) as [$word]) {
            $hit = false;
            foreach ($tokeniser->alternatives($word) as $row) {
                $hit = $hit || $evaluator->matches(new Row($row), $person->resume);
            }
            $found += $hit ? 1 : 0;
            ++$words;
        }
        if ([] === $terms) {
            return Coverage::NotStated;
        }
        if ($evaluator->matches(new Row($terms), $person->resume) || (1 === $words && 1 === $found)) {
            return Coverage::Covered;
        }

        return $found > 0 && 2 * $found >= $words ? Coverage::Partly : Coverage::Missing;
    }

    private static function years(int $from, ?float $years): Coverage
    {
        return match (true) {
            null === $years => Coverage::NotStated,
            $years >= $from => Coverage::Covered,
            $years >= self::YEARS_PARTLY * $from => Coverage::Partly,
            default => Coverage::Missing,
        };
    }

    private static function place(string $site, ?string $city, ?bool $wouldMove): Coverage
    {
        return match (true) {
            null === $city || '' === $city => Coverage::NotStated,
            (new Tokeniser())->fold($city) === (new Tokeniser())->fold($site) => Coverage::Covered,
            true === $wouldMove => Coverage::Partly,
            null === $wouldMove => Coverage::NotStated,
            default => Coverage::Missing,
        };
    }
}
