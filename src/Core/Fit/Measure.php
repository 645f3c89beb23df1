<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Resume\Kinds;
use Jorvent\Core\Search\Index\Numbers;

/**
 * Holds people against one brief: a value from 0 to 1 for each part, null where nothing is told. A skill used in a job counts .3, and up to .7 more for what is left of its use: each month of it, overlaps counted once, is worth half
 * after six years, and thirty such months bring two thirds of what there is to gain. Told outside of jobs alone it counts .25, in a job without dates .5, half of its words .15. Example: used for four years until today, 38.4 months
 * are left of 48, and .3 + .7 (1 − e^(−38.4/30)) = .805.
 */
final class Measure
{
    private const USED = .3;
    private const HALF_LIFE = 72;
    private const ENOUGH = 30;
    private const TOLD = .25;
    private const UNDATED = .5;
    private const HALF = .15;
    /** Town and what one drives to each day, in km. */
    private const AT_HOME = 30;
    private const TOO_FAR = 150;
    private const MOVES = .8;
    /** Of the pay asked for, by how much it may be over before nothing is left of the part. */
    private const OVER = .2;
    /** Days late before nothing is left of the part. */
    private const LATE = 120;
    private const SAME_WORK = .5;

    private readonly int $month;
    private readonly int $today;

    /** @var list<array{kind: string, text: string}> */
    public readonly array $parts;

    /** @var array<int, list<list<list<string>>>> words of a skill by part, each in the ways it is found, each some hashes */
    private array $skills = [];

    /** @var list<array{list<string>, int}> words and kind of work of each title */
    private array $titles = [];

    public function __construct(public readonly Wanted $wanted, \DateTimeImmutable $day)
    {
        $this->month = 12 * (int) $day->format('Y') + (int) $day->format('n') - 1;
        $this->today = Numbers::days($day);
        $this->parts = $wanted->parts();
        $tokeniser = new Tokeniser();
        foreach ($this->parts as $i => $part) {
            if ('must' === $part['kind'] || 'wish' === $part['kind']) {
                $this->skills[$i] = [];
                foreach ($tokeniser->words($part['text']) as [$word]) {
                    $this->skills[$i][] = array_map(static fn (array $row): array => array_map(Facts::hash(...), $row), $tokeniser->alternatives($word));
                }
            }
        }
        $works = array_flip(array_keys(Kinds::WORK));
        foreach (array_unique($wanted->titles) as $title) {
            $this->titles[] = [array_map(Facts::hash(...), array_values(array_unique($tokeniser->row($title)))), $works[Kinds::of($title, Kinds::WORK) ?? ''] ?? 254];
        }
    }

    /** The same for the same brief on the same day. */
    public function signature(): string
    {
        return substr(hash('xxh128', serialize([$this->wanted, $this->today])), 0, 16);
    }

    /** @return list<float|null> by part, of someone's Facts */
    public function values(string $facts): array
    {
        return array_column($this->all($facts), 0);
    }

    /** @return list<array{float|null, string, array<string, int>}> value in ten-thousandths of 1, reason and what it needs to be said, by part */
    public function all(string $facts): array
    {
        $flags = \ord($facts[5]);
        $read = 0 !== ($flags & 16);
        $jobs = \ord($facts[14]);
        $start = Facts::HEAD + Facts::JOB * $jobs;
        $from = $to = $ends = $titleEnds = $kinds = [];
        $end = $start;
        if ($jobs > 0) {
            /** @var array<int, int> $numbers from 1 */
            $numbers = (array) unpack('v'.(4 * $jobs), $facts, Facts::HEAD);
            for ($n = 1; $n < 4 * $jobs; $n += 4) {
                $from[] = $numbers[$n];
                $to[] = Facts::ONGOING === $numbers[$n + 1] ? $this->month : $numbers[$n + 1];
                $titleEnds[] = $end + 3 * ($numbers[$n + 2] & 255);
                $kinds[] = $numbers[$n + 2] >> 8;
                $ends[] = $end += 3 * $numbers[$n + 3];
            }
        }
        $ends[] = \strlen($facts);
        $all = [];
        foreach ($this->parts as $i => ['kind' => $kind]) {
            [$value, $reason, $why] = match ($kind) {
                'must', 'wish' => $read ? $this->skill($this->skills[$i], $facts, $start, $ends, $from, $to) : [null, 'unread', []],
                'title' => $read ? $this->title($facts, $start, $ends, $titleEnds, $kinds, $to) : [null, 'unread', []],
                'years' => $this->years(self::number($facts, 0)),
                'place' => $this->place(substr($facts, 2, 3), $flags),
                'pay' => $this->pay(self::number($facts, 6) | self::number($facts, 8) << 16),
                default => $this->notice(self::number($facts, 10), self::number($facts, 12)),
            };
            $all[] = [null === $value ? null : round($value, 4), $reason, $why];
        }

        return $all;
    }

    private static function number(string $facts, int $at): int
    {
        return \ord($facts[$at]) | \ord($facts[$at + 1]) << 8;
    }

    /**
     * @param list<list<list<string>>> $words
     * @param list<int>                $ends
     * @param list<int>                $from
     * @param list<int>                $to
     *
     * @return array{float|null, string, array<string, int>}
     */
    private function skill(array $words, string $facts, int $start, array $ends, array $from, array $to): array
    {
        $together = -1;
        $said = 0;
        foreach ($words as $alternatives) {
            $where = 0;
            foreach ($alternatives as $hashes) {
                $mask = -1;
                foreach ($hashes as $hash) {
                    $mask &= self::where($facts, $hash, $start, $ends);
                }
                $where |= $mask;
            }
            $together &= $where;
            $said += 0 === $where ? 0 : 1;
        }
        if ([] === $words || 0 === $said) {
            return [[] === $words ? null : 0.0, 'silent', []];
        }
        if (0 === $together) {
            return 2 * $said >= \count($words) ? [self::HALF, 'half', []] : [0.0, 'silent', []];
        }
        $spans = [];
        foreach ($from as $job => $a) {
            if (0 !== ($together >> $job & 1) && Facts::UNKNOWN !== $a && Facts::UNKNOWN !== $to[$job]) {
                $spans[] = [$a, $to[$job]];
            }
        }
        if ([] === $spans) {
            return 0 === ($together & (1 << \count($from)) - 1) ? [self::TOLD, 'told', []] : [self::UNDATED, 'undated', []];
        }
        [$months, $last, $left] = $this->use($spans);

        return [self::USED + (1 - self::USED) * (1 - exp(-$left / self::ENOUGH)), 'used', ['months' => $months, 'last' => $last, 'now' => $last >= $this->month ? 1 : 0]];
    }

    /**
     * In which jobs a word stands, a bit for each, and one more for outside of them.
     *
     * @param list<int> $ends of the jobs' words, and of all
     */
    private static function where(string $facts, string $hash, int $start, array $ends): int
    {
        $mask = $job = 0;
        $at = strpos($facts, $hash, $start);
        while (false !== $at) {
            if (0 !== ($at - $start) % 3) {
                $at = strpos($facts, $hash, $at + 1);
                continue;
            }
            while ($at >= $ends[$job]) {
                ++$job;
            }
            $mask |= 1 << $job;
            $at = $ends[$job] < \strlen($facts) ? strpos($facts, $hash, $ends[$job]) : false;
        }

        return $mask;
    }

    /**
     * @param non-empty-list<array{int, int}> $spans first and last month of each
     *
     * @return array{int, int, float} months in them, overlaps counted once; the last of them; and what is left of these months today, each worth half after HALF_LIFE
     */
    private function use(array $spans): array
    {
        sort($spans);
        $months = 0;
        $left = 0.0;
        $done = -1;
        foreach ($spans as [$from, $to]) {
            $from = max($from, $done + 1);
            $to = min($to, $this->month);
            if ($to >= $from) {
                $months += $to - $from + 1;
                $left += self::HALF_LIFE / \M_LN2 * (2 ** (($to - $this->month) / self::HALF_LIFE) - 2 ** (($from - 1 - $this->month) / self::HALF_LIFE));
            }
            $done = max($done, $to);
        }

        return [max(1, $months), $done, $left];
    }

    /**
     * How like a title asked for those held are, lately ones before old ones.
     *
     * @param list<int> $ends
     * @param list<int> $titleEnds
     * @param list<int> $kinds
     * @param list<int> $to
     *
     * @return array{float|null, string, array<string, int>}
     */
    private function title(string $facts, int $start, array $ends, array $titleEnds, array $kinds, array $to): array
    {
        $best = 0.0;
        $from = -1;
        $begin = $start;
        // most people say none of these words anywhere, and do other work
        $asked = [];
        foreach ($this->titles as [$words, $kind]) {
            $said = [];
            foreach ($words as $word) {
                if (false !== strpos($facts, $word, $start)) {
                    $said[] = $word;
                }
            }
            if ([] !== $said || \in_array($kind, $kinds, true)) {
                $asked[] = [$said, \count($words), $kind];
            }
        }
        foreach ([] === $asked ? [] : $titleEnds as $job => $end) {
            $held = substr($facts, $begin, $end - $begin);
            $n = intdiv($end - $begin, 3);
            $begin = $ends[$job];
            $like = 0.0;
            foreach ($asked as [$words, $count, $kind]) {
                $same = 0;
                foreach ($words as $word) {
                    $at = strpos($held, $word);
                    $same += false !== $at && 0 === $at % 3 ? 1 : 0;
                }
                $like = max($like, $same > 0 ? 2 * $same / ($n + $count) : 0.0, $kind === $kinds[$job] ? self::SAME_WORK : 0.0);
            }
            if ($like > $best) {
                $ago = Facts::UNKNOWN === $to[$job] ? self::HALF_LIFE : max(0, $this->month - $to[$job]);
                $value = $like * (.5 + .5 * 2 ** (-$ago / self::HALF_LIFE));
                if ($value > $best) {
                    $best = $value;
                    $from = $job;
                }
            }
        }

        return [] === $titleEnds ? [null, 'no_jobs', []] : [$best, $from < 0 ? 'no_title' : 'title', $from < 0 ? [] : ['job' => $from]];
    }

    /** @return array{float|null, string, array<string, int>} */
    private function years(int $tenths): array
    {
        if (Facts::UNKNOWN === $tenths) {
            return [null, 'unknown', []];
        }
        $years = $tenths / 10;
        $low = $this->wanted->yearsFrom ?? 0;
        $value = $years < $low ? max(0.0, ($years / $low - .4) / .6) : (null === $this->wanted->yearsTo ? 1.0 : max(.5, 1 - .08 * max(0, $years - $this->wanted->yearsTo)));

        return [min(1.0, $value), 'years', ['tenths' => $tenths]];
    }

    /** @return array{float|null, string, array<string, int>} */
    private function place(string $town, int $flags): array
    {
        if ($this->wanted->remote) {
            return [1.0, 'remote', []];
        }
        $moves = $flags & 3;
        $km = "\0\0\0" === $town ? null : $this->wanted->near[$town] ?? null;
        $value = null === $km ? null : max(0.0, min(1.0, 1 - ($km - self::AT_HOME) / (self::TOO_FAR - self::AT_HOME)));
        if (null !== $value && $value >= self::MOVES) {
            return [$value, 'near', ['km' => $km]];
        }
        if (2 === $moves) {
            return [self::MOVES, 'moves', null === $km ? [] : ['km' => $km]];
        }

        return 0 === $moves || null === $value ? [null, 'unknown', null === $km ? [] : ['km' => $km]] : [$value, 'far', ['km' => $km]];
    }

    /** @return array{float|null, string, array<string, int>} */
    private function pay(int $euro): array
    {
        $most = $this->wanted->payTo ?? 0;

        return Facts::NO_EURO === $euro ? [null, 'unknown', []] : [$euro <= $most ? 1.0 : max(0.0, 1 - ($euro - $most) / (self::OVER * max(1, $most))), 'pay', ['euro' => $euro]];
    }

    /** @return array{float|null, string, array<string, int>} */
    private function notice(int $days, int $first): array
    {
        if (Facts::UNKNOWN === $days && Facts::UNKNOWN === $first || null === $this->wanted->start) {
            return [null, 'unknown', []];
        }
        $free = max(Facts::UNKNOWN === $days ? 0 : $this->today + $days, Facts::UNKNOWN === $first ? 0 : $first);
        $late = $free - Numbers::days($this->wanted->start);

        return [max(0.0, min(1.0, 1 - $late / self::LATE)), $late > 0 ? 'late' : 'in_time', ['days' => abs($late)]];
    }
}
