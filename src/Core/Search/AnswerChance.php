<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/**
 * How likely someone answers a first letter, from what they did before: how they answered letters, and how long ago they were last active. A share per cell of both, drawn towards
 * the share of its row and column where a cell has few letters (with the weight of STRENGTH letters), so that a cell nobody was in gets the mean of its neighbours and no cell says never or always.
 */
final readonly class AnswerChance
{
    public const HISTORIES = ['new', 'silent', 'some', 'always'];
    /** Days since last active: up to these, then older, then not known. */
    public const ACTIVITY = [30, 180, 730];
    private const STRENGTH = 12;

    /** @param array<string, array<int, int>> $percent by history and activity (0 to 4) */
    public function __construct(private array $percent)
    {
    }

    /** Before anyone was written to: a quarter, more for those active lately. */
    public static function unlearned(): self
    {
        return self::learn([]);
    }

    public static function history(int $asked, int $answered): string
    {
        return match (true) {
            0 === $asked => 'new',
            0 === $answered => 'silent',
            $answered < $asked => 'some',
            default => 'always',
        };
    }

    /** @return int 0 to 4 */
    public static function activity(?\DateTimeImmutable $active, \DateTimeImmutable $day): int
    {
        if (null === $active) {
            return \count(self::ACTIVITY) + 1;
        }
        foreach (self::ACTIVITY as $i => $days) {
            if ($active >= $day->modify("-$days days")) {
                return $i;
            }
        }

        return \count(self::ACTIVITY);
    }

    public function percent(string $history, int $activity): int
    {
        return $this->percent[$history][$activity] ?? 0;
    }

    public function of(Profile $profile, \DateTimeImmutable $day): int
    {
        return $this->percent(self::history($profile->asked, $profile->answered), self::activity($profile->active, $day));
    }

    /** @param list<array{string, int, bool}> $letters history and activity when it was sent, and whether it was answered */
    public static function learn(array $letters): self
    {
        // what is thought before any letter, as letters: 25 in 100, leaning by activity
        $prior = self::thought();
        $sent = $got = [];
        foreach ($letters as [$history, $activity, $answered]) {
            $sent[$history][$activity] = ($sent[$history][$activity] ?? 0) + 1;
            $got[$history][$activity] = ($got[$history][$activity] ?? 0) + ($answered ? 1 : 0);
        }
        // how far the house as a whole is from what was thought
        $thought = $all = $answers = 0.0;
        foreach ($sent as $history => $by) {
            foreach ($by as $activity => $n) {
                $thought += $n * ($prior[$history][$activity] ?? .25);
                $all += $n;
                $answers += $got[$history][$activity];
            }
        }
        $scale = ($answers + self::STRENGTH * .25) / ($thought + self::STRENGTH * .25);
        $percent = [];
        foreach ($prior as $history => $by) {
            foreach ($by as $activity => $share) {
                $n = $sent[$history][$activity] ?? 0;
                $percent[$history][$activity] = (int) round(100 * min(.97, (($got[$history][$activity] ?? 0) + self::STRENGTH * min(.95, $share * $scale)) / ($n + self::STRENGTH)));
            }
        }

        return new self($percent);
    }

    /** @return array<string, array<int, float>> */
    private static function thought(): array
    {
        $prior = [];
        foreach (['new' => 1.0, 'silent' => .45, 'some' => 1.5, 'always' => 2.1] as $history => $times) {
            foreach ([.38, .30, .20, .12, .22] as $activity => $share) {
                $prior[$history][$activity] = min(.9, $share * $times);
            }
        }

        return $prior;
    }

    /**
     * Said against come true: each letter foretold from the letters before it.
     *
     * @param list<array{string, int, bool}> $letters oldest first
     *
     * @return list<array{said: int, came: int, letters: int}> by tenth of what was said, percent
     */
    public static function calibration(array $letters, int $from = 20): array
    {
        $bins = [];
        $model = self::learn(\array_slice($letters, 0, $from));
        foreach ($letters as $i => [$history, $activity, $answered]) {
            if ($i < $from) {
                continue;
            }
            if (0 === $i % 10) {
                $model = self::learn(\array_slice($letters, 0, $i));
            }
            $said = $model->percent($history, $activity);
            $bins[intdiv($said, 10)][] = [$said, $answered];
        }
        ksort($bins);

        return array_map(static fn (array $b): array => ['said' => (int) round(array_sum(array_column($b, 0)) / \count($b)), 'came' => (int) round(100 * \count(array_filter($b, static fn (array $l): bool => $l[1])) / \count($b)), 'letters' => \count($b)], array_values($bins));
    }

    /** @param array<array-key, mixed> $percent as toArray() gives */
    public static function fromArray(array $percent): self
    {
        $read = [];
        foreach (self::HISTORIES as $history) {
            foreach (\is_array($percent[$history] ?? null) ? $percent[$history] : [] as $activity => $share) {
                $read[$history][(int) $activity] = \is_int($share) ? $share : 0;
            }
        }

        return new self($read);
    }

    /** @return array<string, array<int, int>> */
    public function toArray(): array
    {
        return $this->percent;
    }
}
