<?php

declare(strict_types=1);

namespace Jorvent\Core\Writing;

/**
 * Reads a description as those read it whom it should reach. Word lists after Gaucher, Friesen and Kay (2011), "Evidence that gendered wording in job advertisements exists and sustains gender inequality",
 * and common exclusionary and empty phrases of adverts. Findings are hints; nothing is changed by itself.
 */
final class Checker
{
    public const MOST_MUSTS = 6;
    /** LIX (Björnsson 1968) above which a text is hard to read: newspapers lie around 45. */
    public const HARD_LIX = 50;
    private const FEWEST_WORDS_FOR_EASE = 40;
    /** Parts a reader looks for, with the words by which a heading or the text shows them. */
    private const PARTS = ['tasks' => ['do', 'tasks', 'role', 'work', 'job'], 'needs' => ['bring', 'need', 'require', 'who you are', 'looking for', 'experience'], 'gets' => ['get', 'offer', 'benefit', 'pension', 'pay']];
    /** stem => what to write instead, null when it depends; a stem that ends in $ is a whole word */
    private const MASCULINE = ['aggressiv' => 'determined', 'ambitio' => null, 'assertiv' => 'clear', 'competitiv' => null, 'dominan' => 'leading', 'fearless' => 'calm', 'ninja' => 'specialist', 'rockstar' => 'specialist', 'guru' => 'specialist', 'hero$' => null, 'heroes$' => null, 'hunter' => null, 'warrior' => null, 'superior' => null, 'foreman' => 'crew leader', 'chairman' => 'chair', 'manpower' => 'staff', 'salesman' => 'salesperson', 'seaman' => null];
    private const FEMININE = ['nurtur' => 'developing', 'bubbly' => null, 'sweet' => null, 'girl$' => null, 'girls$' => null, 'ladies' => null, 'submissiv' => null];
    private const EXCLUDING = [
        'young' => ['age', null], 'youthful' => ['age', null], 'recent graduate' => ['age', 'someone at the start of this work'], 'digital native' => ['age', 'at home with digital tools'], 'mature' => ['age', null], 'energetic' => ['age', null], 'native speaker' => ['origin', 'fluent'], 'native english' => ['origin', 'fluent English'], 'mother tongue' => ['origin', 'fluent'],
        'able-bodied' => ['ability', null], 'physically fit' => ['ability', 'able to do the work described'], 'clean-shaven' => ['looks', null], 'no criminal record' => ['record', null], 'he will' => ['sex', 'you will'], 'his team' => ['sex', 'your team'], 'he/she' => ['sex', 'they'], 'own car' => ['means', 'a way to get there'], 'flexible around the clock' => ['care', null], 'no family' => ['care', null],
    ];
    private const EMPTY_WORDS = ['dynamic' => null, 'fast-paced' => null, 'competitive pay' => 'the pay itself', 'competitive salary' => 'the pay itself', 'attractive salary' => 'the pay itself', 'market rate' => 'the pay itself', 'team player' => 'with whom they work', 'self-starter' => null, 'think outside the box' => null, 'passionate' => null, 'synergy' => null, 'world-class' => null, 'best in class' => null, 'work hard, play hard' => null, 'hit the ground running' => null, 'wear many hats' => null, 'go-getter' => null, 'like a family' => null];
    private const CURRENT_PAY = ['current salary', 'current pay', 'salary history', 'pay history', 'present salary', 'last salary'];

    /** @return list<Passage> in the order of the text; what concerns the whole has position 0 and no text */
    public function check(Draft $draft): array
    {
        $found = [...$this->wording($draft), ...$this->whole($draft)];
        usort($found, static fn (Passage $a, Passage $b): int => [$a->at, $a->kind] <=> [$b->at, $b->kind]);

        return $found;
    }

    /** Words as boards count them. */
    public static function words(string $text): int
    {
        return (int) preg_match_all('/[\p{L}\p{N}][\p{L}\p{N}\'’\-]*/u', $text);
    }

    /** LIX: words a sentence plus per cent of words longer than six letters; for English, Norwegian and Polish alike. Null below 40 words. */
    public static function lix(string $text): ?int
    {
        $words = self::words($text);
        if ($words < self::FEWEST_WORDS_FOR_EASE) {
            return null;
        }
        $long = (int) preg_match_all('/[\p{L}]{7,}/u', $text);
        $sentences = max(1, (int) preg_match_all('/[.!?:](?:\s|$)|\n+/u', trim($text)."\n"));

        return (int) round($words / $sentences + 100 * $long / $words);
    }

    /** @return list<Passage> */
    private function wording(Draft $draft): array
    {
        $found = [];
        foreach (['gendered_male' => self::MASCULINE, 'gendered_female' => self::FEMININE] as $kind => $stems) {
            foreach ($stems as $stem => $instead) {
                $found = [...$found, ...$this->find($draft->text, '\b'.preg_quote(rtrim($stem, '$'), '/').(str_ends_with($stem, '$') ? '\b' : '\p{L}*'), $kind, $instead)];
            }
        }
        foreach (self::EXCLUDING as $phrase => [$ground, $instead]) {
            $found = [...$found, ...$this->find($draft->text, '\b'.preg_quote($phrase, '/').'\b', 'excluding', $instead, ['ground' => $ground])];
        }
        foreach (self::EMPTY_WORDS as $phrase => $instead) {
            $found = [...$found, ...$this->find($draft->text, '\b'.preg_quote($phrase, '/').'\b', 'empty', $instead)];
        }
        foreach (\in_array($draft->country, $draft->noCurrentPay, true) ? self::CURRENT_PAY : [] as $phrase) {
            $found = [...$found, ...$this->find($draft->text, '\b'.preg_quote($phrase, '/').'\b', 'current_pay', 'expected pay', ['country' => $draft->country])];
        }

        return $found;
    }

    /** @return list<Passage> */
    private function whole(Draft $draft): array
    {
        $found = [];
        $words = self::words($draft->text);
        foreach ($draft->boards as $board => [$fewest, $most]) {
            if (null !== $fewest && $words < $fewest) {
                $found[] = new Passage('too_short', 0, '', null, ['board' => $board, 'words' => $words, 'limit' => $fewest, 'by' => $fewest - $words]);
            } elseif (null !== $most && $words > $most) {
                $found[] = new Passage('too_long', 0, '', null, ['board' => $board, 'words' => $words, 'limit' => $most, 'by' => $words - $most]);
            }
        }
        $said = mb_strtolower([] === $draft->headings ? $draft->text : implode("\n", $draft->headings));
        foreach ($words > 0 ? self::PARTS : [] as $part => $signs) {
            if ([] === array_filter($signs, static fn (string $s): bool => 1 === preg_match('/\b'.preg_quote($s, '/').'/u', $said))) {
                $found[] = new Passage('part_missing', 0, '', null, ['part' => $part]);
            }
        }
        $lix = self::lix($draft->text);
        if (null !== $lix && $lix > self::HARD_LIX) {
            $found[] = new Passage('hard', 0, '', null, ['lix' => $lix, 'limit' => self::HARD_LIX]);
        }
        if (\count($draft->musts) > self::MOST_MUSTS) {
            $found[] = new Passage('many_musts', 0, '', null, ['count' => \count($draft->musts), 'limit' => self::MOST_MUSTS]);
        }
        foreach (['pay_not_stated' => $draft->payStated, 'place_not_stated' => $draft->placeStated] as $kind => $stated) {
            if (!$stated) {
                $found[] = new Passage($kind, 0, '');
            }
        }

        return $found;
    }

    /**
     * @param array<string, scalar> $data
     *
     * @return list<Passage>
     */
    private function find(string $text, string $pattern, string $kind, ?string $instead, array $data = []): array
    {
        $found = [];
        preg_match_all('/'.$pattern.'/iu', $text, $m, \PREG_OFFSET_CAPTURE);
        foreach ($m[0] as [$hit, $byte]) {
            $found[] = new Passage($kind, mb_strlen(substr($text, 0, $byte)), $hit, $instead, $data);
        }

        return $found;
    }
}
