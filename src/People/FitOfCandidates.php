<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Core\Query\Any;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Row;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Search\Coverage;
use Jorvent\Core\Search\Fit;
use Jorvent\Core\Search\Index\Compile;
use Jorvent\Core\Search\Index\Leaf;
use Jorvent\Core\Search\Person;
use Jorvent\Core\Search\Wanted;
use Jorvent\People\Store\Sets;
use Jorvent\Platform\Database\Db;

/** Fit of many people at once to one brief: who says what comes from the sets that searches use, so that no resume is opened. Held equal to Fit::of() on the resumes by a test. */
final readonly class FitOfCandidates
{
    public function __construct(private Db $db, private Sets $sets)
    {
    }

    /**
     * @param list<int> $ids
     *
     * @return array<int, Fit> by candidate id, in no order
     */
    public function __invoke(Wanted $wanted, array $ids): array
    {
        $fits = [];
        if ([] === $ids) {
            return $fits;
        }
        [$coverage, $everyone] = $this->coverage(array_values(array_unique([...$wanted->musts, ...$wanted->wishes])));
        // an applicant who stands apart is found by no search, yet has a fit
        $apart = array_values(array_filter($ids, static fn (int $id): bool => !gmp_testbit($everyone, $id)));
        $fits = $this->each($wanted, $apart);
        foreach ($this->db->rows('SELECT id, years, city, would_move FROM candidate WHERE id = ANY (CAST(:ids AS int[]))', ['ids' => '{'.implode(',', array_diff($ids, $apart)).'}']) as $row) {
            $id = $row->int('id');
            $fits[$id] = Fit::by($wanted, static fn (string $skill): Coverage => $coverage($skill, $id), $row->floatOrNull('years'), $row->strOrNull('city'), null === $row['would_move'] ? null : $row->bool('would_move'));
        }

        return $fits;
    }

    /**
     * From the resumes themselves.
     *
     * @param list<int> $ids
     *
     * @return array<int, Fit>
     */
    private function each(Wanted $wanted, array $ids): array
    {
        $fits = [];
        foreach ([] === $ids ? [] : $this->db->rows('SELECT c.id, c.headline, c.years, c.city, c.would_move, r.text FROM candidate c LEFT JOIN LATERAL (SELECT text FROM resume WHERE candidate_id = c.id ORDER BY created_at DESC, id DESC LIMIT 1) r ON true WHERE c.id IN (:ids)', ['ids' => $ids]) as $row) {
            $text = $row->strOrNull('text');
            $fits[$row->int('id')] = Fit::of($wanted, new Person(null === $text ? null : Document::of($row->str('headline'), $text), $row->floatOrNull('years'), $row->strOrNull('city'), null === $row['would_move'] ? null : $row->bool('would_move')));
        }

        return $fits;
    }

    /**
     * @param list<string> $skills
     *
     * @return array{\Closure(string, int): Coverage, \GMP} how someone in the sets answers a skill, and who is in them
     */
    private function coverage(array $skills): array
    {
        $tokeniser = new Tokeniser();
        $expressions = [new Leaf('resume'), new Leaf('all')];
        $words = [];
        foreach ($skills as $skill) {
            $row = $tokeniser->row($skill);
            $words[$skill] = [];
            if ([] === $row) {
                continue;
            }
            $at = \count($expressions);
            $expressions[] = Compile::node(new Row($row));
            foreach ($tokeniser->words($skill) as [$word]) {
                $words[$skill][] = \count($expressions);
                $expressions[] = Compile::node(new Any(array_map(static fn (array $terms): Row => new Row($terms), $tokeniser->alternatives($word)), $word));
            }
            array_unshift($words[$skill], $at);
        }
        $sets = $this->sets->of($expressions);

        $by = static function (string $skill, int $id) use ($sets, $words): Coverage {
            if ([] === $words[$skill] || !gmp_testbit($sets[0], $id)) {
                return Coverage::NotStated;
            }
            $found = 0;
            $of = \count($words[$skill]) - 1;
            for ($i = 1; $i <= $of; ++$i) {
                $found += gmp_testbit($sets[$words[$skill][$i]], $id) ? 1 : 0;
            }

            return match (true) {
                gmp_testbit($sets[$words[$skill][0]], $id) || (1 === $of && 1 === $found) => Coverage::Covered,
                $found > 0 && 2 * $found >= $of => Coverage::Partly,
                default => Coverage::Missing,
            };
        };

        return [$by, $sets[1]];
    }
}
