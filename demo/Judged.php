<?php

declare(strict_types=1);

namespace Jorvent\Demo;

/**
 * Openings with people whose worth for them is known, to measure ranking by. It knows nothing of how anything is ranked.
 *
 * A person has hidden traits, each between 0 and 1: mastery of the eight skills of a trade, how long they have worked, how near they live, how steady they are. Mastery comes from practice, which fades with the years (half of
 * it in eight) and brings less and less (a tenth of it after seven years), and by three tenths from talent. What one practises in a job depends on one's liking for it, a third of which is common to the trade.
 * A recruiter has hidden tastes: what each trait is worth to them for this opening, drawn anew for each. On the whole musts are worth twice as much as anything else, yet one cares for the second must above all and
 * another for being near. The brief names three skills as musts and four as wishes; one skill it does not name, nor steadiness.
 *
 * A resume is what such a person would write: up to seven jobs back in time, each with filler words and what was practised there, one in six of it left out and now and then something that was only seen; a list of skills at the
 * end in which one in five claims what they hardly know. Titles go with the trade; one in four tells no years, one in three not whether they would move.
 *
 * True worth is the tastes times the traits. Of all people the best 4 in a hundred are worth 3, the next 8 are worth 2, the next 15 are worth 1. A verdict keeps whom is worth 2 or 3, and errs once in ten.
 */
final class Judged
{
    private const SKILLS = [
        ['plc', 'switchboards', 'thrusters', 'insulation testing', 'shore power', 'batteries', 'drives', 'cable routing'], ['tig', 'pipe welding', 'plate', 'ultrasonic testing', 'rigging', 'gouging', 'aluminium', 'fixtures'],
        ['payroll', 'reconciliation', 'vat', 'consolidation', 'audit', 'budgeting', 'invoicing', 'treasury'], ['python', 'sql', 'dashboards', 'forecasting', 'ticketing data', 'pipelines', 'surveys', 'experiments'],
        ['navigation', 'mooring', 'radar', 'stability', 'lifeboats', 'cargo plans', 'pilotage', 'ice'],
    ];
    private const TITLES = [['Marine electrician', 'Electro-technical officer', 'Electrician'], ['Welder', 'Pipe fitter', 'Plate worker'], ['Accountant', 'Payroll officer', 'Controller'], ['Data analyst', 'Data scientist', 'Analyst'], ['First mate', 'Deck officer', 'Bosun']];
    private const OTHER = ['Cook', 'Steward', 'Driver', 'Clerk', 'Warehouse hand'];
    private const FILLER = ['worked', 'with', 'the', 'crew', 'daily', 'reports', 'and', 'helped', 'others', 'during', 'refits', 'season', 'care', 'kept', 'records', 'night', 'shifts', 'team'];
    private const TOWNS = [['Bergen', 0], ['Os', 25], ['Voss', 75], ['Stord', 60], ['Haugesund', 110], ['Stavanger', 160], ['Oslo', 305], ['Gdańsk', 1000]];

    private \Random\Randomizer $random;

    /** @param float $care 1 when all tastes are much alike, higher when each recruiter cares for few things above all */
    public function __construct(int $seed, private readonly float $care = 3)
    {
        $this->random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
    }

    /** @return array{musts: list<string>, wishes: list<string>, title: string, years: int, tastes: list<float>, people: list<array{jobs: list<array{title: string, from: int, to: int|null, text: string}>, skills: list<string>, years: float|null, town: string, km: int, moves: bool|null, worth: int, kept: bool}>} jobs newest first, their months back from now, null: still; tastes of the eight skills, of years, nearness and steadiness */
    public function opening(int $people): array
    {
        $trade = $this->random->getInt(0, 4);
        $tastes = array_map(fn (int $i): float => ($i < 3 ? 2 : 1) * (-log(max(1e-9, $this->uniform()))) ** $this->care, range(0, 10));
        $sum = array_sum($tastes);
        $all = $worths = [];
        for ($i = 0; $i < $people; ++$i) {
            [$town, $km] = self::TOWNS[min(7, (int) (8 * $this->uniform() ** 1.5))];
            [$resume, $mastery, $career] = $this->life($trade);
            $traits = [...$mastery, $career, 1 - min(1, $km / 300), $resume['steady']];
            $worths[] = array_sum(array_map(static fn (float $t, float $x): float => $t * $x / $sum, $tastes, $traits));
            unset($resume['steady']);
            $all[] = $resume + ['town' => $town, 'km' => $km];
        }
        arsort($worths);
        $judged = [];
        foreach (array_keys($worths) as $rank => $i) {
            $worth = match (true) {
                $rank < .04 * $people => 3, $rank < .12 * $people => 2, $rank < .27 * $people => 1, default => 0,
            };
            $judged[$i] = $all[$i] + ['worth' => $worth, 'kept' => $worth >= 2 xor $this->uniform() < .1];
        }
        ksort($judged);
        $skills = self::SKILLS[$trade];

        return ['musts' => \array_slice($skills, 0, 3), 'wishes' => \array_slice($skills, 3, 4), 'title' => self::TITLES[$trade][0], 'years' => $this->random->getInt(3, 8), 'tastes' => array_values(array_map(static fn (float $t): float => $t / $sum, $tastes)), 'people' => array_values($judged)];
    }

    /** @return array{array{jobs: list<array{title: string, from: int, to: int|null, text: string}>, skills: list<string>, years: float|null, moves: bool|null, steady: float}, list<float>, float} the resume, mastery by skill, how long they have worked */
    private function life(int $trade): array
    {
        $craft = $this->uniform();
        $liking = array_map(fn (): float => $craft / 3 + 2 * $this->uniform() / 3, range(0, 7));
        $steady = $this->uniform();
        $worked = $this->uniform();
        $career = 24 + (int) (264 * $worked);
        $practice = array_fill(0, 8, 0.0);
        $jobs = [];
        $back = $months = 0;
        for (; $months < $career && \count($jobs) < 7; $back += $length + $this->random->getInt(0, 5), $months += $length) {
            $length = (int) max(6, min($career - $months, 8 + 100 * $this->uniform() * (.4 + $steady)));
            $own = $this->uniform() < .3 + .7 * $craft;
            $text = array_map(fn (): string => self::FILLER[$this->random->getInt(0, 17)], range(1, 14));
            foreach (self::SKILLS[$trade] as $k => $skill) {
                $does = $own && $this->uniform() < $liking[$k];
                $practice[$k] += $does ? $length / 12 * 2 ** (-$back / 96) : 0;
                if ($this->uniform() < ($does ? 5 / 6 : .05)) {
                    $text[] = $skill;
                }
            }
            $jobs[] = ['title' => $own ? self::TITLES[$trade][$this->uniform() < .3 + .6 * $craft ? 0 : $this->random->getInt(1, 2)] : self::OTHER[$this->random->getInt(0, 4)], 'from' => $back + $length, 'to' => 0 === $back ? null : $back, 'text' => implode(' ', $this->random->shuffleArray($text))];
        }
        $mastery = array_map(fn (float $years): float => .7 * (1 - exp(-$years / 3)) + .3 * $this->uniform(), $practice);
        $listed = array_values(array_filter(self::SKILLS[$trade], fn (string $skill, int $k): bool => $this->uniform() < .2 || $this->uniform() < $mastery[$k], \ARRAY_FILTER_USE_BOTH));

        return [['jobs' => $jobs, 'skills' => $listed, 'years' => $this->uniform() < .25 ? null : round($months / 12, 1), 'moves' => [true, false, null][$this->random->getInt(0, 2)], 'steady' => $steady], $mastery, $worked];
    }

    private function uniform(): float
    {
        return $this->random->getInt(0, 1 << 30) / (1 << 30);
    }
}
