<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Adverts\Suits;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Suits::class)]
final class SuitsTest extends TestCase
{
    private const OPENINGS = [
        ['key' => 'electrician', 'title' => 'Marine Electrician', 'text' => 'Find faults on switchboards.', 'skills' => ['PLC', 'fault finding'], 'city' => 'Bergen', 'kind' => 'Engine', 'years' => 3, 'remote' => 'no'],
        ['key' => 'welder', 'title' => 'Welder', 'text' => 'Weld hulls in the yard.', 'skills' => ['welding'], 'city' => 'Vigo', 'kind' => 'Yard', 'years' => null, 'remote' => 'no'],
        ['key' => 'developer', 'title' => 'Booking Developer', 'text' => 'Write what sells tickets.', 'skills' => ['C#'], 'city' => 'Halifax', 'kind' => 'Ashore', 'years' => 5, 'remote' => 'fully'],
    ];

    public function testReasonsAreFactsOfTheOpeningThatAnswerWhatWasSaid(): void
    {
        $keys = static fn (array $found): array => array_column($found, 'key');
        self::assertSame([], Suits::of(self::OPENINGS, [], [], null, ''), 'nothing said, nothing proposed');
        $found = Suits::of(self::OPENINGS, ['Engine', 'Yard'], ['Bergen', 'Vigo'], 4, 'I like finding faults');
        self::assertSame(['electrician'], $keys($found));
        self::assertSame(['city Bergen', 'kind Engine', 'word fault finding', 'years 3'], array_map(static fn (array $r): string => $r['code'].' '.$r['what'], $found[0]['reasons']));
        self::assertSame(['electrician', 'welder', 'developer'], $keys(Suits::of(self::OPENINGS, [], ['Bergen', 'Vigo'], 4, '')), 'years behind one weigh too; from anywhere comes last');
        $remote = Suits::of(self::OPENINGS, [], ['Gdańsk'], 2, '');
        self::assertSame(['developer'], $keys($remote), 'from anywhere');
        self::assertSame([['code' => 'years', 'what' => '5']], $remote[0]['against'], 'what speaks against it is said too');
        self::assertSame(['welder'], $keys(Suits::of(self::OPENINGS, [], [], null, 'welder')));
        self::assertSame([], Suits::of(self::OPENINGS, [], [], null, 'ballet'), 'what nothing answers proposes nothing');
        foreach (Suits::of(self::OPENINGS, [], [], 9, 'tickets hulls switchboard plc') as $one) {
            $opening = array_column(self::OPENINGS, null, 'key')[$one['key']] ?? self::fail('proposed from nowhere');
            foreach ($one['reasons'] as $reason) {
                self::assertStringContainsStringIgnoringCase(mb_substr($reason['what'], 0, 4), implode(' ', [$opening['title'], $opening['text'], implode(' ', $opening['skills']), $opening['city'], $opening['kind'], (string) $opening['years']]));
            }
        }
    }

    public function testAQuestionIsAnsweredByWhatIsWrittenOrNotAtAll(): void
    {
        $written = [['key' => 'shifts', 'question' => 'How long are the shifts on board?'], ['key' => 'dogs', 'question' => 'May I bring my dog to the office?'], ['key' => 'language', 'question' => 'Which language is spoken on board?']];
        self::assertSame('shifts', Suits::answer('how long is a shift', $written));
        self::assertSame('dogs', Suits::answer('Can my dog come to the office', $written));
        self::assertSame('language', Suits::answer('languages?', $written));
        self::assertNull(Suits::answer('Do you pay for my moving', $written), 'what is not written is not made up');
        self::assertNull(Suits::answer('', $written));
        self::assertNull(Suits::answer('anything', []));
    }
}
