<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Careers\Read\FoundOpenings;
use Jorvent\Careers\Read\Narrowed;
use Jorvent\Careers\Read\Opening;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Careers\StructuredOpening;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Shared\Interval;
use Jorvent\Core\Workflow\Task;
use Jorvent\Interviews\Invitation;
use Jorvent\Messages\Mailing;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Requisitions\SaveBrief;
use Jorvent\Tests\Support\DatabaseTest;
use Jorvent\Today\Tasks;
use PHPUnit\Framework\Attributes\CoversNothing;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Reader;

/** What each person finds: Today, the process line, openings, invitations, words. */
#[CoversNothing]
final class EveryoneTest extends DatabaseTest
{
    public function testTodayHoldsWhatWaitsForEachOfThemAndNobodyElses(): void
    {
        $kinds = fn (string $who): array => array_values(
            array_unique(
                array_map(static fn (Task $t): string => $t->kind, $this->get(Tasks::class)->of($this->account($who))),
            ),
        );
        self::assertContains('approve_brief', $kinds('Isla Farquhar'));
        self::assertContains('approve_offer', $kinds('Isla Farquhar'));
        self::assertContains('approve_brief', $kinds('Piotr Zaremba'));
        self::assertNotContains('approve_brief', $kinds('Hanne Solvik'), 'she has answered; finance is next');
        self::assertContains('amend_brief', $kinds('Mo Bakkerud'));
        self::assertContains('finish_brief', $kinds('Callum Gauthier'));
        self::assertContains('offer_sent', $kinds('Solveig Aune'));
        self::assertContains('scorecard', [...$kinds('Ines Teixeira'), ...$kinds('Piotr Zaremba')]);
        self::assertSame(['forget'], $kinds('Runa Eikeland'));
        foreach (['Solveig Aune', 'Mo Bakkerud', 'Isla Farquhar', 'Ines Teixeira'] as $who) {
            $this->as($who);
            $this->client->request('GET', '/today');
            self::assertResponseIsSuccessful();
            self::assertStringNotContainsString(
                'task.',
                strip_tags((string) $this->client->getResponse()->getContent()),
                'every task has its words',
            );
        }
    }

    public function testTheProcessLineCountsWhatItSays(): void
    {
        $view = $this->get(RequisitionQuery::class)->byNumber(2201);
        $numbers = array_map(static fn ($s): string => $s->number, $view->stations);
        $id = ['id' => $view->id()];
        self::assertSame(
            (string) $this->int("SELECT count(*) FROM posting WHERE requisition_id = :id AND state = 'live'", $id),
            $numbers[1],
        );
        self::assertSame(
            (string) $this->int(
                "SELECT count(*) FROM application WHERE requisition_id = :id AND state = 'active'",
                $id,
            ),
            $numbers[3],
        );
        self::assertSame(
            (string) $this->int(
                "SELECT count(*) FROM application WHERE requisition_id = :id AND state = 'active'
                 AND stage = 'interview'",
                $id,
            ),
            $numbers[4],
        );
        self::assertSame('0/2', $numbers[6]);
        self::assertSame(
            array_map(
                static fn ($s): string => $s->number,
                $this->get(RequisitionQuery::class)->views('WHERE r.number = 2201', [])[0]->stations,
            ),
            $numbers,
            'the same in the small version',
        );
    }

    public function testTheSecondToSaveIsNotLetOverwriteTheFirst(): void
    {
        $row = $this->db()->row('SELECT id, version FROM requisition WHERE number = 2210');
        self::assertNotNull($row);
        $requisition = $this->entities()->find(\Jorvent\Requisitions\Entity\Requisition::class, $row->int('id'));
        self::assertNotNull($requisition);
        $brief = $requisition->brief();
        $other = $brief->with(['title' => 'Another title', 'positions' => 3]);
        self::assertSame(['title', 'positions'], $brief->differences($other));
        $save = $this->get(SaveBrief::class);
        self::assertSame(
            $row->int('version'),
            $save($row->int('id'), $brief, $row->int('version'), 1)->version,
            'saving the same again is no new version',
        );
        self::assertSame($row->int('version') + 1, $save($row->int('id'), $other, $row->int('version'), 1)->version);
        self::assertSame(
            ['saved_by_another'],
            $this->refused(
                static fn () => $save(
                    $row->int('id'),
                    $brief->with(['title' => 'A third title']),
                    $row->int('version'),
                    1,
                ),
            ),
        );
        $merged = $save($row->int('id'), $brief->with(['yearsFrom' => 9]), $row->int('version'), 1);
        self::assertSame(['title', 'positions'], $merged->taken, 'what only the other changed is taken over');
        $now = $this->entities()->find(\Jorvent\Requisitions\Entity\Requisition::class, $row->int('id'))?->brief();
        self::assertSame(['Another title', 3, 9], [$now?->job->title, $now?->job->positions, $now?->wants->yearsFrom]);
        $change = $this->db()->row(
            "SELECT a.change || (v.content -> 'texts') AS change FROM activity a
             JOIN personal_value v ON v.id = a.personal_id WHERE a.act = 'brief.saved'
             AND v.content -> 'texts' -> 'after' ->> 'title' = 'Another title' ORDER BY a.id DESC LIMIT 1",
        )?->json('change');
        self::assertEquals(
            [
                'before' => ['title' => 'Electro-Technical Officer', 'positions' => 1],
                'after' => ['title' => 'Another title', 'positions' => 3],
            ],
            $change,
        );
        $asked = $this->int('SELECT id FROM requisition WHERE number = 2206');
        self::assertSame(['brief_not_editable'], $this->refused(static fn () => $save($asked, $brief, 1, 1)));
    }

    public function testOpeningsAreOnlyWhatIsApprovedAndLive(): void
    {
        $openings = $this->get(OpeningQuery::class);
        $list = static fn (string $city = '', string $words = '', int $page = 1): FoundOpenings => $openings->list(
            Narrowed::of(['city' => $city, 'q' => $words]), $page, 'en',
        );
        $found = static fn (string $city = '', string $words = ''): array => array_column(
            $list($city, $words)->openings,
            'number',
        );
        $numbers = $found();
        self::assertContains(2201, $numbers);
        self::assertSame([], array_intersect([2206, 2207, 2210, 2211], $numbers));
        self::assertSame(
            ['Aberdeen'],
            array_values(
                array_unique(array_map(static fn (Opening $o): string => $o->city(), $list('Aberdeen')->openings)),
            ),
        );
        self::assertSame([2201], $found('Bergen', 'SWITCHBOARD'), 'a word may be unfinished');
        self::assertSame([2201], $found('', 'bergen electr'), 'every word, in title, text, town or department');
        self::assertSame([], $found('', "'); DROP TABLE x; -- & | ! zzz"));
        $facets = $list('Aberdeen')->facets;
        self::assertSame(\count($numbers), array_sum($facets['city']), 'a facet counts as if it were not chosen');
        self::assertSame(\count($found('Aberdeen')), array_sum($facets['employment']), 'the others as chosen');
        self::assertSame([], $list(page: 99)->openings);
        $this->db()->execute(
            "UPDATE posting SET until = '2020-01-01' WHERE board = 'careers' AND requisition_id = (SELECT id
             FROM requisition WHERE number = 2201)",
        );
        self::assertNotContains(2201, $found(), 'its last day is over');
        self::assertFalse($openings->one(2201)?->days->isOpen);
    }

    public function testAnOpeningIsAJobPostingForMachines(): void
    {
        $opening = $this->get(OpeningQuery::class)->one(2205);
        self::assertNotNull($opening);
        $data = StructuredOpening::of(
            $opening,
            'Skerry Line',
            'http://127.0.0.1/careers/2205',
            'http://127.0.0.1/careers',
        );
        self::assertSame(
            ['JobPosting', 'Ticketing Data Analyst', 'FULL_TIME', 1],
            [$data['@type'], $data['title'], $data['employmentType'], $data['totalJobOpenings']],
        );
        $json = json_encode($data, \JSON_THROW_ON_ERROR);
        self::assertStringContainsString('"currency":"CAD"', $json);
        self::assertMatchesRegularExpression('/"minValue":\d{5},"maxValue":\d{5},"unitText":"YEAR"/', $json);
        self::assertSame('37.5 hours a week', $data['workHours']);
        self::assertMatchesRegularExpression(
            '/"validThrough":"\d{4}-\d\d-\d\dT23:59:59-0[34]:00"/',
            $json,
            'until midnight in Halifax',
        );
        foreach ([
            'datePosted', 'description', 'hiringOrganization', 'jobLocation', 'identifier', 'skills',
            'educationRequirements', 'experienceRequirements', 'jobBenefits', 'workHours', 'inLanguage',
            'addressRegion',
        ] as $property) {
            self::assertStringContainsString('"'.$property.'"', $json);
        }
    }

    public function testAnInvitationIsReadByACalendar(): void
    {
        $during = new Interval(
            new \DateTimeImmutable('2026-03-30T07:00:00Z'),
            new \DateTimeImmutable('2026-03-30T07:50:00Z'),
        );
        $text = Invitation::write(
            'REQUEST',
            'u1@skerryline.example',
            2,
            'Interview; with, commas',
            "Line one\nLine two",
            'Room 3',
            $during,
            'solveig.aune@skerryline.example',
            ['ana@post.example' => 'Ana "A" Pires'],
            new \DateTimeImmutable('2026-03-01T00:00:00Z'),
        );
        $calendar = Reader::read($text);
        self::assertInstanceOf(VCalendar::class, $calendar);
        self::assertStringNotContainsString('"level":3', json_encode($calendar->validate(), \JSON_THROW_ON_ERROR));
        self::assertStringContainsString("METHOD:REQUEST\r\n", $text);
        self::assertStringContainsString('DTSTART:20260330T070000Z', $text);
        self::assertStringContainsString('SEQUENCE:2', $text);
        self::assertStringContainsString('SUMMARY:Interview\; with\, commas', $text);
        foreach (explode("\r\n", $text) as $line) {
            self::assertLessThanOrEqual(75, \strlen($line), 'folded as RFC 5545 asks');
        }
    }

    public function testAMailGoesInThePersonsLanguageAndIsKeptApartFromTheRow(): void
    {
        $polish = $this->db()->row(
            "SELECT p.candidate_id, p.requisition_id FROM application p JOIN candidate c ON c.id = p.candidate_id
             WHERE c.locale = 'pl' ORDER BY p.id LIMIT 1",
        );
        self::assertNotNull($polish);
        $mailing = $this->get(Mailing::class);
        $mailing->toCandidate(
            'words-1',
            $polish->int('candidate_id'),
            $polish->int('requisition_id'),
            $mailing->templateFor('close_out', $polish->int('candidate_id')),
        );
        $row = $this->db()->row(
            "SELECT o.message, p.content FROM delivery o JOIN personal_value p ON p.id = o.personal_id
             WHERE o.key = 'words-1'",
        );
        self::assertNotNull($row);
        self::assertSame('{"key":"words-1"}', $row->json('message')['body'], 'the row itself names nobody');
        self::assertStringContainsString('Dzień dobry', $row->str('content'));
        self::assertStringNotContainsString('{{', $row->str('content'));
        self::assertSame(
            ['body merge_field_without_value'],
            $this->refused(
                static fn () => $mailing->toCandidate(
                    'words-2',
                    $polish->int('candidate_id'),
                    null,
                    new Template('Hello', '{{ opening }}'),
                ),
            ),
        );
    }

    public function testTheNightWatchAndHoursAreOnesOwn(): void
    {
        $this->as('Solveig Aune');
        $this->send('/me', '/me', ['zone' => 'Mars/Base', 'work_from' => '08:00', 'work_to' => '16:00'], 422);
        self::assertStringContainsString(
            'That time zone does not exist',
            (string) $this->client->getResponse()->getContent(),
        );
        $this->send('/me', '/me', ['zone' => 'Europe/Oslo', 'work_from' => '16:00', 'work_to' => '08:00'], 422);
        $this->send(
            '/me',
            '/me',
            ['zone' => 'America/Halifax', 'work_from' => '07:30', 'work_to' => '15:00', 'night' => 'on'],
        );
        $this->entities()->clear();
        $me = $this->account('Solveig Aune');
        self::assertSame(
            ['America/Halifax', 450, 900, true, false],
            [$me->zone, $me->workFrom, $me->workTo, $me->nightWatch, $me->singleKeys],
        );
    }
}
