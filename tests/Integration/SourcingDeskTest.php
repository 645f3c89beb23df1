<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Core\Fit\Fit;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Query\Tokeniser;
use Jorvent\Core\Search\Criterion;
use Jorvent\Core\Search\Kind;
use Jorvent\Core\Search\Search;
use Jorvent\Messages\LearnAnswers;
use Jorvent\Messages\Letters;
use Jorvent\People\Facets;
use Jorvent\People\FitOfCandidates;
use Jorvent\People\OwnData\Erase;
use Jorvent\People\PersonRecord;
use Jorvent\People\Profiles;
use Jorvent\People\SearchCandidates;
use Jorvent\People\SearchReach;
use Jorvent\People\SourcingSettings;
use Jorvent\People\Store\Bits;
use Jorvent\People\Suggest;
use Jorvent\People\SuitingOpenings;
use Jorvent\People\Thesaurus;
use Jorvent\Pipeline\KeepCandidate;
use Jorvent\Pipeline\KeepCandidates;
use Jorvent\Pipeline\SetAside;
use Jorvent\Pipeline\UndoSteps;
use Jorvent\Requisitions\Read\FactsQuery;
use Jorvent\Requisitions\Read\RequisitionFacts;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

/** What a recruiter does with people found: many at once, a letter, a note; whom they may see at all; and the ways out of a search. */
#[CoversClass(KeepCandidates::class)]
#[CoversClass(Letters::class)]
#[CoversClass(SearchReach::class)]
#[CoversClass(Suggest::class)]
#[CoversClass(Thesaurus::class)]
#[CoversClass(SuitingOpenings::class)]
final class SourcingDeskTest extends DatabaseTest
{
    public function testManyAreKeptAtOnceAndThoseLeftOutAreNamedWithTheReason(): void
    {
        $me = $this->as('Solveig Aune')->id;
        $requisition = $this->requisition(2203);
        [$free, $other, $barred, $here, $spared, $closed] = $this->strangers($requisition->id, 6);
        $this->db()->execute('UPDATE candidate SET contact_barred_until = CAST(now() AS date) + 40 WHERE id = :id', ['id' => $barred]);
        $this->db()->execute("INSERT INTO colleague (number, name, at) VALUES ('K-1', 'Someone Here', now())");
        $this->db()->execute("UPDATE candidate SET colleague = 'K-1' WHERE id = :id", ['id' => $here]);
        $this->db()->execute("INSERT INTO no_poach (employer, folded, note, account_id, at) VALUES ('Tern Holm', 'tern holm test', 'agreed', :me, now())", ['me' => $me]);
        $this->db()->execute("UPDATE candidate SET employer_folded = 'tern holm test' WHERE id = :id", ['id' => $spared]);
        $elsewhere = $this->requisition(2204);
        $this->db()->execute('DELETE FROM application WHERE candidate_id = :c', ['c' => $closed]);
        $this->db()->execute("INSERT INTO application (candidate_id, requisition_id, origin, stage, state, entered_at, applied_at, closed_reason, closed_at) VALUES (:c, :r, 'applied', 'new', 'closed', now() - interval '9 days', now() - interval '9 days', 'experience', now() - interval '2 days')", ['c' => $closed, 'r' => $elsewhere->id]);
        $in = $this->int('SELECT candidate_id FROM application WHERE requisition_id = :r LIMIT 1', ['r' => $requisition->id]);
        $done = $this->get(KeepCandidates::class)($requisition->id, array_map(strval(...), [$free, $barred, $here, $spared, $closed, $in, $other, $free]), $me);
        self::assertSame(2, $done['kept']);
        $name = fn (int $id): string => $this->db()->row('SELECT name FROM candidate WHERE id = :id', ['id' => $id])?->str('name') ?? '';
        self::assertSame(['do_not_contact' => [$name($barred)], 'employed_here' => [$name($here)], 'no_poach' => [$name($spared)], 'cooling_off' => [$name($closed)], 'already_in_pipeline' => [$name($in)]], $done['left']);
        $kept = fn (): int => $this->int("SELECT count(*) FROM application WHERE requisition_id = :r AND origin = 'sourced' AND candidate_id IN (:ids)", ['r' => $requisition->id, 'ids' => [$free, $other]]);
        self::assertSame(2, $kept());
        self::assertSame('keep', $this->get(UndoSteps::class)->undoLast($me), 'taken back together');
        self::assertSame(0, $kept());
        // one alone may be kept all the same; after the days agreed without saying so
        $keep = $this->get(KeepCandidate::class);
        self::assertSame(['cooling_off'], $this->refused(static fn () => $keep($requisition->id, (string) $closed, $me)));
        $this->get(SourcingSettings::class)->cool(1, $this->get(SourcingSettings::class)->all()['version']);
        $keep($requisition->id, (string) $closed, $me);
        $this->get(UndoSteps::class)->undoLast($me);
        $this->get(SourcingSettings::class)->cool(30, $this->get(SourcingSettings::class)->all()['version']);
        self::assertGreaterThan(0, $keep($requisition->id, (string) $closed, $me, true));
        self::assertSame(['days out_of_range'], $this->refused(fn () => $this->get(SourcingSettings::class)->cool(-1, 1)));
        // several set aside, taken back at once
        $this->get(SetAside::class)($requisition->id, [$free, $other], $me);
        self::assertSame([$other, $free], array_values(array_intersect([$other, $free], Bits::ids($this->get(SearchCandidates::class)->setAside(2203)))));
        $this->get(UndoSteps::class)->undoLast($me);
        self::assertSame([], array_intersect([$other, $free], Bits::ids($this->get(SearchCandidates::class)->setAside(2203))));
    }

    public function testALetterIsWrittenOnceAndItsAnswerTeaches(): void
    {
        $this->putOffWhatWaits();
        [$me, $colleague] = [$this->as('Solveig Aune')->id, $this->account('Mo Bakkerud')->id];
        $requisition = $this->requisition(2203);
        [$one, $barred] = $this->strangers($requisition->id, 2);
        $this->db()->execute('DELETE FROM letter WHERE candidate_id = :id', ['id' => $one]);
        $this->db()->execute("UPDATE candidate SET email = 'letter.one@post.example', asked = 0, answered = 0 WHERE id = :id", ['id' => $one]);
        $this->db()->execute('UPDATE candidate SET contact_barred_until = CAST(now() AS date) + 40 WHERE id = :id', ['id' => $barred]);
        $letters = $this->get(Letters::class);
        $text = $letters->draft($one, $requisition->id);
        self::assertSame([], $text->blockers([]), 'nothing is left open in it');
        self::assertSame(['do_not_contact'], $this->refused(static fn () => $letters->write($barred, $requisition->id, $me, $text, false)));
        self::assertSame(['body merge_field_unknown'], $this->refused(static fn () => $letters->write($one, $requisition->id, $me, new Template('Hello', 'Dear {{ nobody }}'), false)));
        $letters->write($one, $requisition->id, $me, $text, false);
        self::assertSame(['written_lately'], $this->refused(static fn () => $letters->write($one, $requisition->id, $colleague, $text, false)), 'a colleague wrote');
        self::assertSame([], $letters->blockers($one, $me), 'one may write on oneself');
        $letters->write($one, $requisition->id, $colleague, $text, true);
        self::assertSame([2, 0], [$this->int('SELECT asked FROM candidate WHERE id = :id', ['id' => $one]), $this->int('SELECT answered FROM candidate WHERE id = :id', ['id' => $one])]);
        self::assertContains($one, Bits::ids($this->get(SearchCandidates::class)(new Search('', [new Criterion(Kind::Written)]))->people));
        self::assertSame(['Mo Bakkerud', 'Solveig Aune'], array_map(static fn ($r): ?string => $r->strOrNull('by'), $letters->trail($one, $this->account('Solveig Aune'), 2)));
        self::assertTrue($letters->answered($one));
        self::assertTrue($letters->answered($one));
        self::assertFalse($letters->answered($one), 'each letter is answered once');
        $this->db()->execute('DELETE FROM answer_chance');
        $this->get(LearnAnswers::class)->run();
        self::assertSame($this->int('SELECT count(*) FROM letter WHERE answered_at IS NOT NULL OR written_at < now() - interval \'21 days\''), $this->get(SourcingSettings::class)->chance()['letters']);
        // made one with someone else, their letters count together; taken apart, each has their own again
        $twin = $this->strangers($requisition->id, 3)[2];
        $this->db()->execute("INSERT INTO letter (candidate_id, account_id, history, activity, written_at) VALUES (:c, :a, 'new', 1, now())", ['c' => $twin, 'a' => $me]);
        $asked = fn (int $c): int => $this->int('SELECT asked FROM candidate WHERE id = :id', ['id' => $c]);
        $own = $this->int('SELECT count(*) FROM letter WHERE candidate_id = :id', ['id' => $twin]);
        $merge = $this->get(\Jorvent\People\JoinPeople::class);
        $id = $merge($one, $twin, $me);
        self::assertSame([2 + $own, 0], [$asked($one), $asked($twin)]);
        $merge->takeApart($id, $me);
        self::assertSame([2, $own], [$asked($one), $asked($twin)]);
        // the page sends it, and says so
        $this->client->request('GET', '/r/2203/sourcing?q=&person='.$one);
        self::assertSelectorTextContains('#reader .alert-warning', 'wrote');
        // forgetting them leaves nothing of what was written
        $this->get(Erase::class)($one, 'house');
        self::assertSame(0, $this->int("SELECT count(*) FROM personal_value WHERE CAST(content AS text) ILIKE '%letter.one@%'"));
    }

    public function testNotesAreFoundByTheirFieldAloneAndForgotten(): void
    {
        $me = $this->as('Solveig Aune')->id;
        $id = $this->int('SELECT min(candidate_id) FROM candidate_words');
        $find = fn (string $q): array => Bits::ids($this->get(SearchCandidates::class)(new Search($q))->people);
        $this->get(PersonRecord::class)->note($id, 'Met at the winter quay, likes zzsextants', $me);
        self::assertSame([[$id], [$id], []], [$find('note:zzsextants'), $find('note:"winter quay"'), $find('zzsextants')]);
        self::assertStringContainsString('Met at the winter quay, likes zzsextants', (string) json_encode($this->get(\Jorvent\People\OwnData\OwnData::class)->of($id)['notes'] ?? null), 'they may read it');
        $this->get(Erase::class)($id, 'house');
        self::assertSame(0, $this->int('SELECT count(*) FROM candidate_note WHERE candidate_id = :id', ['id' => $id]));
        self::assertSame(0, $this->int("SELECT count(*) FROM post WHERE key LIKE '%zzsextants%'"));
    }

    public function testWhatSomeoneToldIsFound(): void
    {
        $this->as('Solveig Aune');
        $id = $this->int('SELECT min(candidate_id) FROM candidate_words');
        $record = $this->get(PersonRecord::class);
        $record->told($id, ['no', 'CA'], true, false, true);
        $passes = fn (Criterion $c): bool => \in_array($id, Bits::ids($this->get(SearchCandidates::class)(new Search('', [$c]))->people), true);
        self::assertSame([true, false, true, true], [$passes(new Criterion(Kind::Permit, ['CA'])), $passes(new Criterion(Kind::Permit, ['PL'])), $passes(new Criterion(Kind::Remote)), $passes(new Criterion(Kind::Considers, to: 1))]);
        self::assertSame(['permits country_unknown'], $this->refused(static fn () => $record->told($id, ['Norway'], null, null, false)));
    }

    public function testEachSeesOnlyWhomTheyMay(): void
    {
        $search = $this->get(SearchCandidates::class);
        $reach = $this->get(SearchReach::class);
        $all = Bits::ids($search(new Search())->people);
        $recruiter = $this->account('Solveig Aune');
        $manager = $this->account($this->db()->row('SELECT a.name FROM requisition r JOIN account a ON a.id = r.manager_id WHERE r.number = 2201')?->str('name') ?? '');
        $brought = array_map(static fn ($r): int => $r->int('c'), $this->db()->rows('SELECT DISTINCT p.candidate_id AS c FROM application p JOIN requisition r ON r.id = p.requisition_id WHERE r.manager_id = :m OR r.requester_id = :m OR r.partner_id = :m OR EXISTS (SELECT 1 FROM team_member t WHERE t.requisition_id = r.id AND t.account_id = :m)', ['m' => $manager->id]));
        $ids = static fn (?\GMP $of, string $q = ''): array => Bits::ids($search(new Search($q), $of)->people);
        $seen = $ids($reach->of($manager));
        sort($seen);
        $expected = array_values(array_intersect($brought, $all));
        sort($expected);
        self::assertSame($expected, $seen, 'a manager: only people brought to them');
        self::assertLessThan(\count($all) / 2, \count($seen));
        $result = $search(new Search('electrician'), $reach->of($manager));
        self::assertSame(\count($seen), $result->ladder->population, 'the ladder counts them alone');
        self::assertSame(\count($seen), $result->ladder->rungs[0]->without + $result->ladder->total);
        // confidential: gone from everyone's searches but those of who works on their requisition
        $stranger = $this->strangers($this->requisition(2201)->id, 1)[0];
        $this->db()->execute('DELETE FROM application WHERE candidate_id = :c', ['c' => $stranger]);
        self::assertContains($stranger, $ids($reach->of($recruiter)));
        $this->get(PersonRecord::class)->confide($stranger, true);
        self::assertNotContains($stranger, $ids($reach->of($recruiter)));
        $this->db()->execute("INSERT INTO application (candidate_id, requisition_id, origin, stage, entered_at, applied_at) VALUES (:c, :r, 'applied', 'new', now(), now())", ['c' => $stranger, 'r' => $this->requisition(2201)->id]);
        self::assertContains($stranger, $ids($reach->of($recruiter)), 'on a requisition one reads');
        // a colleague who applied, likewise
        $internal = $this->strangers($this->requisition(2201)->id, 2)[1];
        $this->db()->execute("INSERT INTO colleague (number, name, at) VALUES ('K-2', 'Someone Inside', now())");
        $this->db()->execute("UPDATE candidate SET colleague = 'K-2' WHERE id = :id", ['id' => $internal]);
        $this->db()->execute('DELETE FROM application WHERE candidate_id = :c', ['c' => $internal]);
        self::assertContains($internal, $ids($reach->of($recruiter)), 'a colleague who did not apply');
        // an opening that only its team may read
        $quiet = $this->int("SELECT id FROM requisition WHERE state = 'approved' AND recruiter_id <> :me AND requester_id <> :me ORDER BY id DESC LIMIT 1", ['me' => $recruiter->id]);
        $this->db()->execute("UPDATE requisition SET visibility = 'team' WHERE id = :r", ['r' => $quiet]);
        $this->db()->execute("INSERT INTO application (candidate_id, requisition_id, origin, stage, entered_at, applied_at) VALUES (:c, :r, 'applied', 'new', now(), now())", ['c' => $internal, 'r' => $quiet]);
        self::assertNotContains($internal, $ids($reach->of($recruiter)));
        self::assertFalse($reach->sees($recruiter, $internal));
        $here = $this->requisition(2203)->id;
        self::assertSame(['candidate_gone'], $this->refused(fn () => $this->get(KeepCandidate::class)($here, (string) $internal, $recruiter->id)), 'a made-up request neither keeps nor writes');
        self::assertSame(['candidate_gone'], $this->refused(fn () => $this->get(Letters::class)->write($internal, $here, $recruiter->id, new Template('Hello', 'You'), false)));
        $this->as('Solveig Aune');
        $this->client->request('GET', '/people/'.$internal);
        self::assertResponseStatusCodeSame(404, 'their page too');
        $name = $this->db()->row('SELECT name FROM candidate WHERE id = :id', ['id' => $internal])?->str('name') ?? '';
        $this->client->request('GET', '/find?q='.rawurlencode($name));
        self::assertSelectorNotExists('main a[href="/people/'.$internal.'"]');
        $this->db()->execute("UPDATE requisition SET visibility = 'reach' WHERE id = :r", ['r' => $quiet]);
        $this->client->request('GET', '/people/'.$internal);
        self::assertResponseIsSuccessful();
        $this->client->request('GET', '/find?q='.rawurlencode($name));
        self::assertSelectorExists('main a[href="/people/'.$internal.'"]');
        $this->db()->execute("UPDATE requisition SET visibility = 'team' WHERE id = :r", ['r' => $quiet]);
        // and so on the pages
        $this->as($manager->name);
        $this->client->request('GET', '/r/2201/sourcing?q=');
        self::assertResponseIsSuccessful();
        self::assertSelectorTextSame('#q-total .snd', (string) \count($ids($reach->of($manager))));
        self::assertSelectorNotExists('[data-ask-all]');
        self::assertSelectorNotExists('#reader [data-key=y]');
        $this->client->request('GET', '/r/2201/sourcing/compare?people[]='.array_values(array_diff($all, $expected))[0]);
        self::assertSelectorTextContains('main', 'Nobody is marked');
    }

    public function testOtherWordsBringExactlyWhomTheySay(): void
    {
        $this->get(Thesaurus::class)->write(null, 0, ['PLC', 'SCADA', 'switchboards']);
        self::assertGreaterThan(0, $this->get(Thesaurus::class)->learn());
        self::assertSame(['terms terms_too_few'], $this->refused(fn () => $this->get(Thesaurus::class)->write(null, 0, ['one'])));
        $search = $this->get(SearchCandidates::class);
        $seen = 0;
        foreach ([new Search('PLC AND "fault finding"'), new Search('(PLC OR welder) NOT apprentices'), new Search('hull', [new Criterion(Kind::Title, ['naval architect'])]), new Search('payroll SQL'), new Search('stability "class approval"'), new Search('', [new Criterion(Kind::Title, ['welder']), new Criterion(Kind::Years, from: 9)])] as $asked) {
            $result = $search($asked);
            foreach ($this->get(Suggest::class)->widen($result) as $w) {
                $wider = Suggest::with($result, $asked, $w['row'], $w['term']);
                self::assertSame($result->ladder->total + $w['gain'], $search($wider)->ladder->total, $w['term'].' in '.$asked->text);
                ++$seen;
            }
        }
        self::assertGreaterThan(5, $seen);
        // and narrower ones leave as many as they say
        $requisition = $this->requisition(2201);
        $fits = $this->get(FitOfCandidates::class);
        $asked = new Search('NOT zzz');
        $result = $search($asked);
        $narrow = $this->get(Suggest::class)->narrow($result, $fits->rank($fits->weighing($requisition), Bits::ids($result->people)));
        self::assertNotSame([], $narrow);
        foreach ($narrow as $n) {
            self::assertSame($n['left'], $search(Suggest::and($result, $asked, $n['kind'], $n['term']))->ladder->total, $n['term']);
            self::assertGreaterThan(50, $n['best']);
        }
    }

    public function testDistributionsAreExactWhetherReadOrCounted(): void
    {
        $people = $this->get(SearchCandidates::class)(new Search('electrician OR welder'))->people;
        $profiles = $this->get(Profiles::class)->of(Bits::ids($people));
        $counts = ['title' => [], 'employer' => []];
        $told = [];
        foreach ($profiles as $profile) {
            foreach (['title' => 't', 'employer' => 'e'] as $kind => $_) {
                foreach (array_unique(array_map(static fn ($s): string => implode(' ', (new Tokeniser())->row($s->{$kind})), $profile->stints)) as $value) {
                    $counts[$kind][$value] = ($counts[$kind][$value] ?? 0) + 1;
                }
            }
        }
        foreach ([500, 0] as $limit) {
            $facets = $this->get(Facets::class)->of($people, 6, $limit);
            foreach ($facets as $kind => $values) {
                self::assertCount(6, $values);
                arsort($counts[$kind]);
                foreach ($values as $value => $n) {
                    // a value counts as the criterion that stands for it does: whoever has it as part of a longer one is in it
                    $folded = implode(' ', (new Tokeniser())->row($value));
                    self::assertGreaterThanOrEqual($counts[$kind][$folded] ?? 0, $n);
                    self::assertSame(gmp_popcount(gmp_and($people, $this->get(SearchCandidates::class)(new Search('', [new Criterion(Kind::from($kind), [$value])]))->people)), $n, $value);
                }
                self::assertGreaterThanOrEqual(array_values($counts[$kind])[5], min($values), 'nobody more common is missing');
            }
            $told[] = $facets;
        }
        self::assertEquals(array_map(array_values(...), $told[0]), array_map(array_values(...), $told[1]));
    }

    public function testOpeningsThatSuitSomeoneAreThoseOfTheirFit(): void
    {
        $id = $this->int("SELECT id FROM candidate WHERE headline ILIKE '%electrician%' ORDER BY id LIMIT 1");
        $me = $this->as('Solveig Aune');
        $found = $this->get(SuitingOpenings::class)->of($id, $me);
        self::assertGreaterThan(3, \count($found));
        $scores = array_map(static fn (array $o): int => $o['fit']->score ?? -1, $found);
        $sorted = $scores;
        rsort($sorted);
        self::assertSame($sorted, $scores);
        $fits = $this->get(FitOfCandidates::class);
        $weighing = $fits->weighing($this->requisition($found[0]['number']));
        self::assertEquals(Fit::of($weighing->measure, $weighing->prior, $this->get(\Jorvent\People\Store\FitValues::class)->facts([$id])[$id]), $found[0]['fit']);
        self::assertStringContainsString('lectrician', $found[0]['title'].$found[1]['title'].$found[2]['title']);
        $this->client->request('GET', '/people/'.$id.'/openings');
        self::assertSelectorTextContains('#suits', 'R-'.$found[0]['number']);
    }

    public function testWhetherFitRanksThoseWhoDeclaredSomethingIsToldFromCountsAlone(): void
    {
        $this->db()->execute('DELETE FROM declared');
        $this->db()->execute("UPDATE application SET applied_at = now() WHERE applied_at < date_trunc('quarter', now())");
        $requisition = $this->requisition(2201);
        $people = array_map(static fn ($r): int => $r->int('id'), $this->db()->rows('SELECT id FROM candidate c WHERE NOT EXISTS (SELECT 1 FROM application a WHERE a.candidate_id = c.id AND a.requisition_id = :r) ORDER BY id LIMIT 40', ['r' => $requisition->id]));
        for ($q = 1; $q <= 8; ++$q) {
            $at = "CAST(date_trunc('quarter', now()) - interval '".(3 * $q)." months' + interval '9 days' AS timestamptz)";
            foreach (['woman' => $q, 'man' => 10 - $q] as $answer => $n) {
                $this->db()->execute("INSERT INTO declared (unit_id, quarter, question, answer, n) SELECT unit_id, CAST(date_trunc('quarter', $at) AS date), 'gender', :a, :n FROM requisition WHERE id = :r", ['a' => $answer, 'n' => $n, 'r' => $requisition->id]);
            }
            foreach (\array_slice($people, 5 * ($q - 1), 5) as $i => $one) {
                // those of a quarter with more of them stand higher: 40 points between all and none
                $this->db()->execute("INSERT INTO application (candidate_id, requisition_id, origin, stage, entered_at, applied_at, fit) VALUES (:c, :r, 'applied', 'new', $at, $at, :f)", ['c' => $one, 'r' => $requisition->id, 'f' => 30 + 4 * $q + [-2, -1, 0, 1, 2][$i]]);
            }
        }
        $found = $this->get(\Jorvent\Careers\FitByDeclared::class)->of()['gender'] ?? [];
        self::assertEqualsWithDelta([40, 40, 40], [$found['woman']?->difference, $found['woman']?->least, $found['woman']?->most], 1e-6);
        self::assertEqualsWithDelta(-40, $found['man']?->difference, 1e-6);
        $this->as('Runa Eikeland');
        $this->client->request('GET', '/declared');
        self::assertSelectorTextContains('main', 'ranked higher');
        $this->db()->execute("UPDATE declared SET n = 1 WHERE answer = 'woman'");
        $this->db()->execute("UPDATE declared SET n = 1 WHERE answer = 'man'");
        self::assertNull($this->get(\Jorvent\Careers\FitByDeclared::class)->of()['gender']['woman'] ?? null, 'groups too small to be shown tell nothing');
    }

    public function testOneComesBackToWhereOneWas(): void
    {
        $this->as('Solveig Aune');
        $crawler = $this->client->request('GET', '/r/2204/sourcing?q=hull');
        $third = $crawler->filter('.found-person a[data-read]')->eq(2);
        $this->client->request('GET', (string) $third->attr('href'));
        $this->clock()->moveTo($this->clock()->now()->modify('+3 days'));
        $again = $this->client->request('GET', '/r/2204/sourcing');
        self::assertSelectorTextSame('.found-person.is-sel a', trim($third->text()));
        self::assertSame('hull', $again->filter('#q')->attr('value'));
    }

    public function testAStatementPlannedOnceSaysTheSame(): void
    {
        $sql = 'SELECT id, name FROM candidate WHERE id > :from AND (:name = name OR id < :to) AND erased_at IS NULL ORDER BY id LIMIT 5';
        foreach ([['from' => 3, 'to' => 9, 'name' => "O'Neill"], ['from' => 20, 'to' => 24, 'name' => 'x']] as $with) {
            self::assertEquals($this->db()->rows($sql, $with), $this->db()->planned($sql, $with));
            self::assertNotSame([], $this->db()->planned($sql, $with));
        }
    }

    public function testBeforeAnyoneSearchedTheBriefIsWhatIsLookedFor(): void
    {
        $this->as('Solveig Aune');
        $this->db()->execute("UPDATE requisition SET query = '', criteria = '[]', musts = '[\"PLC\", \"shore power\", \"drives\"]', wishes = '[\"SCADA\"]', years_from = 4, site_id = (SELECT id FROM site WHERE city = 'Bergen' LIMIT 1) WHERE number = 2201");
        $this->client->request('GET', '/r/2201/sourcing');
        self::assertSelectorExists('#q');
        $line = fn (): ?string => $this->client->getCrawler()->filter('#q')->attr('value');
        self::assertSame('PLC AND "shore power" AND (drives OR SCADA)', $line());
        $found = $this->get(SearchCandidates::class)(\Jorvent\Core\Search\FirstSearch::of(['PLC', 'shore power', 'drives'], ['SCADA'], 4, 'Bergen'));
        self::assertGreaterThan(0, $found->ladder->total);
        self::assertSelectorTextContains('#people .seg', 'Match '.$found->ladder->total);
        $this->db()->execute("UPDATE requisition SET musts = '[\"SCADA\"]', wishes = '[]' WHERE number = 2201");
        $this->get(EntityManagerInterface::class)->clear();
        $this->client->request('GET', '/r/2201/sourcing');
        self::assertSame('SCADA', $line(), 'it follows the brief');
        $this->client->request('GET', '/r/2201/sourcing?q=welder');
        $this->client->request('GET', '/r/2201/sourcing');
        self::assertSame('welder', $line(), 'until someone searches');
    }

    private function requisition(int $number): RequisitionFacts
    {
        return $this->get(FactsQuery::class)->byNumber($number);
    }

    /** @return list<int> people who are in no pipeline of a requisition, and not barred, set aside or closed out anywhere */
    private function strangers(int $requisition, int $most): array
    {
        return array_map(static fn ($r): int => $r->int('id'), $this->db()->rows("SELECT c.id FROM candidate c WHERE c.erased_at IS NULL AND c.merged_into IS NULL AND c.claims IS NULL AND c.contact_barred_until IS NULL AND c.colleague IS NULL AND c.email IS NOT NULL AND EXISTS (SELECT 1 FROM candidate_words w WHERE w.candidate_id = c.id) AND NOT EXISTS (SELECT 1 FROM no_poach n WHERE n.folded = c.employer_folded) AND NOT EXISTS (SELECT 1 FROM application a WHERE a.candidate_id = c.id AND (a.requisition_id = :r OR a.state <> 'active')) AND NOT EXISTS (SELECT 1 FROM verdict v WHERE v.candidate_id = c.id) ORDER BY c.id LIMIT ".$most, ['r' => $requisition]));
    }
}
