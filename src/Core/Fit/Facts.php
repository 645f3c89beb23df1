<?php

declare(strict_types=1);

namespace Jorvent\Core\Fit;

use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Resume\Kinds;
use Jorvent\Core\Search\Index\Numbers;
use Jorvent\Core\Search\Profile;

/**
 * All that fit looks at of a person, packed so that thousands are measured at once: never a name, a photo, sex, age, origin, a school, a year of graduation or a street, for they are not in it.
 *
 *  | bytes | what
 *  |-------|----------------------------------------------------------------------------------------------
 *  | 2     | years of work in tenths
 *  | 3, 1  | town; flags: bits 0-1 would move (1 no, 2 yes), 2-3 remote, 4 there is a resume
 *  | 4     | euro of a year asked for
 *  | 2, 2  | days of notice; first free day, counted from 1970
 *  | 1, 1  | number of jobs; version of this table
 *  | 8 a job | first month, last month (ONGOING), words in its title, kind of work, words in all; newest first
 *  | 3 a word | of each job, those of its title first; then what is told outside of jobs
 *
 * A word is three bytes of its hash: two words of one hash count as one, which happens to one pair in sixteen million. Numbers are little-endian, UNKNOWN where nothing is told.
 */
final class Facts
{
    public const HEAD = 16;
    public const JOB = 8;
    public const UNKNOWN = 0xFFFF;
    public const ONGOING = 0xFFFE;
    public const NO_EURO = 0xFFFFFFFF;
    private const VERSION = 1;
    private const WHOLE = 80;

    public static function of(Profile $person): string
    {
        $tokeniser = new Tokeniser();
        $works = array_flip(array_keys(Kinds::WORK));
        $jobs = $words = '';
        foreach ($person->stints as $stint) {
            $title = self::words($tokeniser, $stint->title);
            $more = self::words($tokeniser, $stint->text, $title);
            $jobs .= pack('vvCCv', $stint->from ?? self::UNKNOWN, $stint->ongoing ? self::ONGOING : $stint->to ?? self::UNKNOWN, min(255, \count($title)), $works[$stint->work ?? ''] ?? 255, \count($title) + \count($more));
            $words .= implode('', array_keys($title)).implode('', array_keys($more));
        }
        $rest = [];
        foreach ($person->said as $text) {
            $rest += self::words($tokeniser, $text);
        }
        $flag = static fn (?bool $b): int => null === $b ? 0 : ($b ? 2 : 1);

        return pack('v', null === $person->years ? self::UNKNOWN : (int) min(60_000, round(10 * $person->years))).self::town($person->town, $person->country)
            .\chr($flag($person->moves) | $flag($person->remote) << 2 | ($person->read ? 16 : 0))
            .pack('VvvCC', $person->expectsEuro ?? self::NO_EURO, min(self::UNKNOWN, $person->notice ?? self::UNKNOWN), null === $person->firstDay ? self::UNKNOWN : max(0, min(self::UNKNOWN - 1, Numbers::days($person->firstDay))), \count($person->stints), self::VERSION).$jobs.$words.implode('', array_keys($rest));
    }

    /** A town of a country; three zero bytes where it is not told. */
    public static function town(?string $name, ?string $country): string
    {
        return null === $name || '' === $name ? "\0\0\0" : self::hash(implode(' ', (new Tokeniser())->row($name)).','.($country ?? ''));
    }

    public static function hash(string $term): string
    {
        return substr(hash('xxh32', $term, true), 0, 3);
    }

    /**
     * @param array<array-key, int> $without
     *
     * @return array<array-key, int> hashes of the different words of a text
     */
    private static function words(Tokeniser $tokeniser, string $text, array $without = []): array
    {
        if ('' === $text) {
            return [];
        }
        /** @var array<array-key, string> $known a word as it is written comes back again and again, and so do short texts */
        static $known = [];
        if (\count($known) > 40_000) {
            $known = [];
        }
        $hashes = '';
        // titles and skills come back as a whole
        $whole = \strlen($text) <= self::WHOLE;
        if ($whole && isset($known[$text])) {
            $hashes = $known[$text];
        } else {
            foreach ($tokeniser->written($text) as $word) {
                $hashes .= $known[$word] ??= implode('', array_map(self::hash(...), $tokeniser->terms($word)));
            }
            if ($whole) {
                $known[$text] = $hashes;
            }
        }

        return array_diff_key('' === $hashes ? [] : array_flip(str_split($hashes, 3)), $without);
    }
}
