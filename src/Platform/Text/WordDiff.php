<?php

declare(strict_types=1);

namespace Jorvent\Platform\Text;

use SebastianBergmann\Diff\Differ;
use SebastianBergmann\Diff\Output\UnifiedDiffOutputBuilder;
use Twig\Attribute\AsTwigFilter;

/** What changed between two texts, word by word. */
final readonly class WordDiff
{
    private const MOST = 4000;

    /** HTML with <del> and <ins>; everything else escaped. */
    #[AsTwigFilter('word_diff', isSafe: ['html'])]
    public function html(string $after, string $before): string
    {
        $html = '';
        foreach ($this->parts($before, $after) as [$kind, $text]) {
            $safe = nl2br(htmlspecialchars($text), false);
            $html .= match ($kind) {
                '-' => '<del>'.$safe.'</del>', '+' => '<ins>'.$safe.'</ins>', default => $safe,
            };
        }

        return $html;
    }

    /** @return list<array{'='|'-'|'+', string}> neighbours of one kind joined; texts beyond a limit as a whole */
    public function parts(string $before, string $after): array
    {
        [$a, $b] = [self::words($before), self::words($after)];
        if (\count($a) > self::MOST || \count($b) > self::MOST) {
            return $before === $after ? [['=', $after]] : [['-', $before], ['+', $after]];
        }
        $parts = [];
        foreach ((new Differ(new UnifiedDiffOutputBuilder()))->diffToArray($a, $b) as $entry) {
            if (!\is_array($entry) || !\is_string($entry[0] ?? null)) {
                continue;
            }
            $kind = match ($entry[1] ?? null) {
                Differ::ADDED => '+', Differ::REMOVED => '-', default => '=',
            };
            $last = array_pop($parts);
            if (null !== $last && $last[0] === $kind) {
                $parts[] = [$kind, $last[1].$entry[0]];
            } else {
                if (null !== $last) {
                    $parts[] = $last;
                }
                $parts[] = [$kind, $entry[0]];
            }
        }

        return $parts;
    }

    /** @return list<string> words with the blanks that follow them */
    private static function words(string $text): array
    {
        preg_match_all('/\s*\S+|\s+$/u', $text, $m);

        return $m[0];
    }
}
