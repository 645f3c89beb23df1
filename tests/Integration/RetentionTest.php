<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Core\Retention\Rules;
use Jorvent\People\Intake;
use Jorvent\People\OwnData\Erase;
use Jorvent\People\OwnData\Retention;
use Jorvent\People\OwnData\RetentionClock;
use Jorvent\People\OwnData\Tombstones;
use Jorvent\People\Read\RetentionQuery;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** Data is kept for a reason and a time; then its owner is asked, and without a word it goes, with a stone that proves it. */
#[CoversNothing]
final class RetentionTest extends DatabaseTest
{
    /** @var list<string> contents of files that the rolled back test has deleted */
    private array $files = [];

    protected function tearDown(): void
    {
        $store = $this->get(FileStore::class);
        array_map($store->put(...), $this->files);
        parent::tearDown();
    }

    public function testInTheDemoNobodysTimeIsOverAndSomeAreAsked(): void
    {
        $this->settle();
        $today = $this->clock()->now()->format('Y-m-d');
        self::assertSame(0, $this->int('SELECT count(*) FROM candidate WHERE erased_at IS NULL AND keep_until < :t', ['t' => $today]));
        self::assertSame(0, $this->int("SELECT count(*) FROM candidate c WHERE keep_until IS NULL AND erased_at IS NULL AND merged_into IS NULL AND NOT EXISTS (SELECT 1 FROM application a WHERE a.candidate_id = c.id AND a.state IN ('active', 'hired', 'closed'))"), 'everyone has an end, or something on its way');
        self::assertGreaterThan(8, $this->int('SELECT count(*) FROM candidate WHERE keep_until <= :t', ['t' => $this->clock()->now()->modify('+60 days')->format('Y-m-d')]));
    }

    public function testTheirTimeIsNearlyOverTheyAreAskedAndSayYes(): void
    {
        [$id, $email] = $this->someone(10);
        $clock = $this->get(RetentionClock::class);
        $this->putOffWhatWaits();
        $this->settle();
        $clock->run();
        $this->deliverAll();
        $mail = self::mailbox($email)[0];
        self::assertSame(1, preg_match('#/l/keep/[\w\-]+#', $mail['text'], $m));
        self::assertStringContainsString($this->clock()->now()->modify('+14 days')->format('Y-m-d'), $mail['text'], 'asked late, a fortnight to answer');
        $clock->run();
        self::assertSame(1, $this->int("SELECT count(*) FROM delivery WHERE candidate_id = :c AND key LIKE 'keep-%'", ['c' => $id]), 'asked once');
        $crawler = $this->client->request('GET', $m[0]);
        self::assertResponseIsSuccessful();
        self::assertNull($this->db()->row('SELECT renewed_at FROM candidate WHERE id = :c', ['c' => $id])?->strOrNull('renewed_at'), 'looking says nothing');
        $this->client->submit($crawler->filter('button[value=keep]')->form());
        self::assertSelectorTextContains('main', 'Vi beholder');
        self::assertSame($this->clock()->now()->modify('+12 months')->format('Y-m-d'), substr((string) $this->db()->row('SELECT keep_until::text AS d FROM candidate WHERE id = :c', ['c' => $id])?->str('d'), 0, 10));
        $this->client->request('GET', $m[0]);
        self::assertResponseStatusCodeSame(410, 'used up');
    }

    public function testManyWhoWereAskedKeepNobodyElseWaiting(): void
    {
        $clock = $this->get(RetentionClock::class);
        $clock->run();
        [$id] = $this->someone(20);
        $this->get(Retention::class)->write([$id]);
        $many = $this->db()->execute('UPDATE candidate SET keep_until = CAST(:soon AS date), keep_asked_at = :now WHERE id <> :id AND erased_at IS NULL AND merged_into IS NULL', ['soon' => $this->clock()->now()->modify('+2 days')->format('Y-m-d'), 'now' => $this->clock()->now(), 'id' => $id]);
        self::assertGreaterThan(150, $many, 'more than are looked at in one go');
        $clock->run();
        self::assertSame(1, $this->int("SELECT count(*) FROM delivery WHERE candidate_id = :c AND key LIKE 'keep-%'", ['c' => $id]));
    }

    public function testWithoutAWordTheyAreForgottenOnTimeAndTheStoneProvesIt(): void
    {
        [$id] = $this->someone(10);
        $file = $this->get(FileStore::class)->path((string) $this->db()->row('SELECT file_sha256 FROM resume WHERE candidate_id = :c', ['c' => $id])?->str('file_sha256'));
        self::assertFileExists($file);
        $clock = $this->get(RetentionClock::class);
        $this->settle();
        $this->putOffWhatWaits();
        $clock->run();
        $this->deliverAll();
        $this->clock()->moveTo($this->clock()->now()->modify('+14 days'));
        $clock->run();
        self::assertNull($this->db()->row('SELECT erased_at FROM candidate WHERE id = :c', ['c' => $id])?->strOrNull('erased_at'), 'the last day is theirs');
        $this->clock()->moveTo($this->clock()->now()->modify('+1 day'));
        $clock->run();
        $stone = $this->db()->row('SELECT * FROM tombstone WHERE candidate_id = :c', ['c' => $id]);
        self::assertNotNull($stone);
        self::assertSame(['time', 1, 0], [$stone->str('reason'), $stone->int('files'), $stone->int('remains')]);
        self::assertNotNull($stone->strOrNull('asked_at'));
        self::assertFileDoesNotExist($file);
        $this->db()->execute("UPDATE intake_file SET at = '2020-01-01' WHERE state = 'failed'");
        $clock->run();
        self::assertSame(0, $this->int("SELECT count(*) FROM intake_file WHERE state = 'failed'"), 'what was dropped and is nobody’s goes too');
    }

    public function testNobodyIsForgottenForAQuestionThatNeverArrived(): void
    {
        [$id] = $this->someone(10);
        $clock = $this->get(RetentionClock::class);
        $this->settle();
        $this->putOffWhatWaits();
        $clock->run();
        $this->db()->execute("UPDATE delivery SET state = 'failed', last_error = 'no such mailbox' WHERE candidate_id = :c AND key LIKE 'keep-%'", ['c' => $id]);
        $erased = fn (): bool => null !== $this->db()->row('SELECT erased_at FROM candidate WHERE id = :c', ['c' => $id])?->strOrNull('erased_at');
        $asked = fn (): bool => null !== $this->db()->row('SELECT keep_admin_asked_at FROM candidate WHERE id = :c', ['c' => $id])?->strOrNull('keep_admin_asked_at');
        $this->clock()->moveTo($this->clock()->now()->modify('+20 days'));
        $clock->run();
        self::assertSame([false, true], [$erased(), $asked()], 'an admin is asked instead');
        $this->as('Runa Eikeland');
        $this->client->request('GET', '/today');
        self::assertSelectorTextContains('[data-walk]', 'could not be asked');
        $this->client->request('GET', '/people/data');
        $this->clock()->moveTo($this->clock()->now()->modify('+30 days'));
        $clock->run();
        self::assertFalse($erased(), 'a month is theirs');
        $this->clock()->moveTo($this->clock()->now()->modify('+1 day'));
        $clock->run();
        self::assertTrue($erased());
    }

    public function testSayingNoErasesAtOnceAndTheSameAddressIsKnownWhenItIsHandedInAgain(): void
    {
        [$id, $email] = $this->someone(10);
        $this->putOffWhatWaits();
        $this->settle();
        $this->get(RetentionClock::class)->run();
        $this->deliverAll();
        self::assertSame(1, preg_match('#/l/keep/[\w\-]+#', self::mailbox($email)[0]['text'], $m));
        $this->client->submit($this->client->request('GET', $m[0])->filter('button[value=erase]')->form());
        self::assertResponseIsSuccessful();
        self::assertSame('answered', $this->db()->row('SELECT reason FROM tombstone WHERE candidate_id = :c', ['c' => $id])?->str('reason'));
        $me = $this->as('Solveig Aune');
        $intake = $this->get(Intake::class);
        [$dropped] = $intake->lay($intake->open($me->id), "Someone Quite New\n$email\nFitter, Nordhamn Verft, 2019 - 2023\n", 'again.txt');
        $intake->take($dropped);
        self::assertSame(['failed', 'forgotten_before'], [$this->db()->row('SELECT state FROM intake_file WHERE id = :f', ['f' => $dropped])?->str('state'), $this->db()->row('SELECT refusal FROM intake_file WHERE id = :f', ['f' => $dropped])?->str('refusal')]);
    }

    /** Everything that is text, in every table, and every stored file: nothing of them is left. */
    public function testNothingOfSomeoneForgottenIsLeftAnywhere(): void
    {
        $row = $this->db()->row('SELECT c.id, c.name, c.email, c.phone FROM candidate c JOIN application a ON a.candidate_id = c.id JOIN interview i ON i.candidate_id = c.id JOIN scorecard s ON s.interview_id = i.id WHERE c.erased_at IS NULL AND c.email IS NOT NULL AND NOT EXISTS (SELECT 1 FROM hire h JOIN application p ON p.id = h.application_id WHERE p.candidate_id = c.id) ORDER BY c.id LIMIT 1');
        self::assertNotNull($row);
        $this->keepFiles();
        $id = $row->int('id');
        $mark = 'Quillfeather';
        $email = 'odd.'.$mark.'@post.example';
        $who = ['c' => $id, 'm' => $mark];
        $this->db()->execute("UPDATE candidate SET name = 'Oddvar ' || :m, email = :e, phone = '+47 900 11 223', headline = :m WHERE id = :c", [...$who, 'e' => $email]);
        $this->db()->execute("UPDATE scorecard SET summary = :m || ' was calm', ratings = '[{\"competency\": \"calm\", \"value\": 4, \"evidence\": \"$mark said so\"}]' WHERE interview_id IN (SELECT id FROM interview WHERE candidate_id = :c)", $who);
        $this->db()->execute("UPDATE application SET answers = jsonb_build_object('q', CAST(:m AS text)), knock_out = 'overruled', knock_out_reason = :m WHERE candidate_id = :c", $who);
        $this->db()->execute("UPDATE resume SET text = :m || ' text', file_name = :m || '.txt', reading = NULL WHERE candidate_id = :c", $who);
        $this->db()->execute('UPDATE delivery SET last_error = :m WHERE candidate_id = :c', $who);
        $this->db()->insert('personal_value', ['candidate_id' => $id, 'content' => ['before' => $mark]]);
        $merge = $this->get(\Jorvent\People\JoinPeople::class);
        $other = $this->int('SELECT min(id) FROM candidate WHERE id > 300 AND claims IS NULL AND erased_at IS NULL AND id <> :c', ['c' => $id]);
        $merge->takeApart($merge($id, $other, $this->as('Solveig Aune')->id), $this->account('Solveig Aune')->id);
        $this->get(\Jorvent\People\IndexCandidate::class)($id);
        self::assertNotSame([], $this->whereIs($mark), 'it was there to be found');
        $this->get(Erase::class)($id, 'house', $this->account('Runa Eikeland')->id);
        self::assertSame([], $this->whereIs($mark));
        self::assertSame([], $this->whereIs('90011223'));
        self::assertSame(0, $this->db()->row('SELECT remains FROM tombstone WHERE candidate_id = :c', ['c' => $id])?->int('remains'));
    }

    public function testTheChainOfStonesHoldsAndSaysWhichIsBroken(): void
    {
        $me = $this->as('Runa Eikeland');
        $this->keepFiles();
        $stones = $this->get(Tombstones::class);
        self::assertSame(['stones' => 0, 'broken' => null], $stones->check());
        foreach ($this->db()->rows('SELECT id FROM candidate c WHERE erased_at IS NULL AND NOT EXISTS (SELECT 1 FROM application a WHERE a.candidate_id = c.id) ORDER BY id LIMIT 3') as $row) {
            $this->get(Erase::class)($row->int('id'), 'house', $me->id);
        }
        self::assertSame(['stones' => 3, 'broken' => null], $stones->check());
        $this->client->request('GET', '/data');
        self::assertSelectorTextContains('main', 'all 3 seals hold');
        $second = $this->int('SELECT id FROM tombstone ORDER BY id OFFSET 1 LIMIT 1');
        $this->asOwner();
        $this->db()->execute('ALTER TABLE tombstone DISABLE TRIGGER tombstone_append_only');
        $this->db()->execute('UPDATE tombstone SET files = files + 1 WHERE id = :id', ['id' => $second]);
        self::assertSame($second, $stones->check()['broken']);
        $this->db()->execute('UPDATE tombstone SET files = files - 1 WHERE id = :id', ['id' => $second]);
        $this->db()->execute('DELETE FROM tombstone WHERE id = :id', ['id' => $second]);
        self::assertNotNull($stones->check()['broken'], 'one is missing');
    }

    public function testOnePageForWhatComesByLetterAndForTheRules(): void
    {
        $this->as('Runa Eikeland');
        $person = $this->db()->row('SELECT id, name, email FROM candidate WHERE id = 120');
        self::assertNotNull($person);
        $this->keepFiles();
        $this->putOffWhatWaits();
        $this->send('/data?who='.rawurlencode($person->str('email')), '/data/request', ['candidate' => '120', 'way' => 'letter', 'kind' => 'data']);
        $this->deliverAll();
        self::assertStringContainsString('/l/data/', self::mailbox($person->str('email'))[0]['text']);
        $this->client->request('GET', '/data');
        self::assertSelectorTextContains('main', 'by letter');
        $this->send('/data?who='.rawurlencode($person->str('name')), '/data/request', ['candidate' => '120', 'way' => 'phone', 'kind' => 'forget']);
        self::assertResponseRedirects('/people/120/forget');
        $this->send('/people/120/forget', '/people/120/forget', []);
        self::assertSame('asked', $this->db()->row('SELECT reason FROM tombstone WHERE candidate_id = 120')?->str('reason'));
    }

    public function testRulesAreSavedAndThoseOfAnotherAreNotOverwritten(): void
    {
        $this->as('Runa Eikeland');
        $fields = ['application', 'future', 'sourced', 'ask_days'];
        $typed = static fn (string ...$values): array => ['version' => '1'] + array_combine($fields, $values);
        $this->send('/data', '/data/rules', $typed('0', '12', '99', '30'), 422);
        self::assertSelectorTextContains('main', 'Between 1 and 60 months');
        self::assertInputValueSame('sourced', '99', 'what was typed stands there still');
        $this->send('/data', '/data/rules', $typed('soon', '12', '6', '30'), 422);
        self::assertSelectorExists('#retention_rules-application[aria-invalid=true]');
        $this->send('/data', '/data/rules', $typed('24', '18', '3', '21'));
        self::assertEquals(new Rules(24, 18, 3, 21), $this->get(Retention::class)->rules());
        $this->send('/data', '/data/rules', $typed('12', '12', '6', '30'), 422);
        self::assertSelectorTextContains('main', 'Someone saved it meanwhile');
        self::assertEquals(new Rules(24, 18, 3, 21), $this->get(Retention::class)->rules());
    }

    public function testNobodyIsSaidToBeUnknownWhoWasNotLookedFor(): void
    {
        $this->as('Runa Eikeland');
        $looked = ['An' => 'Type three letters or more', 'Quillfeather' => 'We hold nothing under “Quillfeather”'];
        foreach ($looked as $words => $told) {
            $this->client->request('GET', '/data?who='.$words);
            self::assertSelectorTextContains('main', $told);
        }
    }

    public function testWhatSomeoneAsksOnAPageIsEnteredByNobodyElse(): void
    {
        $this->as('Runa Eikeland');
        foreach (['page', 'pigeon'] as $way) {
            $sent = ['candidate' => '120', 'way' => $way, 'kind' => 'forget'];
            $this->send('/data', '/data/request', $sent, 'page' === $way ? 404 : 422);
        }
        self::assertSame(0, $this->int('SELECT count(*) FROM data_request WHERE candidate_id = 120'));
    }

    /** The last day of someone is told by the rules in Core, and by SQL over all of them: never two different days. */
    public function testTheLastDayInListsIsTheOneThatIsCountedTo(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(2_026));
        $now = $this->clock()->now();
        $this->settle();
        $ids = array_column($this->get(RetentionQuery::class)->ending($now->modify('+400 days'), 60), 'id');
        self::assertGreaterThan(40, \count($ids));
        foreach ($ids as $id) {
            $this->db()->execute('UPDATE candidate SET keep_asked_at = :a, keep_admin_asked_at = :b WHERE id = :id', [
                'id' => $id,
                'a' => self::sometimes($random, $now),
                'b' => self::sometimes($random, $now),
            ]);
            $at = self::sometimes($random, $now);
            if (null !== $at) {
                $this->db()->insert('delivery', [
                    'key' => 'keep-'.$id.'-test', 'kind' => 'mail', 'subject_kind' => 'candidate', 'subject_id' => $id,
                    'candidate_id' => $id, 'state' => 'delivered', 'available_at' => $at, 'created_at' => $at,
                    'delivered_at' => $at, 'message' => [],
                ]);
            }
        }
        $seen = 0;
        foreach ($this->get(RetentionQuery::class)->ending($now->modify('+400 days')) as $row) {
            if (!\in_array($row->id, $ids, true)) {
                continue;
            }
            $keeping = $this->get(Retention::class)->keeping($row->id);
            $asked = $this->get(RetentionQuery::class)->asked($row->id);
            $last = ($keeping->last($asked) ?? $keeping->until)?->format('Y-m-d');
            self::assertSame($last, $row->lastDay->format('Y-m-d'), 'of '.$row->id);
            $seen += $last === $keeping->until?->format('Y-m-d') ? 0 : 1;
        }
        self::assertGreaterThan(5, $seen, 'some were asked late enough to count');
    }

    private static function sometimes(\Random\Randomizer $random, \DateTimeImmutable $now): ?\DateTimeImmutable
    {
        return 0 === $random->getInt(0, 2) ? null : $now->add(new \DateInterval('P'.$random->getInt(0, 400).'D'));
    }

    /** @return array{int, string} who has no application and whose time is over in so many days */
    private function someone(int $days): array
    {
        $row = $this->db()->row('SELECT c.id, c.email FROM candidate c JOIN resume r ON r.candidate_id = c.id WHERE c.id < 400 AND c.erased_at IS NULL AND c.email IS NOT NULL AND r.file_sha256 IS NOT NULL AND NOT EXISTS (SELECT 1 FROM application a WHERE a.candidate_id = c.id) AND NOT EXISTS (SELECT 1 FROM opening_alert o WHERE o.candidate_id = c.id) ORDER BY c.id DESC LIMIT 1');
        self::assertNotNull($row);
        $this->keepFiles();
        $came = $this->clock()->now()->modify('-6 months')->modify('+'.$days.' days');
        $this->db()->execute("UPDATE candidate SET created_at = :at, source = 'dropped', renewed_at = NULL, keep_asked_at = NULL, locale = 'nb' WHERE id = :c", ['at' => $came, 'c' => $row->int('id')]);
        $this->db()->execute('UPDATE resume SET created_at = :at WHERE candidate_id = :c', ['at' => $came, 'c' => $row->int('id')]);

        return [$row->int('id'), $row->str('email')];
    }

    private function keepFiles(): void
    {
        $store = $this->get(FileStore::class);
        foreach ($this->db()->rows("SELECT file_sha256 AS h FROM resume WHERE file_sha256 IS NOT NULL UNION SELECT letter_sha256 FROM offer WHERE letter_sha256 IS NOT NULL UNION SELECT sha256 FROM intake_file WHERE name NOT IN ('removed', 'forgotten')") as $row) {
            if (is_file($store->path($row->str('h')))) {
                $this->files[] = $store->get($row->str('h'));
            }
        }
    }

    private function settle(): void
    {
        $retention = $this->get(Retention::class);
        foreach (array_chunk($this->db()->rows('SELECT id FROM candidate WHERE erased_at IS NULL AND merged_into IS NULL'), 500) as $some) {
            $retention->write(array_map(static fn ($r): int => $r->int('id'), $some));
        }
    }

    /** @return list<string> tables and columns in which a word stands, and files */
    private function whereIs(string $word): array
    {
        $found = [];
        foreach ($this->db()->rows("SELECT c.table_name AS t, c.column_name AS c FROM information_schema.columns c JOIN information_schema.tables t USING (table_schema, table_name) WHERE c.table_schema = 'public' AND t.table_type = 'BASE TABLE' AND c.data_type IN ('text', 'jsonb', 'json', 'character varying', 'character', 'ARRAY', 'tsvector')") as $column) {
            [$t, $c] = [$column->str('t'), $column->str('c')];
            if (0 !== $this->int("SELECT count(*) FROM $t WHERE CAST($c AS text) ILIKE :w", ['w' => '%'.$word.'%'])) {
                $found[] = $t.'.'.$c;
            }
        }

        return $found;
    }
}
