<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Read\DeclaredQuery;
use Jorvent\Core\Careers\Declared;
use Jorvent\Core\Reporting\Ecological;

/**
 * Whether fit ranks those up or down who declared something: told from counts alone, for nobody's declaration is tied
 * to them. In each department and quarter that is over the share of an answer is held against the mean fit of those
 * who applied. (Places within an opening would not do: their mean is the same in each.).
 */
final readonly class FitByDeclared
{
    private const QUARTERS = 12;

    public function __construct(private DeclaredQuery $query, private Declarations $declarations)
    {
    }

    /** @return array<string, array<string, Ecological|null>> by question and answer; null where it can not be told */
    public function of(): array
    {
        $fits = $this->query->fits(self::QUARTERS);
        $counts = $this->query->cells(self::QUARTERS);
        $smallest = $this->declarations->settings()->smallest();
        $found = [];
        foreach (array_intersect_key(Declared::QUESTIONS, $counts) as $question => $answers) {
            foreach ($answers as $answer) {
                $found[$question][$answer] = Ecological::of(self::cells($counts[$question], $answer, $fits, $smallest));
            }
        }

        return $found;
    }

    /**
     * @param array<int, array<string, array<string, int>>>  $counts by unit, quarter and answer
     * @param array<int, array<string, array{float, int}>>   $fits   mean and people, by unit and quarter
     *
     * @return list<array{share: float, outcome: float, people: int}> of departments and quarters that are large enough
     */
    private static function cells(array $counts, string $answer, array $fits, int $smallest): array
    {
        $cells = [];
        foreach ($counts as $unit => $quarters) {
            foreach ($quarters as $quarter => $given) {
                $all = array_sum($given);
                $fit = $fits[$unit][$quarter] ?? null;
                if (null !== $fit && $all >= $smallest) {
                    $cells[] = ['share' => ($given[$answer] ?? 0) / $all, 'outcome' => $fit[0], 'people' => $fit[1]];
                }
            }
        }

        return $cells;
    }
}
