<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\People\JoinPeople;
use Jorvent\People\KnownBy;
use Jorvent\People\OwnData\Erase;
use Jorvent\People\Read\JoiningQuery;
use Jorvent\People\SamePerson;
use Jorvent\Privacy\HandOver;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** Two records of one person joined with nothing lost, and taken apart again whenever someone wants. */
#[CoversNothing]
final class MergeTest extends DatabaseTest
{
    /** Made anew when someone is made findable; what is told of one record alone; and the log, which tells what was. */
    private const STAYS = [
        'activity', 'candidate_block', 'candidate_fit', 'candidate_words', 'not_colleague', 'saved_match', 'tombstone',
    ];

    public function testJoinedAndTakenApartEveryRowIsWhereItWas(): void
    {
        $me = $this->as('Solveig Aune');
        [$a, $b] = $this->two();
        $merge = $this->get(JoinPeople::class);
        $this->db()->execute(
            'UPDATE candidate SET phone = NULL, contact_barred_until = NULL WHERE id = :id',
            ['id' => $a],
        );
        $this->db()->execute("UPDATE candidate SET contact_barred_until = '2030-01-01' WHERE id = :id", ['id' => $b]);
        $before = $this->snapshot($a, $b);
        $own = $this->int(
            'SELECT count(*) FROM application WHERE candidate_id = :b
             AND requisition_id NOT IN (SELECT requisition_id FROM application WHERE candidate_id = :a)',
            ['a' => $a, 'b' => $b],
        );
        self::assertGreaterThan(0, $own);
        $preview = array_column($this->get(JoiningQuery::class)->differences($a, $b), 'wins', 'field');
        self::assertSame([true, true, false], [$preview['phone'], $preview['contact_barred_until'], $preview['name']]);
        $id = $merge($a, $b, $me->id);
        self::assertSame(
            '2030-01-01',
            substr(
                (string) $this->db()->row(
                    'SELECT contact_barred_until::text AS d FROM candidate WHERE id = :id',
                    ['id' => $a],
                )?->str('d'),
                0,
                10,
            ),
            'the stricter holds',
        );
        self::assertSame(0, $this->int('SELECT count(*) FROM resume WHERE candidate_id = :b', ['b' => $b]));
        self::assertSame(
            0,
            $this->int('SELECT count(*) FROM candidate_words WHERE candidate_id = :b', ['b' => $b]),
            'found once',
        );
        $this->client->request('GET', '/people/'.$b);
        self::assertResponseRedirects('/people/'.$a);
        $this->client->followRedirect();
        self::assertSelectorTextContains('main', 'Joined with');
        self::assertSame(['missing'], $this->refused(static fn () => $merge($a, $b, $me->id)), 'not twice');
        // something comes since, and stays with the survivor
        $new = $this->int(
            "INSERT INTO resume (candidate_id, media_type, file_name, size, text, created_at)
             VALUES (:a, 'text/plain', 'new.txt', 3, 'new', now()) RETURNING id",
            ['a' => $a],
        );
        $this->send('/people/'.$a, '/people/'.$a.'/apart', ['merge' => (string) $id]);
        self::assertSame($a, $this->int('SELECT candidate_id FROM resume WHERE id = :id', ['id' => $new]));
        $this->db()->execute('DELETE FROM resume WHERE id = :id', ['id' => $new]);
        self::assertSame($before, $this->snapshot($a, $b), 'as it was, to the last row');
        self::assertSame(1, $this->int('SELECT count(*) FROM candidate_words WHERE candidate_id = :b', ['b' => $b]));
        self::assertSame(['missing'], $this->refused(static fn () => $merge->takeApart($id, $me->id)));
    }

    public function testWhatWasChangedSinceIsNotUndoneAndAThirdIsTakenApartFirst(): void
    {
        $me = $this->as('Solveig Aune');
        [$a, $b] = $this->two();
        $c = $this->int(
            'SELECT min(id) FROM candidate WHERE id NOT IN (:ids) AND claims IS NULL AND erased_at IS NULL
             AND NOT EXISTS (SELECT 1 FROM application x WHERE x.candidate_id = candidate.id)',
            ['ids' => [$a, $b]],
        );
        $merge = $this->get(JoinPeople::class);
        $this->db()->execute('UPDATE candidate SET phone = NULL, city = NULL WHERE id = :id', ['id' => $a]);
        $first = $merge($a, $b, $me->id);
        $this->db()->execute("UPDATE candidate SET city = 'Elsewhere' WHERE id = :id", ['id' => $a]);
        $second = $merge($c, $a, $me->id);
        self::assertSame(
            $c,
            $this->int('SELECT merged_into FROM candidate WHERE id = :b', ['b' => $b]),
            'all three are one',
        );
        self::assertSame(['merge_later'], $this->refused(static fn () => $merge->takeApart($first, $me->id)));
        $merge->takeApart($second, $me->id);
        self::assertSame($a, $this->int('SELECT merged_into FROM candidate WHERE id = :b', ['b' => $b]));
        $merge->takeApart($first, $me->id);
        $row = $this->db()->row('SELECT phone, city FROM candidate WHERE id = :id', ['id' => $a]);
        self::assertSame(
            [null, 'Elsewhere'],
            [$row?->strOrNull('phone'), $row?->strOrNull('city')],
            'what nobody changed goes back, what someone changed stays',
        );
    }

    public function testTheOldAddressLeadsToWhomTheyWereJoinedWithAndForgettingForgetsBoth(): void
    {
        $me = $this->as('Solveig Aune');
        [$a, $b] = $this->two();
        $address = (string) $this->db()->row('SELECT email FROM candidate WHERE id = :b', ['b' => $b])?->str('email');
        self::assertSame($b, $this->get(KnownBy::class)->address(strtoupper($address)));
        $this->get(JoinPeople::class)($a, $b, $me->id);
        self::assertSame($a, $this->get(KnownBy::class)->address($address));
        $this->get(Erase::class)($a, 'house');
        self::assertSame(
            2,
            $this->int(
                "SELECT count(*) FROM candidate WHERE id IN (:ids) AND erased_at IS NOT NULL AND email IS NULL
                 AND name = 'Someone forgotten'",
                ['ids' => [$a, $b]],
            ),
        );
        self::assertNull($this->get(KnownBy::class)->address($address));
    }

    public function testWhoWasSaidToBeTwoIsNotAskedAgain(): void
    {
        $me = $this->as('Solveig Aune');
        [$a] = $this->two();
        $this->db()->execute(
            "INSERT INTO candidate (name, email, phone, city, zone, locale, source, headline, created_at)
             SELECT name, 'twin@post.example', phone, city, zone, locale, source, headline, now() FROM candidate
             WHERE id = :id",
            ['id' => $a],
        );
        $twin = $this->int("SELECT id FROM candidate WHERE email = 'twin@post.example'");
        $same = $this->get(SamePerson::class);
        $same->keep($a);
        $same->keep($twin);
        self::assertContains($a, array_column($same->likeCandidate($twin), 'id'), 'the same name, phone and town');
        $this->get(JoinPeople::class)->keepApart($a, $twin, $me->id);
        self::assertNotContains($a, array_column($same->likeCandidate($twin), 'id'));
        self::assertNotContains($twin, array_column($same->likeCandidate($a), 'id'));
    }

    public function testTheTwoStandBesideOneAnother(): void
    {
        $this->as('Solveig Aune');
        [$a, $b] = $this->two();
        $this->client->request('GET', "/people/$a/same/$b");
        self::assertResponseIsSuccessful();
        $this->send("/people/$a/same/$b", "/people/$a/same/$b", ['then' => 'join']);
        self::assertSame($a, $this->int('SELECT merged_into FROM candidate WHERE id = :b', ['b' => $b]));
        $this->client->request('GET', "/people/$a/same/$b");
        self::assertResponseStatusCodeSame(404);
    }

    /** A table that is forgotten here would leave its rows with a record that nobody opens any more. */
    public function testEveryTableOfAPersonMovesOrIsMadeAnew(): void
    {
        [$a, $b] = $this->two();
        $moved = array_keys($this->db()->transaction(fn (): array => $this->get(HandOver::class)->all($b, $a)));
        $tables = array_map(static fn ($r): string => $r->str('table_name'), $this->db()->rows(
            "SELECT c.table_name FROM information_schema.columns c
             JOIN information_schema.tables t USING (table_schema, table_name)
             WHERE c.table_schema = 'public' AND c.column_name = 'candidate_id' AND t.table_type = 'BASE TABLE'
             ORDER BY c.table_name",
        ));
        self::assertGreaterThan(15, \count($tables));
        self::assertSame([], array_diff($tables, $moved, self::STAYS), 'let it move with the person, or say why not');
        self::assertSame([], array_diff(self::STAYS, $tables), 'this table is no more');
    }

    /** @return array{int, int} two people with applications, resumes and mails, neither hired */
    private function two(): array
    {
        $ids = array_map(
            static fn ($r): int => $r->int('id'),
            $this->db()->rows(
                "SELECT c.id FROM candidate c WHERE c.claims IS NULL AND c.erased_at IS NULL AND EXISTS (SELECT 1
                 FROM application a JOIN requisition r ON r.id = a.requisition_id WHERE a.candidate_id = c.id
                 AND r.number IN (2201, 2203) AND a.stage IN ('new', 'screening')) ORDER BY c.id",
            ),
        );
        $first = $ids[0];
        foreach (\array_slice($ids, 1) as $id) {
            if (0 === $this->int(
                'SELECT count(*) FROM application a JOIN application b ON b.requisition_id = a.requisition_id
                 WHERE a.candidate_id = :a AND b.candidate_id = :b',
                ['a' => $first, 'b' => $id],
            )) {
                return [$first, $id];
            }
        }
        self::fail('The demo world has two such people.');
    }

    /** @return array<string, string> all rows of the two, by table */
    private function snapshot(int $a, int $b): array
    {
        $rows = [];
        foreach ([
            'application', 'resume', 'interview', 'delivery', 'personal_value', 'opening_alert', 'intake_file',
            'verdict',
        ] as $table) {
            $rows[$table] = json_encode(
                array_map(
                    static fn ($r): array => $r->columns(),
                    $this->db()->rows(
                        'SELECT '.('verdict' === $table ? 'requisition_id' : 'id').", candidate_id FROM $table WHERE candidate_id IN (:ids)".('personal_value' === $table ? ' AND id NOT IN (SELECT personal_id FROM activity WHERE personal_id IS NOT NULL)' : '').' ORDER BY 1, 2',
                        ['ids' => [$a, $b]],
                    ),
                ),
                \JSON_THROW_ON_ERROR,
            );
        }
        $rows['candidate'] = json_encode(
            array_map(
                static fn ($r): array => $r->columns(),
                $this->db()->rows(
                    'SELECT id, name, email, phone, city, headline, years, claims, merged_into, contact_barred_until
                     FROM candidate WHERE id IN (:ids) ORDER BY id',
                    ['ids' => [$a, $b]],
                ),
            ),
            \JSON_THROW_ON_ERROR,
        );

        return $rows;
    }
}
