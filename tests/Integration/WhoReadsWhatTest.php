<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Accounts\Access\Policy;
use Jorvent\History\Acts;
use Jorvent\Tests\Support\DatabaseTest;
use Jorvent\Tests\Support\WalksRoutes;
use PHPUnit\Framework\Attributes\CoversClass;

/** Every page that can be read, as several people, with words laid where only some of them may read. */
#[CoversClass(Policy::class)]
#[CoversClass(Acts::class)]
final class WhoReadsWhatTest extends DatabaseTest
{
    use WalksRoutes;

    private const PEOPLE = [
        'recruiter' => 'Solveig Aune', 'coordinator' => 'Ailsa Drummond', 'its manager' => 'Mo Bakkerud', 'its approver' => 'Hanne Solvik',
        'its interviewer' => 'Ines Teixeira', 'other manager' => 'Callum Gauthier',
    ];
    /** Who may read each of the words, which stand on R-2201 and on the people in its pipeline. */
    private const READ_BY = [
        'pay' => ['recruiter', 'its manager', 'its approver'],
        'evidence' => ['recruiter', 'coordinator', 'its manager'],
        'recommendation' => [],
        'mail' => ['recruiter', 'coordinator', 'its manager'],
        'title' => [],
        'hidden' => [],
    ];
    private const WORDS = [
        'pay' => ['812 345', "812\u{00A0}345", '812345', "812\u{2009}345", "812\u{202F}345"], 'evidence' => ['Evidencemark'], 'recommendation' => ['recommendation yes'], 'mail' => ['Mailmark'],
        'title' => ['Quiet Keel Project'], 'hidden' => ['Zelda Quietwater'],
    ];

    public function testEachWordIsReadByThoseAlone(): void
    {
        $pages = $this->lay();
        $read = array_fill_keys(array_keys(self::READ_BY), []);
        $count = 0;
        foreach (self::PEOPLE as $part => $name) {
            $this->client->restart();
            $this->fromAnotherAddress();
            $this->as($name);
            foreach ($pages as $page) {
                ++$count;
                foreach ($this->words($page) as $word) {
                    $read[$word][$part] = $page;
                }
            }
        }
        self::assertGreaterThan(400, $count);
        foreach (self::READ_BY as $word => $parts) {
            self::assertSame([], array_diff_key($read[$word], array_flip($parts)), "\"$word\" is read by others");
            self::assertSame([], array_diff($parts, array_keys($read[$word])), "\"$word\" is not read by all who may");
        }
    }

    public function testEveryActOfTheLogHasItsReaders(): void
    {
        $acts = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(\dirname(__DIR__, 2).'/src', \FilesystemIterator::SKIP_DOTS)) as $file) {
            \assert($file instanceof \SplFileInfo);
            preg_match_all("/log->record\\([^;]*?'([a-z_]+)\\./", (string) file_get_contents($file->getPathname()), $n);
            $acts = [...$acts, ...$n[1]];
        }
        $acts = array_unique($acts);
        self::assertGreaterThan(25, \count($acts));
        self::assertSame([], array_values(array_filter($acts, static fn (string $family): bool => null === Acts::permission($family.'.x'))));
    }

    /** @return list<string> words of READ_BY that stand on a page */
    private function words(string $page): array
    {
        ob_start(); // what is streamed
        $this->client->request('GET', $page);
        $streamed = (string) ob_get_clean();
        $text = html_entity_decode($streamed.$this->client->getResponse()->getContent());
        self::assertLessThan(500, $this->client->getResponse()->getStatusCode(), $page);
        $found = [];
        foreach (self::WORDS as $word => $ways) {
            foreach ($ways as $way) {
                if (str_contains($text, $way)) {
                    $found[] = $word;
                }
            }
        }

        return array_values(array_unique($found));
    }

    /** @return list<string> the pages to read */
    private function lay(): array
    {
        $db = $this->db();
        $now = $this->clock()->now();
        [$candidate, $interview, $offer] = [(int) $this->own('candidate'), (int) $this->own('interview'), (int) $this->own('offer')];
        $recruiter = $this->account('Solveig Aune')->id;
        $one = $this->int('SELECT id FROM requisition WHERE number = 2201');
        $paid = $this->int('SELECT candidate_id FROM application WHERE id = (SELECT application_id FROM offer WHERE id = :o)', ['o' => $offer]);
        $db->execute('UPDATE offer SET base = 81234500 WHERE id = :id', ['id' => $offer]);
        $db->execute("INSERT INTO activity (at, actor_kind, actor_id, act, subject_kind, subject_id, requisition_id, candidate_id, change) VALUES (:now, 'staff', :a, 'offer.composed', 'offer', :o, :r, :c, '{\"after\": {\"base\": 812345, \"version\": 2}}'),
            (:now, 'staff', :a, 'scorecard.submitted', 'interview', :i, :r, :d, '{\"recommendation\": \"yes\"}')", ['now' => $now, 'a' => $recruiter, 'o' => $offer, 'r' => $one, 'c' => $paid, 'i' => $interview, 'd' => $candidate]);
        $db->execute('UPDATE scorecard SET ratings = CAST(regexp_replace(CAST(ratings AS text), :was, :is, \'g\') AS jsonb), summary = \'Evidencemark\' WHERE interview_id = :i AND account_id = :a AND submitted_at IS NOT NULL', [
            'was' => '"evidence": "[^"]*"', 'is' => '"evidence": "Evidencemark"', 'i' => $interview, 'a' => $this->account('Mo Bakkerud')->id,
        ]);
        foreach ([$candidate, $paid] as $whom) {
            $text = $db->insert('personal_value', ['candidate_id' => $whom, 'content' => ['to' => 'x@post.example', 'subject' => 'Mailmark', 'text' => 'Mailmark and more']]);
            $db->insert('delivery', ['kind' => 'mail', 'key' => 'mark-'.bin2hex(random_bytes(4)), 'subject_kind' => 'candidate', 'subject_id' => $whom, 'message' => new \stdClass(), 'requisition_id' => $one, 'candidate_id' => $whom, 'personal_id' => $text, 'state' => 'delivered', 'available_at' => $now, 'created_at' => $now]);
        }
        $stranger = $this->int('SELECT max(id) FROM account WHERE active');
        $quiet = $this->int("SELECT r.id FROM requisition r WHERE r.state = 'filled' ORDER BY id LIMIT 1");
        $db->execute("UPDATE requisition SET title = 'Quiet Keel Project', visibility = 'team', recruiter_id = :s, manager_id = :s, requester_id = :s, partner_id = NULL WHERE id = :id", ['s' => $stranger, 'id' => $quiet]);
        foreach (['team_member' => 'requisition_id', 'approval' => 'requisition_id'] as $table => $column) {
            $db->execute("DELETE FROM $table WHERE $column = :id", ['id' => $quiet]);
        }
        $db->execute('DELETE FROM interview_seat WHERE interview_id IN (SELECT i.id FROM interview i JOIN application p ON p.id = i.application_id WHERE p.requisition_id = :r)', ['r' => $quiet]);
        $db->execute("INSERT INTO application (candidate_id, requisition_id, origin, stage, applied_at, entered_at) SELECT c, :r, 'applied', 'new', :now, :now FROM unnest(ARRAY[CAST(:a AS int), CAST(:b AS int)]) c ON CONFLICT DO NOTHING", ['r' => $quiet, 'now' => $now, 'a' => $candidate, 'b' => $paid]);
        $hidden = $this->int('SELECT max(id) FROM candidate WHERE erased_at IS NULL AND merged_into IS NULL AND id NOT IN (SELECT candidate_id FROM application)');
        $db->execute("UPDATE candidate SET confidential = true, name = 'Zelda Quietwater' WHERE id = :id", ['id' => $hidden]);
        $list = $db->insert('people_list', ['name' => 'Shared by all', 'account_id' => $recruiter, 'shared' => true, 'created_at' => $now]);
        $db->execute('INSERT INTO people_list_entry (list_id, candidate_id, note, account_id, at) VALUES (:l, :c, \'\', :a, :now)', ['l' => $list, 'c' => $hidden, 'a' => $recruiter, 'now' => $now]);
        $number = $this->int('SELECT number FROM requisition WHERE id = :id', ['id' => $quiet]);
        $pages = [
            '/find?q=Quiet', '/find?q=Zelda', '/requisitions?state=all', '/requisitions?state=all&as=csv', '/adverts?by=opening', '/adverts/as.csv?by=opening', '/people/lists?list='.$list,
            "/people/lists/$list.csv", "/people/$candidate/same/$hidden", "/people/$paid", "/people/$paid/openings", "/people/$hidden", '/r/2201/pipeline?application='.$this->int('SELECT application_id FROM offer WHERE id = :o', ['o' => $offer]),
            '/requisitions/new?from=earlier&q=Quiet', "/r/$number/brief", "/r/$number/history", "/r/2201/sourcing?person=$hidden", "/r/2201/sourcing?person=$candidate", '/r/2201/interviews?application='.$this->int('SELECT application_id FROM interview WHERE id = :i', ['i' => $interview]),
        ];
        foreach ($this->routes() as $route) {
            if (\in_array('GET', $route->getMethods(), true) && !str_contains($route->getPath(), 'market')) {
                $pages[] = $this->address($route);
            }
        }

        return $pages;
    }
}
