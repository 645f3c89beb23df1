<?php

declare(strict_types=1);

namespace Jorvent\Demo;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Invented people with resumes, the same for the same seed and day. */
final class People
{
    private const FIRST = ['Linh', 'Rania', 'Per-Olav', 'Tomasz', 'Eilidh', 'Mateus', 'Desmond', 'Kaisa', 'Yusuf', 'Magda', 'Brendan', 'Ana', 'Jakub', 'Ragnhild', 'Oluwaseun', 'Henrik', 'Chiara', 'Samir', 'Freya', 'Ingrid', 'Lars', 'Solveig', 'Agnieszka', 'Piotr', 'Iain', 'Morag', 'Xoán', 'Uxía', 'Noor', 'Aoife', 'Callum', 'Zofia', 'Marek', 'Signe', 'Torstein', 'Beatriz', 'Iago', 'Priya', 'Kwame', 'Élise', 'Jean-Marc', 'Hanne', 'Øyvind', 'Åse', 'Łucja', 'Stanisław', 'Fiona', 'Hamish', 'Sabela', 'Bjørn'];
    private const LAST = ['Dao', 'Haddad', 'Tveitane', 'Wieliczko', 'Sutherland-Roy', 'Brandvold', 'Okafor-Pratt', 'Rautio', 'Demirbaş', 'Świętochowska', 'Achterberg', 'Pontes', 'Lis', 'Myhre', 'Adebayo', 'Stavdal', 'Bonfatti', 'Benhaddou', 'Isbister', 'Aune', 'Kvamme', 'Norheim', 'Zaremba', 'Kowalczyk', 'Leask', 'Farquhar', 'Figueiras', 'Teixeira', 'Rahmani', 'MacRannal', "O'Neill", 'Wrona', 'Lindqvist', 'Ystgaard', 'Carballo', 'Souto', 'Raman', 'Mensah', 'Gauthier', 'Bélanger', 'Nordahl', 'Sæther', 'Gąsior', 'Żak', 'Drummond', 'Moffat', 'Outeiro', 'Hauge', 'Skjelbred', 'Tuomi'];

    private readonly Randomizer $random;

    public function __construct(int $seed, private readonly \DateTimeImmutable $today)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    /**
     * @return \Generator<int, array{name: string, email: string, phone: string, headline: string, city: string, country: string, years: float, would_move: bool|null, text: string, jobs: list<array{title: string, employer: string, from: string, to: string, lines: list<string>}>, active_on: string, trade: string}>
     */
    public function many(int $count, ?string $trade = null, ?string $city = null): \Generator
    {
        for ($i = 0; $i < $count; ++$i) {
            yield $i => $this->one($i, $trade, $city);
        }
    }

    /** @return array{name: string, email: string, phone: string, headline: string, city: string, country: string, years: float, would_move: bool|null, text: string, jobs: list<array{title: string, employer: string, from: string, to: string, lines: list<string>}>, active_on: string, trade: string} */
    public function one(int $i, ?string $trade = null, ?string $wantedCity = null): array
    {
        $trade ??= $this->pick(array_keys(Trades::ALL));
        $of = Trades::ALL[$trade];
        [$city, $country] = $this->pick(null === $wantedCity ? Trades::CITIES : array_values(array_filter(Trades::CITIES, static fn (array $c): bool => $c[0] === $wantedCity)));
        $name = $this->pick(self::FIRST).' '.$this->pick(self::LAST);
        $months = $this->random->getInt(8, 260);
        [$jobs, $title] = $this->jobs($of, $months);
        $skills = $this->some($of['skills'], $this->random->getInt(4, min(8, \count($of['skills']))));
        $papers = $this->some($of['papers'], $this->random->getInt(1, \count($of['papers'])));
        $email = trim((string) preg_replace('/[^a-z]+/', '.', (string) transliterator_transliterate('Any-Latin; Latin-ASCII; Lower()', $name)), '.').'.'.$this->random->getInt(10, 99).$i.'@post.example';
        $phone = Trades::PREFIX[$country].str_pad((string) $this->random->getInt(0, 9999), 4, '0', \STR_PAD_LEFT);
        $headline = $title.', '.$jobs[0]['employer'];

        return [
            'name' => $name, 'email' => $email, 'phone' => $phone, 'headline' => $headline, 'city' => $city, 'country' => $country, 'years' => round($months / 12, 1),
            'would_move' => $this->pick([true, false, null, true]), 'text' => $this->text($name, $email, $phone, $city, $headline, $jobs, $skills, $papers),
            'jobs' => $jobs, 'active_on' => $this->today->modify('-'.$this->random->getInt(0, 500).' days')->format('Y-m-d'), 'trade' => $trade,
        ];
    }

    /**
     * @param array{titles: list<string>, skills: list<string>, lines: list<string>, papers: list<string>} $of
     *
     * @return array{list<array{title: string, employer: string, from: string, to: string, lines: list<string>}>, string}
     */
    private function jobs(array $of, int $months): array
    {
        $count = max(1, min(4, intdiv($months, 40)));
        $rank = min(\count($of['titles']) - 1, intdiv($months, 50));
        $end = $this->today;
        $jobs = [];
        for ($j = 0; $j < $count; ++$j) {
            $start = $end->modify('-'.max(4, intdiv($months, $count)).' months');
            $jobs[] = ['title' => $of['titles'][max(0, $rank - $j)], 'employer' => $this->pick(Trades::EMPLOYERS), 'from' => $start->format('M Y'), 'to' => 0 === $j ? 'now' : $end->format('M Y'), 'lines' => $this->some($of['lines'], $this->random->getInt(2, 3))];
            $end = $start;
        }

        return [$jobs, $jobs[0]['title']];
    }

    /**
     * @param list<array{title: string, employer: string, from: string, to: string, lines: list<string>}> $jobs
     * @param list<string>                                                                                $skills
     * @param list<string>                                                                                $papers
     */
    private function text(string $name, string $email, string $phone, string $city, string $headline, array $jobs, array $skills, array $papers): string
    {
        $text = "$name\n$headline\n$city · $email · $phone\n\nWORK\n";
        foreach ($jobs as $job) {
            $text .= "\n{$job['title']}, {$job['employer']}\n{$job['from']} – {$job['to']}\n".implode(' ', $job['lines'])."\n";
        }

        return $text."\nSKILLS\n".implode(', ', $skills)."\n\nCERTIFICATES\n".implode("\n", $papers)."\n";
    }

    /**
     * @template T
     *
     * @param non-empty-list<T>|list<T> $from
     *
     * @return T
     */
    private function pick(array $from): mixed
    {
        return $from[$this->random->getInt(0, \count($from) - 1)];
    }

    /**
     * @param list<string> $from
     *
     * @return list<string>
     */
    private function some(array $from, int $count): array
    {
        return [] === $from ? [] : array_values(array_map(static fn (int|string $k): string => $from[$k], $this->random->pickArrayKeys($from, max(1, min($count, \count($from))))));
    }
}
