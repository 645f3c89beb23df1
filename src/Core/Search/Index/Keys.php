<?php

declare(strict_types=1);

namespace Jorvent\Core\Search\Index;

use Jorvent\Core\Market\Market;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Search\AnswerChance;
use Jorvent\Core\Search\Gazetteer;
use Jorvent\Core\Search\Judge;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Profile;
use Jorvent\Core\Search\Stint;
use Jorvent\Core\Shared\Memo;

/**
 * The keys a person stands under, from full values. What belongs to one job, study or certificate has the number of it in the key ("j3", "e0", "c1"), so that criteria tied to one are met in one.
 *
 *  | key                                  | who
 *  |--------------------------------------|--------------------------------------------------------------
 *  | all, resume                          | everyone; who has a resume
 *  | w:TERM, f:FIELD:TERM                 | whose text, or that field, has the term
 *  | x:…                                  | phrases and beginnings of words that were looked for (People\Store\Runs)
 *  | wants:K, earns:K                     | expected and current pay by column of Core\Market, in euro of the day it was indexed
 *  | years, pay, notice, first, active, considers, written, barred | numbers (see Numbers), days since 1970
 *  | cur:NOK                              | whose expected pay is told in it
 *  | town:NAME, town:NAME|CC              | folded; the country "" where it is not told
 *  | at:NAME                              | the town as it is written, for counting by town
 *  | moves, remote, remote.told, permit, permit:CC, lang, lang:CODE:RANK, tag:NAME, level.N, ended…
 *  | in:any, in:NUMBER, aside:NUMBER      | in a pipeline; set aside
 *  | ans:HISTORY                          | see AnswerChance
 *  | v:t:PHRASE, v:e:…, v:w:…, v:i:…      | title, employer, work, industry of any job
 *  | whole:t:FOLDED|TITLE, whole:e:…      | all of a title, an employer, and as it is written: what is counted as facets
 *  | jN, jN:now, jN:t:…, jN:f.i …         | the same of the N-th job; f first month, t last month, l months in it
 *  | eN, eN:s:…, eN:d:…, eN:v:RANK, eN:m:…, eN:y.i | school, field, level, mode and year of the N-th study
 *  | cN, cN:n:…, cN:u.i, cN:open              | name and last day of the N-th certificate
 */
final class Keys
{
    /** @return list<string> without the words, which come from the document */
    public static function facts(Profile $p): array
    {
        [$keys, $numbers] = self::told($p);
        foreach ($numbers as $name => [$value, $bits]) {
            array_push($keys, ...Numbers::keys($name, $value, $bits));
        }

        return $keys;
    }

    /**
     * The same with numbers as they are, for making keys of those of many people at once (Numbers::planes()).
     *
     * @return array{list<string>, array<string, array{int, int}>} keys, each once; numbers and how many bits they have, by name
     */
    public static function told(Profile $p): array
    {
        $keys = ['all', 'ans:'.AnswerChance::history($p->asked, $p->answered)];
        $numbers = [];
        if ($p->read) {
            $keys[] = 'resume';
        }
        foreach (['years' => null === $p->years ? null : (int) $p->years, 'notice' => $p->notice, 'pay' => '' === $p->currency ? null : $p->expects] as $name => $value) {
            if (null !== $value) {
                $numbers[$name] = [$value, Numbers::BITS[$name]];
            }
        }
        if (isset($numbers['pay'])) {
            $keys[] = 'cur:'.$p->currency;
        }
        foreach (['wants' => $p->expectsEuro, 'earns' => $p->earnsEuro] as $name => $euro) {
            if (null !== $euro) {
                $keys[] = $name.':'.Market::column($euro);
            }
        }
        foreach (['first' => $p->firstDay, 'active' => $p->active, 'considers' => $p->considers, 'written' => $p->written, 'barred' => $p->barredUntil] as $name => $day) {
            if (null !== $day) {
                $numbers[$name] = [Numbers::days($day), Numbers::BITS[$name]];
            }
        }
        if (null !== $p->town && '' !== $p->town) {
            $town = Gazetteer::fold($p->town);
            array_push($keys, 'town', 'at:'.$p->town, 'town:'.$town, 'town:'.$town.'|'.($p->country ?? ''));
        }
        if (true === $p->moves) {
            $keys[] = 'moves';
        }
        if (null !== $p->remote) {
            array_push($keys, 'remote.told', ...$p->remote ? ['remote'] : []);
        }
        array_push($keys, ...self::each('permit', $p->permits), ...array_map(static fn (string $t): string => 'tag:'.$t, $p->tags));
        foreach ($p->languages as $code => $rank) {
            array_push($keys, 'lang', 'lang:'.$code.':'.$rank);
        }
        array_push($keys, ...[] === $p->pipelines ? [] : ['in:any'], ...array_map(static fn (string $n): string => 'in:'.$n, $p->pipelines), ...array_map(static fn (string $n): string => 'aside:'.$n, $p->setAside));
        self::jobs($p->stints, $keys, $numbers);
        self::studies($p, $keys, $numbers);
        foreach (\array_slice($p->licences, 0, Profile::LICENCES) as $i => $licence) {
            array_push($keys, "c$i", ...self::phrases("c$i:n:", $licence->name));
            if (null === $licence->until) {
                $keys[] = "c$i:open";
            } else {
                $numbers["c$i:u"] = [Numbers::days($licence->until), Numbers::SLOT_BITS['u']];
            }
        }

        return [array_values(array_unique($keys)), $numbers];
    }

    /** @return list<string> */
    public static function words(Document $document): array
    {
        return array_map(self::word(...), $document->terms());
    }

    /** The key of all of a title ("t") or an employer ("e"), without "whole:t:"; null where it has no words. */
    public static function whole(string $text): ?string
    {
        $row = (new Tokeniser())->row($text);

        return [] === $row ? null : implode(' ', $row).'|'.mb_substr((string) preg_replace('/[\s|]+/u', ' ', $text), 0, 120);
    }

    /** The key of a term as a Document holds it. */
    public static function word(string $lexeme): string
    {
        return (str_contains($lexeme, ':') ? 'f:' : 'w:').$lexeme;
    }

    /**
     * The runs of words a text has, up to the longest that are matched as phrases, and the whole of it where that is longer.
     *
     * @return list<string>
     */
    public static function phrases(string $prefix, string $text): array
    {
        /** @var Memo<list<string>> $memo */
        static $memo = new Memo();

        return array_map(static fn (string $phrase): string => $prefix.$phrase, $memo->of($text, self::runs(...)));
    }

    /** @return list<string> */
    private static function runs(string $text): array
    {
        $at = [];
        foreach (Document::of($text)->positions() as $term => $positions) {
            foreach ($positions as $position) {
                $at[$position][] = (string) $term;
            }
        }
        $found = [];
        foreach ($at as $position => $terms) {
            $runs = $terms;
            for ($n = 1; [] !== $runs && $n <= Judge::PHRASE; ++$n) {
                array_push($found, ...$runs);
                $longer = [];
                foreach ($runs as $run) {
                    foreach ($at[$position + $n] ?? [] as $term) {
                        $longer[] = $run.' '.$term;
                    }
                }
                $runs = \array_slice($longer, 0, 64);
            }
        }
        $whole = (new Tokeniser())->row($text);
        if (\count($whole) > Judge::PHRASE) {
            $found[] = implode(' ', $whole);
        }

        return array_values(array_unique($found));
    }

    /**
     * @param list<Stint>                    $stints
     * @param list<string>                   $keys    added to
     * @param array<string, array{int, int}> $numbers added to
     */
    private static function jobs(array $stints, array &$keys, array &$numbers): void
    {
        foreach ($stints as $i => $stint) {
            $slot = $i < Profile::STINTS ? "j$i:" : '';
            array_push($keys, ...self::held($slot, 't:', $stint->title), ...self::held($slot, 'e:', $stint->employer));
            foreach (['w:' => $stint->work, 'i:' => $stint->industry] as $letter => $kind) {
                if (null !== $kind) {
                    array_push($keys, "v:$letter$kind", ...'' === $slot ? [] : [$slot.$letter.$kind]);
                }
            }
            if ('' === $slot) {
                continue;
            }
            $keys[] = "j$i";
            if ($stint->ongoing) {
                $keys[] = "j$i:now";
            }
            $from = $stint->from ?? $stint->to;
            $to = $stint->to ?? $stint->from;
            if (null !== $from) {
                $numbers["j$i:f"] = [$from - Numbers::MONTH_ZERO, Numbers::SLOT_BITS['f']];
            }
            if (null !== $to && !$stint->ongoing) {
                $numbers["j$i:to"] = [$to - Numbers::MONTH_ZERO, Numbers::SLOT_BITS['t']];
            }
            if (!$stint->ongoing && null !== $stint->from && null !== $stint->to) {
                $numbers["j$i:l"] = [$stint->to - $stint->from + 1, Numbers::SLOT_BITS['l']];
            }
            if ($stint->ongoing && null !== $stint->from) {
                $keys[] = "j$i:since";
            }
        }
    }

    /**
     * The keys of a title or employer: of any job, of this one, and of all of it.
     *
     * @return list<string>
     */
    private static function held(string $slot, string $letter, string $text): array
    {
        /** @var Memo<list<string>> $memo */
        static $memo = new Memo(60_000);

        return $memo->of($slot.$letter.$text, static function () use ($slot, $letter, $text): array {
            $whole = self::whole($text);

            return [...self::phrases('v:'.$letter, $text), ...'' === $slot ? [] : self::phrases($slot.$letter, $text), ...null === $whole ? [] : ['whole:'.$letter.$whole]];
        });
    }

    /**
     * @param list<string>                   $keys    added to
     * @param array<string, array{int, int}> $numbers added to
     */
    private static function studies(Profile $p, array &$keys, array &$numbers): void
    {
        if ([] !== $p->studies) {
            $keys[] = 'study';
        }
        foreach ($p->studies as $i => $study) {
            $rank = Kind::LEVELS[$study->level ?? ''] ?? 0;
            foreach ([...self::phrases('s:', $study->school), ...self::phrases('d:', $study->field), ...0 === $rank ? [] : ["v:$rank"], ...null === $study->mode ? [] : ['m:'.$study->mode]] as $key) {
                array_push($keys, 'ed:'.$key, ...$i < Profile::STUDIES ? ["e$i:".$key] : []);
            }
            if (null !== $study->ended) {
                $keys[] = 'ed:year:'.$study->ended;
            }
            if ($i < Profile::STUDIES) {
                $keys[] = "e$i";
                // a year's bits make sense within one study only
                if (null !== $study->ended) {
                    $numbers["e$i:y"] = [$study->ended - Numbers::YEAR_ZERO, Numbers::SLOT_BITS['y']];
                }
            }
        }
    }

    /**
     * @param list<string> $values
     *
     * @return list<string>
     */
    private static function each(string $name, array $values): array
    {
        return [] === $values ? [] : [$name, ...array_map(static fn (string $v): string => $name.':'.$v, $values)];
    }
}
