<?php

declare(strict_types=1);

namespace Jorvent\Core\Organisation;

/** Says why a unit that someone looks for is not offered. A pure function of what is known; several causes may hold at once. */
final readonly class Diagnosis
{
    public const MOST = 8;

    /** @param list<array{unit: Unit, structure: Structure, causes: list<Cause>}> $found units like what was typed, the best match first; no causes means it can be picked */
    private function __construct(public Looking $looking, public array $found)
    {
    }

    public static function of(Looking $looking): self
    {
        $found = [];
        foreach (self::matches($looking->inForce, $looking->typed) as $unit) {
            $found[] = ['unit' => $unit, 'structure' => $looking->inForce, 'causes' => self::causes($looking, $unit)];
        }
        foreach ($looking->others as $other) {
            foreach (self::matches($other, $looking->typed) as $unit) {
                if (null === $looking->inForce->unit($unit->id) && [] === array_filter($found, static fn (array $f): bool => $f['unit']->id === $unit->id)) {
                    $found[] = ['unit' => $unit, 'structure' => $other, 'causes' => [Cause::OtherVersion, ...Code::isClean($unit->code) ? [] : [Cause::StrayCode]]];
                }
            }
        }

        return new self($looking, \array_slice($found, 0, self::MOST));
    }

    /** @return list<Cause> in the order they are shown */
    private static function causes(Looking $looking, Unit $unit): array
    {
        $structure = $looking->inForce;
        $granted = [] !== array_filter($looking->reachRoots, static fn (int $root): bool => $structure->isWithin($unit->id, $root));
        $listed = \in_array($unit->id, $looking->reachList, true);
        $line = $structure->upwards($unit->id);
        $causes = [
            Cause::StrayCode->value => !Code::isClean($unit->code),
            // a unit is as little in force as the one above it
            Cause::NotYet->value => [] !== array_filter($line, static fn (Unit $u): bool => !$u->hasBegunBy($looking->today)),
            Cause::NoMore->value => [] !== array_filter($line, static fn (Unit $u): bool => $u->hasEndedBefore($looking->today)),
            Cause::Retired->value => [] !== array_filter($line, static fn (Unit $u): bool => $u->retired),
            Cause::ReachListLate->value => $granted && !$listed,
            Cause::OutsideReach->value => !$granted,
            Cause::OtherCompany->value => null !== $looking->company && $structure->companyOf($unit->id)?->id !== $looking->company,
        ];

        return array_values(array_map(Cause::from(...), array_keys(array_filter($causes))));
    }

    /** @return list<Unit> exact codes first, then codes that begin so, then names that hold every word */
    private static function matches(Structure $structure, string $typed): array
    {
        $code = Code::folded($typed);
        $words = preg_split('/\s+/u', self::plain($typed), -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        if ('' === $code) {
            return [];
        }
        $ranked = [];
        foreach ($structure->units as $unit) {
            $own = Code::folded($unit->code);
            $name = self::plain($unit->name);
            $rank = match (true) {
                $own === $code => 0,
                str_starts_with($own, $code) => 1,
                $name === self::plain($typed) => 2,
                [] !== $words && [] === array_filter($words, static fn (string $w): bool => !str_contains($name.' '.$own, $w)) => 3,
                default => null,
            };
            if (null !== $rank) {
                $ranked[] = [$rank, $unit];
            }
        }
        usort($ranked, static fn (array $a, array $b): int => [$a[0], $a[1]->code, $a[1]->id] <=> [$b[0], $b[1]->code, $b[1]->id]);

        return array_map(static fn (array $r): Unit => $r[1], $ranked);
    }

    private static function plain(string $text): string
    {
        $folded = \Normalizer::normalize(mb_strtolower(mb_scrub($text)), \Normalizer::FORM_KD);

        return trim((string) preg_replace(['/\p{M}+/u', '/[\p{Z}\p{C}]+/u'], ['', ' '], strtr(\is_string($folded) ? $folded : $text, ['ø' => 'o', 'ł' => 'l', 'đ' => 'd', 'æ' => 'ae', 'ß' => 'ss'])));
    }
}
