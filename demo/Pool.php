<?php

declare(strict_types=1);

namespace Jorvent\Demo;

use Jorvent\Core\Query\Document;
use Jorvent\Core\Search\Licence;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Stint;
use Jorvent\Core\Search\Study;

/**
 * A great many people to measure searching with: the same person for the same number, skewed as the real world is (few words, titles, employers, skills and towns are common, most are rare).
 * Some 130 different words and 1.4 kB of text each, five jobs, a hundred and fifty titles, three thousand employers.
 */
final class Pool
{
    private const SLOTS = 65_536;
    private const SYLLABLES = ['ka', 'lo', 'ri', 'ven', 'stra', 'mo', 'pel', 'tun', 'das', 'ne', 'gor', 'vik', 'sal', 'hu', 'bre', 'ton', 'mar', 'id', 'fos', 'lun', 'ak', 'ter', 'oli', 'sund', 'ham', 'wyd', 'zel', 'qua', 'nor', 'ple'];
    private const KINDS = ['Verft', 'Ferger', 'Repair', 'Stocznia', 'Lines', 'Systems', 'Hotel', 'Harbour', 'Shipping', 'Mekaniske', 'Data', 'Bygg'];
    private const RANKS = ['', '', '', 'Senior ', 'Lead ', 'Assistant ', 'Deputy '];

    /** @var list<string> */
    private array $words = [];
    /** @var list<string> */
    private array $titles = [];
    /** @var list<string> */
    private array $employers = [];
    /** @var list<string> */
    private array $skills = [];
    /** @var list<string> */
    private array $lines = [];
    /** @var list<string> */
    private array $papers = [];
    /** @var array<string, list<string>> each as often as it is common */
    private array $zipf = [];
    /** @var list<int> of towns, the same */
    private array $places;

    /** @param list<array{string, string}> $towns name and country, the most common first */
    public function __construct(private readonly array $towns, private readonly \DateTimeImmutable $day)
    {
        mt_srand(11);
        for ($i = 0; $i < 20_000; ++$i) {
            $this->words[] = implode('', array_map(static fn (): string => self::SYLLABLES[mt_rand(0, \count(self::SYLLABLES) - 1)], range(1, mt_rand(1, 4)))).($i % 7 > 4 ? 's' : '');
        }
        foreach (Trades::ALL as $trade) {
            array_push($this->skills, ...$trade['skills']);
            array_push($this->lines, ...$trade['lines']);
            array_push($this->papers, ...$trade['papers']);
            foreach ($trade['titles'] as $title) {
                foreach (array_unique(self::RANKS) as $rank) {
                    $this->titles[] = $rank.('' === $rank ? $title : lcfirst($title));
                }
            }
        }
        mt_srand(12);
        shuffle($this->titles);
        $this->titles = \array_slice($this->titles, 0, 150);
        for ($i = 0; $i < 3_000; ++$i) {
            $this->employers[] = ucfirst($this->words[3 * $i + 100]).' '.self::KINDS[$i % \count(self::KINDS)];
        }
        for ($i = \count($this->skills); $i < 626; ++$i) {
            $this->skills[] = $this->words[5 * $i].(0 === $i % 3 ? ' '.$this->words[7 * $i] : '');
        }
        foreach (['words' => [$this->words, 1.0], 'titles' => [$this->titles, .9], 'employers' => [$this->employers, .8], 'skills' => [$this->skills, .9], 'lines' => [$this->lines, .5], 'papers' => [$this->papers, .6]] as $name => [$values, $power]) {
            $this->zipf[$name] = array_map(static fn (int $i): string => $values[$i], self::slots(\count($values), $power));
        }
        $this->places = self::slots(\count($towns), 1.0);
    }

    /** @return array{candidate: array<string, string|null>, resume: array{text: string, reading: string}, profile: \Closure(): Profile} a profile tells the words of the text apart, which is part of indexing */
    public function person(int $id): array
    {
        mt_srand($id * 2_654_435_761 % 4_294_967_291);
        $now = 12 * (int) $this->day->format('Y') + (int) $this->day->format('n') - 1;
        $at = $now - mt_rand(0, 5);
        $stints = $lines = [];
        $ongoing = mt_rand(0, 9) < 7;
        for ($i = 0, $n = 1 + mt_rand(0, 4) + mt_rand(0, 4); $i < $n; ++$i) {
            $months = 4 + (int) (-30 * log(max(1e-6, mt_rand() / mt_getrandmax())));
            $from = $at - min(240, $months);
            [$title, $employer, $to] = [$this->some('titles'), $this->some('employers'), $at];
            $at = $from - mt_rand(0, 6);
            $told = [$this->some('lines')];
            for ($w = mt_rand(3, 5); $w > 0; --$w) {
                $said = $this->some('words');
                for ($more = mt_rand(4, 8); $more > 0; --$more) {
                    $said .= ' '.$this->some('words');
                }
                $told[] = ucfirst($said).'.';
            }
            $stints[] = new Stint($title, $employer, $from, 0 === $i && $ongoing ? null : $to, 0 === $i && $ongoing, implode(' ', $told));
            $lines[] = $title.', '.$employer.' '.intdiv($from, 12)."\n".implode(' ', $told);
        }
        $skills = array_values(array_unique(array_map(fn (): string => $this->some('skills'), range(1, mt_rand(3, 9)))));
        [$town, $country] = $this->towns[$this->places[mt_rand(0, self::SLOTS - 1)]];
        $study = new Study(ucfirst($this->words[mt_rand(0, 300)]).' '.(0 === mt_rand(0, 1) ? 'College' : 'University'), $this->some('skills'), ['upper_secondary', 'vocational', 'vocational', 'bachelor', 'bachelor', 'master', 'doctorate'][mt_rand(0, 6)], 0 === mt_rand(0, 4) ? 'part' : 'full', intdiv($at, 12) - mt_rand(0, 2));
        $papers = array_map(fn (): Licence => new Licence($this->some('papers'), 0 === mt_rand(0, 2) ? null : $this->ago(mt_rand(-1500, 700))), range(1, mt_rand(1, 3)));
        $languages = ['en' => mt_rand(2, 6)] + (0 === mt_rand(0, 2) ? [] : [['nb', 'pl', 'de', 'es'][mt_rand(0, 3)] => mt_rand(1, 6)]);
        $years = round(($now - $at) / 12 * .9, 1);
        $currency = ['NO' => 'NOK', 'GB' => 'GBP', 'PL' => 'PLN', 'CA' => 'CAD'][$country] ?? 'EUR';
        $expects = mt_rand(0, 9) < 6 ? (int) (1000 * round((36 + 2 * min(20, $years) + mt_rand(0, 24)) * ['NOK' => 11.6, 'GBP' => .85, 'PLN' => 4.3, 'CAD' => 1.5, 'EUR' => 1.0][$currency])) : null;
        $active = $this->ago(intdiv(mt_rand(0, 1500) * mt_rand(0, 1000), 1000));
        $moves = [true, false, null][mt_rand(0, 2)];
        $text = $stints[0]->title.', '.$town."\n\n".implode("\n\n", $lines)."\n\nSkills: ".implode(', ', $skills)."\n".$study->school.', '.$study->field.' '.$study->ended."\n".implode(', ', array_map(static fn (Licence $l): string => $l->name, $papers));
        $headline = $stints[0]->title.', '.$stints[0]->employer;
        $notice = 0 === mt_rand(0, 2) ? null : 30 * mt_rand(0, 6);
        $asked = max(0, mt_rand(-6, 3));
        $answered = mt_rand(0, $asked);
        $considers = 0 === mt_rand(0, 5) ? $active : null;
        $profile = static fn (): Profile => new Profile(
            Document::build(['' => [$headline, $text], 'title' => array_map(static fn (Stint $s): string => $s->title, $stints), 'employer' => array_map(static fn (Stint $s): string => $s->employer, $stints), 'skill' => $skills, 'school' => [$study->school], 'place' => [$town]]),
            $years, $stints, [$study], $papers, $languages, $town, $country, $moves, null, $expects, null === $expects ? '' : $currency, $notice, null, [$country], $active, $considers, $asked, $answered, said: [$headline, ...$skills, $study->field, ...array_map(static fn (Licence $l): string => $l->name, $papers)],
        );
        $reading = ['spells' => array_map(static fn (Stint $s): array => ['title' => $s->title, 'employer' => $s->employer, 'place' => '', 'from' => self::month($s->from), 'to' => self::month($s->to), 'ongoing' => $s->ongoing, 'text' => '', 'sure' => 'sure'], $stints), 'skills' => array_fill_keys($skills, ['months' => 12 * mt_rand(0, 8), 'last' => null, 'sure' => 'sure'])];

        return [
            'candidate' => ['name' => ucfirst($this->words[mt_rand(0, 4000)]).' '.ucfirst($this->words[mt_rand(4000, 19_999)]), 'city' => $town, 'country' => $country, 'headline' => $headline, 'years' => (string) $years, 'would_move' => null === $moves ? null : ($moves ? 't' : 'f'), 'source' => 'dropped', 'active_on' => $active->format('Y-m-d'), 'created_at' => $active->format('Y-m-d').' 08:00:00+00', 'pay_expected' => null === $expects ? null : $expects.'00', 'pay_currency' => null === $expects ? null : $currency, 'notice_days' => null === $notice ? null : (string) $notice, 'permits' => '{'.$country.'}', 'considers_on' => $considers?->format('Y-m-d'), 'asked' => (string) $asked, 'answered' => (string) $answered],
            'resume' => ['text' => $text, 'reading' => json_encode($reading, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)], 'profile' => $profile,
        ];
    }

    /** @return list<string> what they say, to ask for, the most common first */
    public function values(string $of): array
    {
        return match ($of) {
            'words' => $this->words, 'titles' => $this->titles, 'employers' => $this->employers, 'skills' => $this->skills, default => array_column($this->towns, 0),
        };
    }

    private function ago(int $days): \DateTimeImmutable
    {
        $span = new \DateInterval('P'.abs($days).'D');

        return $days >= 0 ? $this->day->sub($span) : $this->day->add($span);
    }

    private function some(string $of): string
    {
        return $this->zipf[$of][mt_rand(0, self::SLOTS - 1)];
    }

    /** @return list<int> */
    private static function slots(int $n, float $power): array
    {
        $weights = array_map(static fn (int $i): float => 1 / ($i + 1) ** $power, range(0, $n - 1));
        $sum = array_sum($weights);
        $slots = [];
        $reached = 0.0;
        foreach ($weights as $i => $weight) {
            $reached += $weight;
            while (\count($slots) < self::SLOTS * $reached / $sum) {
                $slots[] = $i;
            }
        }

        return \array_slice(array_pad($slots, self::SLOTS, $n - 1), 0, self::SLOTS);
    }

    private static function month(?int $month): ?string
    {
        return null === $month ? null : \sprintf('%04d-%02d', intdiv($month, 12), $month % 12 + 1);
    }
}
