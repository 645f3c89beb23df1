<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Resume\Folded;
use Jorvent\People\Colleagues;
use Jorvent\People\JoinPeople;
use Jorvent\People\PeopleLists;
use Jorvent\People\PersonRecord;
use Jorvent\People\Read\RecordQuery;
use Jorvent\Pipeline\KeepCandidate;
use Jorvent\Shell\Import\Imports;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** What is set about a person and used everywhere: tags, lists, bars, colleagues, agreements; people and colleagues from tables. */
#[CoversNothing]
final class RecordTest extends DatabaseTest
{
    public function testTagsListsAndTheBarAreSetOnThePersonsPage(): void
    {
        $me = $this->as('Solveig Aune');
        $this->send('/people/41', '/people/41/tags', ['tag' => 'Winter Yard, night sailings , WINTER yard']);
        $tags = $this->get(RecordQuery::class)->tags(41);
        self::assertContains('Winter Yard', $tags);
        self::assertContains('night sailings', $tags);
        self::assertNotContains('WINTER yard', $tags);
        $this->client->request('GET', '/find?q=winter+yard');
        self::assertSelectorExists('a[href="/people/41"]', 'found by a tag, whatever its capitals');
        $tag = $this->int("SELECT id FROM tag WHERE name = 'Winter Yard'");
        $this->send('/people/41', '/people/41/tags', ['off' => (string) $tag]);
        self::assertSame(
            0,
            $this->int('SELECT count(*) FROM tag WHERE id = :t', ['t' => $tag]),
            'a tag that nobody has is gone',
        );
        $this->send('/people/41', '/people/41/lists', ['list' => '', 'name' => 'Spring crew']);
        $list = $this->int("SELECT id FROM people_list WHERE name = 'Spring crew'");
        $this->client->request('GET', '/lists?list='.$list);
        self::assertSelectorTextContains(
            'main',
            (string) $this->db()->row('SELECT name FROM candidate WHERE id = 41')?->str('name'),
        );
        $this->client->request('GET', "/lists/$list.csv");
        self::assertResponseIsSuccessful();
        self::assertSame(
            ['name list_name_taken'],
            $this->refused(fn () => $this->get(PeopleLists::class)->open('spring CREW', true, $me->id)),
        );
        $until = $this->clock()->now()->modify('+40 days')->format('Y-m-d');
        $this->send('/people/41', '/people/41/bar', ['until' => $until, 'note' => 'on leave']);
        $this->client->request('GET', '/people/41');
        self::assertSelectorTextContains('main', 'on leave');
        self::assertSame(['do_not_contact'], $this->refused(fn () => $this->keep(41)));
        self::assertSame(
            ['until bar_day_wrong'],
            $this->refused(fn () => $this->get(PersonRecord::class)->bar(41, $this->clock()->now()->setTime(0, 0), '')),
        );
        $this->send('/people/41', '/people/41/bar', ['then' => 'lift']);
        self::assertNull(
            $this->db()->row(
                'SELECT contact_barred_until FROM candidate WHERE id = 41',
            )?->strOrNull('contact_barred_until'),
        );
    }

    public function testAListIsOnesOwnOrSharedAndOnlyItsOwnerEndsIt(): void
    {
        $solveig = $this->account('Solveig Aune')->id;
        $gordon = $this->account('Gordon Leask')->id;
        $lists = $this->get(PeopleLists::class);
        $list = $lists->open('Mine alone', false, $solveig);
        self::assertSame(['missing'], $this->refused(static fn () => $lists->one($list, $gordon)));
        self::assertSame(['missing'], $this->refused(static fn () => $lists->put($list, 41, '', $gordon)));
        $lists->change($list, 'share', $solveig);
        $lists->put($list, 41, 'good', $gordon);
        self::assertSame(
            ['missing'],
            $this->refused(static fn () => $lists->change($list, 'end', $gordon)),
            'seen, but not theirs to end',
        );
        $lists->change($list, 'end', $solveig);
        self::assertSame(['missing'], $this->refused(static fn () => $lists->one($list, $gordon)));
    }

    public function testWhoWorksHereOrUnderAnAgreementIsNotKept(): void
    {
        $colleagues = $this->get(Colleagues::class);
        self::assertSame(['employed_here'], $this->refused(fn () => $this->keep(211)));
        self::assertFalse($colleagues->standing(233)->bool('now'), 'was one, and may come back');
        $spared = $this->int(
            "SELECT c.id FROM candidate c WHERE c.employer = 'Granholm Data' AND c.contact_barred_until IS NULL
             AND c.colleague IS NULL AND NOT EXISTS (SELECT 1 FROM application a WHERE a.candidate_id = c.id)
             ORDER BY c.id LIMIT 1",
        );
        self::assertSame(['no_poach'], $this->refused(fn () => $this->keep($spared)));
        $this->as('Runa Eikeland');
        $this->send(
            '/colleagues',
            '/colleagues/agreement',
            ['employer' => 'The Granholm Data AS', 'until' => '', 'note' => ''],
            422,
        );
        $this->send(
            '/colleagues',
            '/colleagues/agreement',
            [
                'employer' => 'The Granholm Data AS',
                'until' => $this->clock()->now()->modify('+2 days')->format('Y-m-d'), 'note' => 'until the summer',
            ],
        );
        self::assertSame(
            1,
            $this->int("SELECT count(*) FROM no_poach WHERE folded = 'granholm data'"),
            'the same house, however it is written',
        );
        $this->clock()->moveTo($this->clock()->now()->modify('+3 days'));
        $this->keep($spared);
        self::assertSame(
            1,
            $this->int('SELECT count(*) FROM application WHERE candidate_id = :c', ['c' => $spared]),
            'it has ended',
        );
    }

    public function testATableOfColleaguesTiesByAddressAndAsksAboutTheRest(): void
    {
        $me = $this->as('Runa Eikeland');
        $known = $this->db()->row('SELECT name, email, phone FROM candidate WHERE id = 150');
        $alike = $this->db()->row('SELECT name, phone FROM candidate WHERE id = 151');
        self::assertNotNull($known);
        self::assertNotNull($alike);
        $id = $this->table(
            'colleagues',
            "Ansattnr;Navn;E-post;Mobil;Avdeling;Ansatt fra;Sluttet\n90001;Anyone at all;".strtoupper($known->str('email')).";;Deck;01.02.2020;\n90002;".$alike->str('name').';other@post.example;'.$alike->str('phone').";Catering;2024-05-01;2025-06-30\n90003;;x;;;soon;\n",
            $me->id,
        );
        self::assertSame([2, 1], [$this->import($id)->int('rows_good'), $this->import($id)->int('rows_bad')]);
        $this->get(Imports::class)->start($id, $me->id);
        $this->deliverAll();
        self::assertSame(
            '90001',
            $this->db()->row('SELECT colleague FROM candidate WHERE id = 150')?->strOrNull('colleague'),
        );
        $colleagues = $this->get(Colleagues::class);
        $maybe = array_values(
            array_filter($colleagues->maybe(), static fn ($m): bool => '90002' === $m->str('number')),
        );
        self::assertSame([151], array_map(static fn ($m): int => $m->int('id'), $maybe));
        $this->send('/colleagues', '/colleagues/tie', ['candidate' => '151', 'number' => '90002', 'then' => 'other']);
        self::assertSame(
            [],
            array_filter($colleagues->maybe(), static fn ($m): bool => '90002' === $m->str('number')),
            'not asked again',
        );
        $this->send('/colleagues', '/colleagues/tie', ['candidate' => '150', 'number' => '90001', 'then' => 'other']);
        $again = $this->table(
            'colleagues',
            "number,name,email\n90001,Anyone at all,".$known->str('email')."\n",
            $me->id,
        );
        $this->get(Imports::class)->start($again, $me->id);
        $this->deliverAll();
        self::assertNull(
            $this->db()->row('SELECT colleague FROM candidate WHERE id = 150')?->strOrNull('colleague'),
            'what someone said stands against a table',
        );
    }

    public function testPeopleComeFromATableAndWhoIsKnownIsNamedNotMadeTwice(): void
    {
        $me = $this->as('Solveig Aune');
        $known = $this->db()->row('SELECT name, email FROM candidate WHERE id = 150');
        $alike = $this->db()->row('SELECT name, phone FROM candidate WHERE id = 151');
        self::assertNotNull($known);
        self::assertNotNull($alike);
        $before = $this->int('SELECT count(*) FROM candidate');
        $id = $this->table('people', "First name,Surname,E-mail,Mobile,Town,Position,Company,Since,Skills,Expected salary,Currency,Tags,Comment\n".
            "Tordis,Quernvik,tordis.quernvik@post.example,+47 912 33 441,Ålesund,Ship electrician,Nordhamn Verft,2019-03,\"PLC; switchboards\",620 000,NOK,\"fair, yard\",met at the fair\n".
            'Someone,Else,'.$known->str('email').",,,,,,,,,,\n".
            'x,,'.$alike->str('name').",,,,,,,much,NOK,,\n".
            '"'.explode(
                ' ',
                $alike->str('name'),
            )[0].'","'.implode(
                ' ',
                \array_slice(explode(' ', $alike->str('name')), 1),
            ).'",,'.$alike->str('phone').",,,,,,,,,\n".
            "Tordis,Again,tordis.quernvik@post.example,,,,,,,,,,\n", $me->id);
        self::assertSame([1, 4], [$this->import($id)->int('rows_good'), $this->import($id)->int('rows_bad')]);
        $codes = array_unique(
            array_map(
                static fn (array $e): string => \is_string($e['code'] ?? null) ? $e['code'] : '',
                $this->import($id)->objects('errors'),
            ),
        );
        foreach (['email_known', 'looks_known', 'not_an_amount', 'twice_in_table'] as $code) {
            self::assertContains($code, $codes);
        }
        $this->get(Imports::class)->start($id, $me->id);
        $this->deliverAll();
        self::assertSame($before + 1, $this->int('SELECT count(*) FROM candidate'));
        $new = $this->db()->row(
            "SELECT id, source, employer, headline, pay_expected FROM candidate
             WHERE email = 'tordis.quernvik@post.example'",
        );
        self::assertNotNull($new);
        self::assertSame(
            ['table', 'Nordhamn Verft', 62_000_000],
            [$new->str('source'), $new->strOrNull('employer'), $new->int('pay_expected')],
        );
        self::assertSame(['fair', 'yard'], $this->get(RecordQuery::class)->tags($new->int('id')));
        self::assertCount(
            1,
            $this->get(PeopleLists::class)->with($new->int('id'), $me->id),
            'found again under the name of the table',
        );
        $this->as('Runa Eikeland');
        $this->client->request('POST', '/import/people', ['_token' => 'x']);
        self::assertResponseStatusCodeSame(403);
    }

    public function testTagsAndListsOfBothAreKeptWhenTwoAreMadeOneAndComeApartAgain(): void
    {
        $me = $this->as('Solveig Aune');
        $record = $this->get(PersonRecord::class);
        $lists = $this->get(PeopleLists::class);
        foreach ([41 => ['both', 'one'], 42 => ['both', 'two']] as $id => $tags) {
            $this->db()->execute('DELETE FROM candidate_tag WHERE candidate_id = :c', ['c' => $id]);
            $record->tag($id, $tags, $me->id);
        }
        $list = $lists->open('Just the other', true, $me->id);
        $lists->put($list, 42, '', $me->id);
        $record->bar(42, $this->clock()->now()->modify('+3000 days'), 'asked us to');
        $names = fn (int $id): string => implode(' ', $this->get(RecordQuery::class)->tags($id));
        $merge = $this->get(JoinPeople::class);
        $id = $merge(41, 42, $me->id);
        self::assertSame('both one two', $names(41));
        self::assertSame(
            'asked us to',
            $this->db()->row('SELECT contact_barred_note FROM candidate WHERE id = 41')?->str('contact_barred_note'),
            'the stricter, with its reason',
        );
        self::assertContains(
            'Just the other',
            array_map(static fn ($l): string => $l->str('name'), $lists->with(41, $me->id)),
        );
        $merge->takeApart($id, $me->id);
        self::assertSame('both one, both two', $names(41).', '.$names(42));
        self::assertSame(
            '',
            $this->db()->row('SELECT contact_barred_note FROM candidate WHERE id = 41')?->str('contact_barred_note'),
        );
    }

    /** What is taken out is looked for in the text, the facts about the file, its pictures, its bytes and its name. */
    public function testABlindCopyTellsNothingOfWhoItIs(): void
    {
        $this->as('Solveig Aune');
        $file = (string) tempnam(sys_get_temp_dir(), 'blind');
        $run = static fn (string $command): string => (string) shell_exec($command.' 2>/dev/null');
        foreach ([7, 19, 40, 41, 120, 211] as $id) {
            $this->client->request('GET', "/people/$id/blind.pdf");
            self::assertResponseIsSuccessful();
            $bytes = (string) $this->client->getResponse()->getContent();
            file_put_contents($file, $bytes);
            $text = $run('pdftotext -layout '.escapeshellarg($file).' -');
            self::assertStringContainsString('Candidate', $text);
            $person = $this->db()->row(
                'SELECT name, email, phone, headline FROM candidate WHERE id = :id',
                ['id' => $id],
            );
            self::assertNotNull($person);
            self::assertStringContainsString(explode(',', $person->str('headline'))[0], $text, 'what they do is there');
            $everything = Folded::of(
                $text.$run(
                    'pdfinfo '.escapeshellarg($file),
                ).$bytes.$this->client->getResponse()->headers->get('Content-Disposition'),
            )->text;
            $removed = [
                $person->str('email'), explode('@', $person->str('email'))[0], $person->str('phone'),
                (string) preg_replace('/\D/', '', $person->str('phone')), ...explode(' ', $person->str('name')),
            ];
            foreach ($this->db()->rows(
                "SELECT e ->> 'school' AS school FROM resume r CROSS
                 JOIN jsonb_array_elements(r.reading -> 'education') e WHERE r.candidate_id = :id",
                ['id' => $id],
            ) as $school) {
                $removed[] = $school->str('school');
            }
            foreach ($removed as $value) {
                self::assertStringNotContainsString(Folded::of($value)->text, $everything, $value);
            }
            self::assertSame(
                2,
                substr_count($run('pdfimages -list '.escapeshellarg($file)), "\n"),
                'a head of two lines, and no picture',
            );
            self::assertStringNotContainsString(
                'candidate-'.$id.'.',
                (string) $this->client->getResponse()->headers->get('Content-Disposition'),
            );
        }
        unlink($file);
        $this->client->request('GET', '/people/41/copy.pdf');
        file_put_contents($file, (string) $this->client->getResponse()->getContent());
        self::assertStringContainsString(
            (string) $this->db()->row('SELECT name FROM candidate WHERE id = 41')?->str('name'),
            $run('pdftotext '.escapeshellarg($file).' -'),
            'the other copy has it all',
        );
        unlink($file);
    }

    private function keep(int $candidate): void
    {
        $this->get(KeepCandidate::class)(
            $this->int('SELECT id FROM requisition WHERE number = 2203'),
            (string) $candidate,
            $this->account('Solveig Aune')->id,
        );
    }

    private function table(string $kind, string $csv, int $me): int
    {
        $this->putOffWhatWaits();
        $file = (string) tempnam(sys_get_temp_dir(), 'table');
        file_put_contents($file, $csv);
        $imports = $this->get(Imports::class);
        $id = $imports->take($kind, $file, 'table.csv', $me);
        $imports->map(
            $id,
            array_filter(
                $this->import($id)->json('mapping'),
                static fn (mixed $c, mixed $f): bool => \is_int($c) && \is_string($f),
                \ARRAY_FILTER_USE_BOTH,
            ),
            $me,
        );
        $this->deliverAll();

        return $id;
    }

    private function import(int $id): \Jorvent\Platform\Database\Record
    {
        return $this->db()->row('SELECT * FROM import WHERE id = :id', ['id' => $id]) ?? self::fail('no such import');
    }
}
