<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

use Jorvent\Core\Query\Tokeniser;

/**
 * What a brief asks for, as a search to begin with: its first two musts, one of the rest of them and of its wishes, the years it asks for and the neighbourhood of its place, both also for those who do not tell. Example: musts PLC, "shore power"
 * and drives, wishes SCADA, from 4 years, in Bergen: PLC AND "shore power" AND (drives OR SCADA), 4 years or not told, 75 km around Bergen or would move or not told.
 */
final class FirstSearch
{
    private const EACH = 2;
    private const ONE_OF = 8;
    public const KM = 75;

    /**
     * @param list<string> $musts
     * @param list<string> $wishes
     * @param int|null     $years at the least
     * @param string|null  $town  where the work is; null when it does not matter
     */
    public static function of(array $musts, array $wishes, ?int $years, ?string $town): Search
    {
        $said = static fn (array $texts): array => array_values(array_unique(array_filter(array_map(self::said(...), array_filter($texts, is_string(...))), static fn (string $s): bool => '' !== $s)));
        $all = $said(\array_slice($musts, 0, self::EACH));
        $rest = array_values(array_diff($said([...\array_slice($musts, self::EACH), ...$wishes]), $all));
        // one alone would be a must, which a wish is not
        if (\count($rest) > 1) {
            $all[] = '('.implode(' OR ', \array_slice($rest, 0, self::ONE_OF)).')';
        } elseif (\count($musts) > self::EACH) {
            array_push($all, ...$rest);
        }

        return new Search(implode(' AND ', $all), [
            ...null === $years || $years < 1 ? [] : [new Criterion(Kind::Years, from: $years, unstated: true)],
            ...null === $town || '' === $town ? [] : [new Criterion(Kind::Place, [$town], km: self::KM, moves: true, unstated: true)],
        ]);
    }

    /** As the query line has it: in quotation marks unless it is one plain word. */
    private static function said(string $text): string
    {
        $text = trim((string) preg_replace('/[\s"“”„]+/u', ' ', $text));
        if ([] === (new Tokeniser())->row($text)) {
            return '';
        }

        return 1 === preg_match('/^[\p{L}\p{N}][^\s()*:"]*$/u', $text) && !\in_array($text, ['AND', 'OR', 'NOT'], true) ? $text : '"'.$text.'"';
    }
}
