<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Reporting\Days;
use Jorvent\Core\Resume\Contacts;
use Jorvent\Core\Shared\Refusal;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Advert::class)]
#[CoversClass(BoardRules::class)]
#[CoversClass(Template::class)]
#[CoversClass(Days::class)]
#[CoversClass(Contacts::class)]
final class AdvertsTest extends TestCase
{
    public function testEveryFailedRuleIsNamedWithItsField(): void
    {
        $today = new \DateTimeImmutable('2026-01-12');
        $rules = new BoardRules(minWords: 80, maxTitle: 20, payRequired: true, categories: ['Engine'], openedWithinDays: 30, forbiddenInTitle: '!');
        $codes = static fn (Advert $a): array => array_map(static fn (Refusal $r): string => $r->field.' '.$r->code, $rules->check($a, $today));
        self::assertSame(['description too_few_words', 'title title_too_long', 'title title_forbidden_character', 'pay pay_not_shown', 'category category_missing', 'opened_on opened_too_long_ago', 'site city_missing'], $codes(new Advert('Marine Electrician wanted now!', 'Two words', '', 'Cook', false, new \DateTimeImmutable('2025-11-01'))));
        self::assertSame([], $codes(new Advert('Marine Electrician', str_repeat('word ', 80), 'Bergen', 'Engine', true, new \DateTimeImmutable('2026-01-02'))));
        self::assertSame([], (new BoardRules())->check(new Advert('', '', 'Bergen', null, false, new \DateTimeImmutable('2001-01-01')), $today), 'a board without rules takes all');
        self::assertSame(['words' => 2, 'limit' => 80, 'by' => 78], $rules->check(new Advert('A', 'Two words', 'Bergen', 'Engine', true, $today), $today)[0]->data);
        self::assertSame('too_many_words', (new BoardRules(maxWords: 1))->check(new Advert('A', 'Two words', 'Bergen', null, true, $today), $today)[0]->code);
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
