<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core\Careers;

use Jorvent\Core\Careers\LookedFor;
use Jorvent\Core\Careers\MatchReason;
use Jorvent\Core\Careers\OfferedWork;
use Jorvent\Core\Careers\OpeningMatch;
use Jorvent\Core\Careers\TellingWords;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(OpeningMatch::class)]
#[CoversClass(OfferedWork::class)]
#[CoversClass(LookedFor::class)]
#[CoversClass(MatchReason::class)]
#[CoversClass(TellingWords::class)]
final class OpeningMatchTest extends TestCase
{
    public function testNothingSaidProposesNothing(): void
    {
        self::assertSame([], OpeningMatch::among(self::openings(), new LookedFor()));
        self::assertTrue((new LookedFor(years: 4))->isEmpty());
        self::assertSame([], self::keys(new LookedFor(words: 'ballet')), 'what nothing answers proposes nothing');
    }

    public function testReasonsAreFactsOfTheOpening(): void
    {
        $wanted = new LookedFor(['Engine', 'Yard'], ['Bergen', 'Vigo'], 4, 'I like finding faults');
        $found = OpeningMatch::among(self::openings(), $wanted);
        self::assertCount(1, $found);
        self::assertSame('electrician', $found[0]->work->key);
        self::assertSame(
            ['city Bergen', 'kind Engine', 'word fault finding', 'years 3'],
            self::said($found[0]->reasons()),
        );
        self::assertSame([], $found[0]->against());
        self::assertSame(9, $found[0]->points());
    }

    public function testYearsWeighTooAndFromAnywhereComesLast(): void
    {
        $wanted = new LookedFor(cities: ['Bergen', 'Vigo'], years: 4);
        self::assertSame(['electrician', 'welder', 'developer'], self::keys($wanted));
    }

    public function testWhatSpeaksAgainstItIsSaidToo(): void
    {
        $found = OpeningMatch::among(self::openings(), new LookedFor(cities: ['Gdańsk'], years: 2));
        self::assertCount(1, $found, 'from anywhere');
        self::assertSame(['remote Halifax'], self::said($found[0]->reasons()));
        self::assertSame(['years 5'], self::said($found[0]->against()));
    }

    public function testAWordIsFoundInSkillsFirstThenInTitleAndText(): void
    {
        $found = OpeningMatch::among(self::openings(), new LookedFor(words: 'welder of hulls'));
        self::assertSame(['welder'], array_map(static fn (OpeningMatch $one): string => $one->work->key, $found));
        self::assertSame(['word welding', 'word hulls'], self::said($found[0]->reasons()));
    }

    public function testEveryReasonStandsInTheOpening(): void
    {
        $found = OpeningMatch::among(self::openings(), new LookedFor(years: 9, words: 'tickets hulls switchboard plc'));
        self::assertCount(3, $found);
        foreach ($found as $one) {
            $work = $one->work;
            $facts = implode(' ', [$work->title, $work->text, ...$work->skills, $work->city, $work->kind, $work->years]);
            foreach ($one->reasons() as $reason) {
                self::assertStringContainsStringIgnoringCase(mb_substr($reason->what, 0, 4), $facts);
            }
        }
    }

    public function testAQuestionIsAnsweredByWhatIsWrittenOrNotAtAll(): void
    {
        $written = [
            'shifts' => 'How long are the shifts on board?',
            'dogs' => 'May I bring my dog to the office?',
            'language' => 'Which language is spoken on board?',
        ];
        self::assertSame('shifts', TellingWords::closest('how long is a shift', $written));
        self::assertSame('dogs', TellingWords::closest('Can my dog come to the office', $written));
        self::assertSame('language', TellingWords::closest('languages?', $written));
        self::assertNull(TellingWords::closest('Do you pay for my moving', $written), 'nothing is made up');
        self::assertNull(TellingWords::closest('', $written));
        self::assertNull(TellingWords::closest('anything', []));
    }

    /** @return list<OfferedWork> */
    private static function openings(): array
    {
        return [
            new OfferedWork(
                'electrician', 'Marine Electrician', 'Find faults on switchboards.', ['PLC', 'fault finding'],
                'Bergen', 'Engine', 3, false,
            ),
            new OfferedWork('welder', 'Welder', 'Weld hulls in the yard.', ['welding'], 'Vigo', 'Yard', null, false),
            new OfferedWork(
                'developer', 'Booking Developer', 'Write what sells tickets.', ['C#'], 'Halifax', 'Ashore', 5, true,
            ),
        ];
    }

    /** @return list<string> */
    private static function keys(LookedFor $wanted): array
    {
        return array_map(
            static fn (OpeningMatch $one): string => $one->work->key,
            OpeningMatch::among(self::openings(), $wanted),
        );
    }

    /**
     * @param list<MatchReason> $reasons
     *
     * @return list<string>
     */
    private static function said(array $reasons): array
    {
        return array_map(static fn (MatchReason $reason): string => $reason->code.' '.$reason->what, $reasons);
    }
}
