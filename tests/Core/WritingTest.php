<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Writing\Checker;
use Jorvent\Core\Writing\Draft;
use Jorvent\Core\Writing\Drafter;
use Jorvent\Core\Writing\Passage;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Checker::class)]
#[CoversClass(Drafter::class)]
final class WritingTest extends TestCase
{
    private const SOUND = "What you will do\nYou keep the boats running with a crew of five.\n\nWhat you bring\nA trade certificate.\n\nWhat you get\nPay as stated, and a pension.";

    /** @return iterable<string, array{string, list<string>}> text, and "kind: passage → instead" */
    public static function wordings(): iterable
    {
        yield 'nothing' => ['We mend ferries and teach those who come after us.', []];
        yield 'age and cliché' => ['Join our young, dynamic team.', ['excluding: young', 'empty: dynamic']];
        yield 'pay that says nothing' => ['We offer competitive pay.', ['empty: competitive pay → the pay itself', 'gendered_male: competitive']];
        yield 'gendered titles' => ['You are a rockstar and a salesman.', ['gendered_male: rockstar → specialist', 'gendered_male: salesman → salesperson']];
        yield 'a stem in a longer word' => ['An ambitious, nurturing person', ['gendered_male: ambitious', 'gendered_female: nurturing → developing']];
        yield 'not inside another word' => ['The heroine of the story, sheltered, is a hero', ['gendered_male: hero']];
        yield 'origin' => ['A native speaker of Norwegian', ['excluding: native speaker → fluent']];
        yield 'accents before it keep the place right' => ['Ærlig og ømfintlig: he will', ['excluding: he will → you will']];
    }

    /** @param list<string> $wanted */
    #[DataProvider('wordings')]
    public function testFindsWordsWithTheirPlaceAndWhatToWriteInstead(string $text, array $wanted): void
    {
        $passages = array_values(array_filter($this->check($text), static fn (Passage $p): bool => '' !== $p->text));
        self::assertSame($wanted, array_map(static fn (Passage $p): string => $p->kind.': '.$p->text.(null === $p->instead ? '' : ' → '.$p->instead), $passages));
        foreach ($passages as $passage) {
            self::assertSame($passage->text, mb_substr($text, $passage->at, mb_strlen($passage->text)), 'the place is where it stands');
        }
    }

    public function testWhatConcernsTheWhole(): void
    {
        $kinds = static fn (array $passages): array => array_map(static fn (Passage $p): string => $p->kind, array_values(array_filter($passages, static fn (mixed $p): bool => $p instanceof Passage)));
        self::assertSame([], $kinds((new Checker())->check(new Draft(self::SOUND, ['What you will do', 'What you bring', 'What you get'], ['a'], true, true, 'NO'))));
        $found = (new Checker())->check(new Draft('We are big.', [], ['a', 'b', 'c', 'd', 'e', 'f', 'g'], false, false, 'NO', boards: ['quayside' => [20, 500], 'short' => [null, 2]]));
        self::assertSame(['many_musts', 'part_missing', 'part_missing', 'part_missing', 'pay_not_stated', 'place_not_stated', 'too_long', 'too_short'], $kinds($found));
        self::assertSame(['board' => 'quayside', 'words' => 3, 'limit' => 20, 'by' => 17], $found[7]->data);
    }

    public function testCurrentPayIsNotAskedWhereALawForbidsIt(): void
    {
        $text = 'Tell us your current salary.';
        self::assertSame([], array_filter((new Checker())->check(new Draft($text, [], [], true, true, 'NO', noCurrentPay: ['CA'])), static fn (Passage $p): bool => 'current_pay' === $p->kind));
        self::assertCount(1, array_filter((new Checker())->check(new Draft($text, [], [], true, true, 'CA', noCurrentPay: ['CA'])), static fn (Passage $p): bool => 'current_pay' === $p->kind));
    }

    public function testReadingEase(): void
    {
        self::assertNull(Checker::lix('Too short to say.'));
        $easy = str_repeat('We mend the boats. You learn the trade. ', 8);
        $hard = str_repeat('Organisational responsibilities encompass comprehensive stakeholder communication throughout interdepartmental transformation programmes ', 6);
        self::assertLessThan(30, Checker::lix($easy));
        self::assertGreaterThan(Checker::HARD_LIX, Checker::lix($hard));
        self::assertContains('hard', array_map(static fn (Passage $p): string => $p->kind, $this->check($hard)));
        // 48 words in 6 sentences, 12 of them long: 8 + 25
        self::assertSame(33, Checker::lix(str_repeat('we are at sea again working together now. ', 6)));
    }

    public function testADraftSaysWhatIsKnownAndNothingElse(): void
    {
        $known = ['title' => 'Marine Electrician', 'department' => 'Electrical', 'city' => 'Bergen', 'musts' => ['PLC', 'switchboards'], 'wishes' => ['SCADA'], 'yearsFrom' => 3, 'education' => 'Vocational training', 'benefits' => ['A pension'], 'pay' => 'NOK 620 000 to 760 000 a year', 'share' => 100, 'months' => null, 'remote' => 'no', 'summary' => 'Finds faults in switchboards', 'positions' => 2];
        $blocks = (new Drafter())->compose($known, 'shore power for nine ferries; on call one week in four');
        self::assertSame(['What you will do', 'What you bring', 'What we would be glad of', 'What you get'], array_column($blocks, 'heading'));
        self::assertSame('As marine electrician you work in Electrical, Bergen. Finds faults in switchboards. Shore power for nine ferries. On call one week in four. We are looking for 2 people.', $blocks[0]['text']);
        self::assertSame(['PLC', 'switchboards', 'About 3 years of such work behind you', 'Vocational training, or the same learned in practice'], $blocks[1]['items']);
        self::assertSame(['NOK 620 000 to 760 000 a year', 'A pension'], $blocks[3]['items']);
        $bare = (new Drafter())->compose([...$known, 'musts' => [], 'wishes' => [], 'yearsFrom' => null, 'education' => null, 'benefits' => [], 'pay' => null, 'summary' => '', 'positions' => 1], '');
        self::assertSame(['What you will do'], array_column($bare, 'heading'));
        self::assertSame([], array_filter((new Checker())->check(new Draft($blocks[0]['text'], [], [], true, true, 'NO')), static fn (Passage $p): bool => '' !== $p->text), 'and passes its own checks');
    }

    /** @return list<Passage> */
    private function check(string $text): array
    {
        return (new Checker())->check(new Draft($text, [], [], true, true, 'NO'));
    }
}
