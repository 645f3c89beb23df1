<?php

declare(strict_types=1);

namespace Jorvent\Tests\Modules\Careers;

use Jorvent\Careers\Read\Narrowed;
use Jorvent\Careers\Web\GuideAsked;
use Jorvent\Careers\Web\SentFields;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Refusal;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

/** What candidates send, as it is read. */
#[CoversClass(SentFields::class)]
#[CoversClass(GuideAsked::class)]
#[CoversClass(Narrowed::class)]
final class SentTest extends TestCase
{
    private const QUESTIONS = [
        ['id' => 'paper', 'kind' => 'multiple', 'texts' => ['en' => 'Papers?'], 'options' => [
            ['key' => 'a', 'texts' => ['en' => 'A'], 'points' => 1], ['key' => 'b', 'texts' => ['en' => 'B'], 'points' => 1],
        ]],
        ['id' => 'years', 'kind' => 'number', 'texts' => ['en' => 'Years?']],
        ['id' => 'why', 'kind' => 'long', 'texts' => ['en' => 'Why?']],
    ];

    public function testAnswersAreReadOfTheQuestionsThatThereAre(): void
    {
        $questions = Questionnaire::fromArray(self::QUESTIONS);
        $sent = new SentFields(name: ' Noor ', answer: [
            'paper' => ['a', ' b ', ['c']], 'years' => ' 4 ', 'unknown' => 'x', 0 => 'y',
        ]);
        self::assertSame(['paper' => "a\nb", 'years' => '4', 'why' => ''], $sent->answers($questions));
        self::assertSame('Noor', $sent->applicant()->name);
    }

    public function testAnAnswerThatIsTooLongIsStillRefused(): void
    {
        $questions = Questionnaire::fromArray(self::QUESTIONS);
        $sent = new SentFields(answer: ['why' => str_repeat('w', 2 * Questionnaire::MAX_TEXT)]);
        $answers = $sent->answers($questions);
        self::assertSame(Questionnaire::MAX_TEXT + 1, mb_strlen($answers['why']));
        $refused = array_map(static fn (Refusal $r): string => $r->field.' '.$r->code, $questions->refuse($answers));
        self::assertContains('answers.why answer_too_long', $refused);
    }

    public function testTheGuideReadsYearsOrSaysThatItCanNot(): void
    {
        $asked = new GuideAsked(kind: ['Engine'], words: ' faults ', years: ' 12 ');
        self::assertSame([12, 'faults', ['Engine']], [
            $asked->wanted()->years, $asked->wanted()->words, $asked->wanted()->kinds,
        ]);
        self::assertFalse($asked->errors()->any());
        foreach (['abc', '-1', '100', '1.5'] as $years) {
            $wrong = new GuideAsked(years: $years);
            self::assertNull($wrong->wanted()->years, $years);
            self::assertSame('answer_not_a_number', $wrong->errors()->at('years')[0]->code, $years);
        }
        $long = new GuideAsked(question: str_repeat('?', 301));
        self::assertSame('answer_too_long', $long->errors()->at('question')[0]->code);
    }

    public function testASearchIsReadOfTheFacetsThatThereAre(): void
    {
        $by = Narrowed::of([
            'remote' => 'fully', 'q' => ' deck ', 'city' => '', 'category' => ['x'], 'evil' => 'x', 'page' => '2',
        ]);
        self::assertSame(['q' => 'deck', 'remote' => 'fully'], $by->values);
        self::assertSame(['deck', ['remote' => 'fully'], ''], [$by->words(), $by->facets(), $by->value('city')]);
        $same = Narrowed::of(['q' => 'deck', 'remote' => 'fully']);
        self::assertSame($by->sorted(), $same->sorted(), 'the same search is written in one way');
        self::assertSame([], Narrowed::byNothing()->values);
    }
}
