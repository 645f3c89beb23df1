<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Adverts\MarkUp;
use Jorvent\Core\Adverts\PostingState;
use Jorvent\Core\Adverts\PostingStep;
use Jorvent\Core\Adverts\Price;
use Jorvent\Core\Adverts\PriceKind;
use Jorvent\Core\Adverts\RuleResult;
use Jorvent\Core\Adverts\Shown;
use Jorvent\Core\Adverts\Wanted;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Reporting\Days;
use Jorvent\Core\Resume\Contacts;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Advert::class)]
#[CoversClass(BoardRules::class)]
#[CoversClass(MarkUp::class)]
#[CoversClass(PostingState::class)]
#[CoversClass(PostingStep::class)]
#[CoversClass(Price::class)]
#[CoversClass(RuleResult::class)]
#[CoversClass(Shown::class)]
#[CoversClass(Template::class)]
#[CoversClass(Days::class)]
#[CoversClass(Contacts::class)]
final class AdvertsTest extends TestCase
{
    public function testEveryFailedRuleIsNamedWithItsField(): void
    {
        $today = new \DateTimeImmutable('2026-01-12');
        $rules = new BoardRules(80, 900, 20, '!', MarkUp::Lists, 'must', ['city', 'region', 'postcode'], ['Engine' => 'Motor'], ['no' => 'SITE'], 30, 14, ['en']);
        $codes = static fn (Advert $a, ?int $days = 14, ?BoardRules $r = null): array => array_map(static fn (Refusal $x): string => $x->field.' '.$x->code, ($r ?? $rules)->refuse($a, $today, $days));
        $bad = new Advert('Marine Electrician wanted now!', '<p>Two words</p>', 'Two words', '', 'Cook', new \DateTimeImmutable('2025-11-01'), remote: 'fully', locale: 'pl');
        self::assertSame(['title title_too_long', 'title title_forbidden_character', 'description too_few_words', 'pay pay_not_shown', 'site city_missing', 'category category_unknown_there', 'remote remote_not_taken', 'opened_on opened_too_long_ago', 'until runs_too_long', 'locale language_not_taken'], $codes($bad, 15));
        $good = new Advert('Marine Electrician', '<p>'.str_repeat('word ', 80).'</p>', str_repeat('word ', 80), 'Bergen', 'Engine', new \DateTimeImmutable('2026-01-02'), 620_000, 760_000, 'NOK', 'year', 'Vestland', '5003', 'NO');
        self::assertSame([], $codes($good));
        self::assertSame(['until runs_too_long'], $codes($good, null), 'without end is too long where there is an end');
        self::assertSame(BoardRules::RULES, array_keys($rules->check($good, $today, 14)), 'every rule is told of, also when it is met');
        self::assertSame(['18', '20'], [$rules->check($good, $today, 14)['title']->have, $rules->check($good, $today, 14)['title']->limit]);
        self::assertSame([], $codes(new Advert('', '', '', 'Bergen', null, new \DateTimeImmutable('2001-01-01')), null, new BoardRules()), 'a board without rules takes all');
        self::assertSame(['words' => 2, 'limit' => 80, 'by' => 78], $rules->check($bad, $today)['words']->problem?->data);
        self::assertSame(['description too_many_words'], $codes($good, 14, new BoardRules(maxWords: 79)));
        self::assertSame(['category category_missing'], $codes(new Advert('A', '', 'x', 'Bergen', null, $today), 1, new BoardRules(categories: ['Engine' => 'Motor'])));
        self::assertEquals($rules, BoardRules::fromArray($rules->toArray()));
        self::assertEquals(new BoardRules(place: []), BoardRules::fromArray(['min_words' => 'many', 'mark_up' => 7, 'place' => 'city', 'categories' => ['Engine' => ['x'], 'Kitchen' => 'K'], 'pay' => 'perhaps']), 'what is no rule is none');
    }

    public function testAdviceIsNoFailure(): void
    {
        $today = new \DateTimeImmutable('2026-01-12');
        $advert = new Advert('A', '<h2>Head</h2><p>One <a href="https://x.example">link</a></p><ul><li>two</li></ul>', "Head\nOne link\n- two", 'Bergen', null, $today);
        $rules = new BoardRules(markUp: MarkUp::Lists, pay: 'should');
        $results = $rules->check($advert, $today);
        self::assertSame([['a'], 'pay_not_shown', []], [explode(', ', (string) ($results['mark_up']->problem?->data['elements'] ?? '')), $results['pay']->problem?->code, $rules->refuse($advert, $today)]);
        self::assertSame([true, false], [$results['pay']->advises(), $results['pay']->fails()]);
        self::assertSame('<p><strong>Head</strong></p><p>One link</p><ul><li>two</li></ul>', Shown::body($advert, MarkUp::Lists));
        self::assertSame([$advert->text, $advert->html], [Shown::body($advert, MarkUp::None), Shown::body($advert, MarkUp::Full)]);
    }

    public function testWhatIsSaidNextDependsOnlyOnWhatIsWantedAndWhatIsKnown(): void
    {
        $said = [];
        foreach (Wanted::cases() as $want) {
            foreach (PostingState::cases() as $state) {
                foreach ([false, true] as $there) {
                    foreach ([false, true] as $changed) {
                        $said[$want->value.' '.$state->value.($there ? ' there' : '').($changed ? ' changed' : '')] = PostingStep::next($want, $state, $there, $changed)?->value;
                    }
                }
            }
        }
        $said = array_filter($said);
        self::assertSame(['live waiting' => 'send', 'live asked' => 'send'], array_intersect_key($said, ['live waiting' => 1, 'live asked' => 1, 'paused waiting' => 1]));
        self::assertSame(['live live there changed' => 'update', 'paused live there' => 'pause', 'live paused there' => 'resume', 'down live there' => 'withdraw', 'down waiting' => 'withdraw'], array_replace(array_flip(['live live there changed', 'paused live there', 'live paused there', 'down live there', 'down waiting']), array_intersect_key($said, array_flip(['live live there changed', 'paused live there', 'live paused there', 'down live there', 'down waiting']))));
        self::assertArrayNotHasKey('live live there', $said, 'nothing is left to say');
        self::assertSame([], array_filter(array_keys($said), static fn (string $case): bool => 1 === preg_match('/ (planned|refused|withdrawn|ended)/', $case)), 'what has not begun or is over is left alone');
        // whatever was wanted in between, the steps end where the last wish says
        foreach (['live' => PostingState::Live, 'paused' => PostingState::Paused, 'down' => PostingState::Withdrawn] as $want => $end) {
            foreach ([[PostingState::Waiting, false], [PostingState::Live, true], [PostingState::Paused, true]] as [$state, $there]) {
                for ($changed = $there, $n = 0; null !== $step = PostingStep::next(Wanted::from($want), $state, $there, $changed); ++$n) {
                    self::assertLessThan(4, $n);
                    [$state, $there, $changed] = [match ($step) {
                        PostingStep::Send, PostingStep::Resume => PostingState::Live, PostingStep::Pause => PostingState::Paused, PostingStep::Withdraw => PostingState::Withdrawn, PostingStep::Update => $state,
                    }, true, false];
                }
                self::assertTrue($state === $end || ('paused' === $want && PostingState::Waiting === $state), $want);
            }
        }
    }

    public function testPricesByWhatWasUsed(): void
    {
        $euro = static fn (int $minor): Money => new Money($minor, 'EUR');
        self::assertEquals([null, $euro(78_000), $euro(12_000), $euro(5_400), $euro(7_750)], [
            (new Price(PriceKind::Free))->cost(1, 9, 9), (new Price(PriceKind::Posting, $euro(39_000)))->cost(2, 100, 3), (new Price(PriceKind::Click, $euro(120)))->cost(1, 100, 3), (new Price(PriceKind::Application, $euro(1_800)))->cost(1, 100, 3), (new Price(PriceKind::Subscription, $euro(31_000)))->cost(1, 100, 3, 250),
        ]);
        self::assertEquals($p = new Price(PriceKind::Posting, $euro(39_000), 30, 5), Price::fromArray($p->toArray()));
        self::assertSame(PriceKind::Free, Price::fromArray(['kind' => 'posting', 'amount' => 'much'])->kind);
    }

    public function testTheFingerprintFollowsWhatABoardShows(): void
    {
        $of = static fn (string $title, string $html, ?int $pay): string => (new Advert($title, $html, 'text', 'Bergen', 'Engine', new \DateTimeImmutable('2026-01-02'), $pay, $pay))->fingerprint();
        self::assertSame($of('A', '<p>b</p>', 5), $of('A', '<p>b</p>', 5));
        self::assertCount(4, array_unique([$of('A', '<p>b</p>', 5), $of('A', '<p>c</p>', 5), $of('A', '<p>b</p>', 6), $of('A<', 'p>b</p>', 5)]));
    }

    public function testMergeFields(): void
    {
        $template = new Template('On {{ opening }}', "Dear {{first_name}},\n{{ opening }} {{ nonsense }}");
        self::assertSame(['body merge_field_unknown'], array_map(static fn (Refusal $r): string => $r->field.' '.$r->code, $template->blockers(['opening' => 'Welder', 'first_name' => 'Ana'])));
        self::assertSame(['body merge_field_without_value', 'body merge_field_unknown'], array_map(static fn (Refusal $r): string => $r->field.' '.$r->code, $template->blockers(['opening' => 'Welder', 'first_name' => ''])));
        $filled = (new Template('{{ a }}', '{{ a }} {{ b }}'))->fill(['a' => '{{ b }}', 'b' => '$1']);
        self::assertSame(['{{ b }}', '{{ b }} $1'], [$filled->subject, $filled->body], 'a value is never read as a field');
        self::assertSame(['subject text_empty', 'body text_empty'], array_map(static fn (Refusal $r): string => $r->field.' '.$r->code, (new Template(' ', ''))->blockers([])));
    }

    public function testDaysByTheCalendarOfAPlace(): void
    {
        $oslo = new \DateTimeZone('Europe/Oslo');
        self::assertSame(3, Days::between(new \DateTimeImmutable('2026-01-12T08:00:00Z'), new \DateTimeImmutable('2026-01-15T07:00:00Z'), $oslo));
        self::assertSame(1, Days::between(new \DateTimeImmutable('2026-01-12T22:30:00Z'), new \DateTimeImmutable('2026-01-12T23:30:00Z'), $oslo), 'midnight in Oslo lies between');
        self::assertSame(0, Days::between(new \DateTimeImmutable('2026-01-12T22:30:00Z'), new \DateTimeImmutable('2026-01-12T23:30:00Z'), new \DateTimeZone('UTC')));
        self::assertSame(2, Days::between(new \DateTimeImmutable('2026-03-28T12:00:00Z'), new \DateTimeImmutable('2026-03-30T11:00:00Z'), $oslo), 'a day of 23 hours is a day');
        self::assertSame('2026-01-19T12:00:00+00:00', Days::nextWorkingDay(new \DateTimeImmutable('2026-01-16T12:00:00Z'), $oslo)->format('c'));
        self::assertSame('2026-03-30T11:00:00+00:00', Days::nextWorkingDay(new \DateTimeImmutable('2026-03-27T12:00:00Z'), $oslo)->format('c'), 'noon stays noon there');
        self::assertSame([null, 4.0, 2.5], [Days::median([]), Days::median([9, 4, 1]), Days::median([4, 1, 2, 3])]);
    }

    /** @return iterable<string, array{string, string|null, string|null, string|null}> */
    public static function resumes(): iterable
    {
        yield 'plain' => ["Ana Pires\nMarine electrician\nana.pires@post.example · +47 5555 0171", 'Ana Pires', 'ana.pires@post.example', '+47 5555 0171'];
        yield 'heading first, capitals' => ["CURRICULUM VITAE\n\nŁUCJA ŚWIĘTOCHOWSKA\nTel. 58 555 01 71", 'Łucja Świętochowska', null, '58 555 01 71'];
        yield 'letter-spaced' => ["P E R  O L A V\nBergen\nper@olav.example", null, 'per@olav.example', null];
        yield 'labelled' => ["Navn: Bjørn Hauge\nE-post: bjorn.hauge@post.example\nMobil: +47 412 34 567", 'Bjørn Hauge', 'bjorn.hauge@post.example', '+47 412 34 567'];
        yield 'hyphens and marks' => ["Eilidh O'Neill-Roy\n", "Eilidh O'Neill-Roy", null, null];
        yield 'particle' => ["Jan van der Berg\n", 'Jan van der Berg', null, null];
        yield 'years are no phone' => ["Work 2010 - 2019\n2015/2019", null, null, null];
        yield 'nothing' => ['', null, null, null];
        yield 'broken bytes' => ["\xFF\xFEAna", null, null, null];
    }

    #[DataProvider('resumes')]
    public function testContacts(string $text, ?string $name, ?string $email, ?string $phone): void
    {
        $contacts = Contacts::read($text);
        if (null !== $name || 'letter-spaced' !== $this->dataName()) {
            self::assertSame($name, $contacts->name);
        }
        self::assertSame([$email, $phone], [$contacts->email, $contacts->phone]);
    }
}
