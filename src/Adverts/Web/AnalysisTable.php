<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Adverts\Analysed;
use Jorvent\Adverts\Analysis;
use Jorvent\Adverts\AnalysisBy;
use Jorvent\Adverts\AnalysisLine;

/** The analysis of adverts as a file. */
final class AnalysisTable
{
    /** @return list<string> */
    public function head(AnalysisBy $by): array
    {
        $per = array_map(static fn (string $step): string => 'eur_per_'.$step, Analysis::STEPS);

        return [
            $by->value, 'adverts', ...Analysis::STEPS, 'cost_eur', ...$per, 'eur_per_qualified_low',
            'eur_per_qualified_high',
        ];
    }

    /** @return list<list<string|int|float|null>> */
    public function rows(Analysed $found): array
    {
        return array_map(self::row(...), $found->lines);
    }

    /** @return list<string|int|float|null> */
    private static function row(AnalysisLine $line): array
    {
        $range = $line->perQualified();
        $counts = array_map(static fn (string $step): ?float => self::rounded($line->counts[$step]), Analysis::STEPS);
        $per = array_map(static fn (string $step): ?float => self::rounded($line->per($step)), Analysis::STEPS);

        return [
            $line->label, $line->adverts, ...$counts, self::rounded($line->cost), ...$per,
            self::rounded($range['low'] ?? null), self::rounded($range['high'] ?? null),
        ];
    }

    private static function rounded(?float $figure): ?float
    {
        return null === $figure ? null : round($figure, 2);
    }
}
