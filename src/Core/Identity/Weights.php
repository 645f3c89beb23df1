<?php

declare(strict_types=1);

namespace Jorvent\Core\Identity;

/**
 * How much each level of agreement weighs (Fellegi and Sunter, A Theory for Record Linkage, 1969): m is how often it is met between two records of one person, u between two people; its weight is log2(m/u). Without labels:
 * u is what people taken at random show; m is what pairs show that share a mail address or a phone number and a name that is not another's, each trait left out where it is the reason for the pair. A name weighs by how
 * many have it: that two are called the same says less of a common name (Winkler 1989).
 */
final readonly class Weights
{
    private const LEAST = 2e-5;
    private const SURE = .9995;
    /** What was taken before counts as much as so many pairs. */
    private const TRUST = 20.0;

    /**
     * @param array<string, list<float>> $m by trait and level
     * @param array<string, list<float>> $u
     * @param float                      $share of all pairs there are, how many are one person
     */
    public function __construct(public array $m, public array $u, public float $share)
    {
    }

    /** What is taken before there is data of one's own: by judgement, in the shape that estimates have had. */
    public static function prior(): self
    {
        return new self(
            ['name' => [.02, .08, .05, .12, .18, .55], 'email' => [.45, .10, .45], 'phone' => [.45, .55], 'employer' => [.20, .20, .60], 'school' => [.25, .75], 'city' => [.35, .65], 'link' => [.3, .7]],
            ['name' => [.9865, .012, .0008, .0002, .0002, .0003], 'email' => [.9999, .00005, .00005], 'phone' => [.9999, .0001], 'employer' => [.955, .03, .015], 'school' => [.965, .035], 'city' => [.94, .06], 'link' => [.999, .001]], 1e-4);
    }

    /**
     * @param iterable<array<string, int>> $anchored compared, of those that share a mail address or a phone number
     * @param list<array<string, int>>     $random   compared, of people taken at random
     * @param int                          $people   how many there are
     */
    public static function estimate(iterable $anchored, array $random, int $people): self
    {
        $prior = self::prior();
        $counts = array_map(static fn (array $levels): array => array_map(static fn (float $x): float => self::TRUST * $x, $levels), $prior->m);
        $matches = 0;
        foreach ($anchored as $pair) {
            $mail = 2 === ($pair['email'] ?? 0);
            $phone = 1 === ($pair['phone'] ?? 0);
            // a shared phone of another name is a family's or an office's
            if ($pair['name'] < 1 || (!$mail && !$phone)) {
                continue;
            }
            ++$matches;
            foreach ($pair as $trait => $level) {
                if (('email' === $trait && !$phone) || ('phone' === $trait && !$mail)) {
                    continue;
                }
                $counts[$trait][$level] = ($counts[$trait][$level] ?? 0) + 1;
            }
        }
        $m = self::shares($counts);
        $found = 1 - (1 - ($m['email'][2] ?? .4)) * (1 - ($m['phone'][1] ?? .4));

        return new self($m, self::shares(self::counted($random, $prior->u)), 0 === $matches ? $prior->share : max(1e-9, min(.5, $matches / max(.05, $found) / max(1, $people * ($people - 1) / 2))));
    }

    /**
     * @param array<string, int> $pair
     * @param float|null         $namesakes share of people who have that name; null when it is not known
     */
    public function score(array $pair, ?float $namesakes = null): float
    {
        $score = 0.0;
        foreach ($pair as $trait => $level) {
            $score += 'name' === $trait && $level > 2 && null !== $namesakes ? log($this->m['name'][$level] / max(self::LEAST / 4, $namesakes), 2) : $this->weight($trait, $level);
        }

        return $score;
    }

    public function weight(string $trait, int $level): float
    {
        return log(($this->m[$trait][$level] ?? .5) / ($this->u[$trait][$level] ?? .5), 2);
    }

    /**
     * @param array<string, int> $pair
     * @param float|null         $namesakes as in score()
     */
    public function probability(array $pair, ?float $namesakes = null): float
    {
        return 1 / (1 + 2 ** -($this->score($pair, $namesakes) + log($this->share / (1 - $this->share), 2)));
    }

    /**
     * Whether two are one so surely that nobody need be asked. A mail address counts nothing here, for it can be written into any file and nobody has confirmed it; and a name that is another's is never the same by number alone.
     *
     * @param array<string, int> $pair
     * @param float|null         $namesakes as in score()
     */
    public function sure(array $pair, ?float $namesakes = null): bool
    {
        unset($pair['email']);
        $strong = \count(array_filter(['phone' => 1, 'link' => 1, 'employer' => 2, 'school' => 1], static fn (int $level, string $trait): bool => ($pair[$trait] ?? 0) >= $level, \ARRAY_FILTER_USE_BOTH));

        return ($pair['name'] ?? 0) >= 4 && $strong >= 2 && ((1 === ($pair['phone'] ?? 0)) || (1 === ($pair['link'] ?? 0))) && $this->probability($pair, $namesakes) >= self::SURE;
    }

    /** @return array{m: array<string, list<float>>, u: array<string, list<float>>, share: float} to be kept */
    public function toArray(): array
    {
        return ['m' => $this->m, 'u' => $this->u, 'share' => $this->share];
    }

    /** @param array<array-key, mixed> $kept as toArray(); what is missing or of another shape is the prior's */
    public static function of(array $kept): self
    {
        $prior = self::prior();

        return new self(self::kept($kept['m'] ?? null, $prior->m), self::kept($kept['u'] ?? null, $prior->u), is_numeric($kept['share'] ?? null) ? (float) $kept['share'] : $prior->share);
    }

    /**
     * @param array<string, list<float>> $prior
     *
     * @return array<string, list<float>>
     */
    private static function kept(mixed $table, array $prior): array
    {
        $read = [];
        foreach ($prior as $trait => $levels) {
            $mine = \is_array($table) && \is_array($table[$trait] ?? null) ? array_map(floatval(...), array_values(array_filter($table[$trait], is_numeric(...)))) : [];
            $read[$trait] = \count($mine) === \count($levels) ? $mine : $levels;
        }

        return $read;
    }

    /**
     * What speaks for and against, heaviest first.
     *
     * @param array<string, int> $pair
     *
     * @return list<array{trait: string, level: int, weight: float}>
     */
    public function reasons(array $pair): array
    {
        $reasons = array_map(fn (string $trait, int $level): array => ['trait' => $trait, 'level' => $level, 'weight' => $this->weight($trait, $level)], array_keys($pair), $pair);
        usort($reasons, static fn (array $a, array $b): int => abs($b['weight']) <=> abs($a['weight']));

        return $reasons;
    }

    /**
     * @param list<array<string, int>>   $pairs
     * @param array<string, list<float>> $prior
     *
     * @return array<string, array<int, float>>
     */
    private static function counted(array $pairs, array $prior): array
    {
        $counts = array_map(static fn (array $levels): array => array_map(static fn (float $x): float => self::TRUST * $x, $levels), $prior);
        foreach ($pairs as $pair) {
            foreach ($pair as $trait => $level) {
                $counts[$trait][$level] = ($counts[$trait][$level] ?? 0) + 1;
            }
        }

        return $counts;
    }

    /**
     * @param array<string, array<int, float>> $counts
     *
     * @return array<string, list<float>>
     */
    private static function shares(array $counts): array
    {
        return array_map(static fn (array $levels): array => array_values(array_map(static fn (float $x): float => max(self::LEAST, $x / array_sum($levels)), $levels)), $counts);
    }
}
