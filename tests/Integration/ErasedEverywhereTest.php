<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Activity\ActivityLog;
use Jorvent\Careers\Apply;
use Jorvent\Careers\ApplyDrafts;
use Jorvent\Careers\PurgeDrafts;
use Jorvent\Messages\Mailing;
use Jorvent\People\OwnData\Erase;
use Jorvent\People\ReadResume;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Privacy\Holders;
use Jorvent\Tests\Support\BeginsApplications;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;
use Symfony\Component\Finder\Finder;

/**
 * Someone applies, begins a second application, is written about by staff, and is erased; then every column of every table, every stored file
 * and every log is searched for each thing they told. A new table is searched without a new test.
 */
#[CoversClass(Erase::class)]
#[CoversClass(Holders::class)]
#[CoversClass(PurgeDrafts::class)]
final class ErasedEverywhereTest extends DatabaseTest
{
    use BeginsApplications;

    private const VALUES = [
        'name' => 'Zyta Quellmarkova', 'email' => 'zyta.quellmarkova@post.example', 'phone' => '91827364', 'resume' => 'kelpwrangler', 'reason' => 'sings too loudly',
        'words' => 'lighthouse-in-a-bottle',
    ];

    public function testNothingOfAnErasedPersonIsLeftAnywhere(): void
    {
        $files = $this->files();
        $person = $this->applied();
        $found = $this->found();
        self::assertContains('candidate.email', $found['email']);
        self::assertNotSame([], $found['resume'], 'the search finds what is there');
        self::assertNotSame([], $found['reason']);
        self::assertGreaterThan(\count($files), \count($this->files()));
        self::assertNotSame(0, $this->openLinks($person));

        $this->get(Erase::class)($person, 'house', $this->account('Runa Eikeland')->id);
        $this->deliverAll();
        self::assertSame(array_fill_keys(array_keys(self::VALUES), []), $this->found());
        self::assertSame($files, $this->files(), 'no file is left behind, and none of others is gone');
        self::assertSame(0, $this->openLinks($person), 'no link opens anything');
        foreach (Finder::create()->files()->in($this->written()) as $file) {
            foreach (self::VALUES as $value) {
                self::assertStringNotContainsString($value, $file->getContents(), $file->getFilename());
            }
        }
    }

    public function testADraftThatWasNotSentGoesOnItsDayWithItsFile(): void
    {
        $files = $this->files();
        $key = $this->draft('R-2209', true);
        self::assertNotSame($files, $this->files());
        $this->clock()->moveTo($this->clock()->now()->modify('+'.(ApplyDrafts::DAYS - 1).' days'));
        $this->get(PurgeDrafts::class)->run();
        self::assertNotNull($this->get(ApplyDrafts::class)->find($key), 'not before');
        $this->clock()->moveTo($this->clock()->now()->modify('+2 days'));
        $this->get(PurgeDrafts::class)->run();
        self::assertNull($this->get(ApplyDrafts::class)->find($key));
        self::assertSame($files, $this->files());
    }

    /** @return int the candidate */
    private function applied(): int
    {
        $key = $this->draft('R-2209', true);
        $this->get(Apply::class)($key, 'en', '1');
        $person = $this->int('SELECT id FROM candidate WHERE email = :e', ['e' => self::VALUES['email']]);
        self::assertNotSame(0, $person);
        // a second one begun and not sent, what staff wrote, tags, and a link that is open
        $this->draft('R-2201', false);
        $tag = $this->db()->insert('tag', ['name' => self::VALUES['words']]);
        $this->db()->execute(
            'INSERT INTO candidate_tag (candidate_id, tag_id, account_id, at) VALUES (:c, :t, 1, now())',
            ['c' => $person, 't' => $tag],
        );
        $requisition = $this->int('SELECT requisition_id FROM application WHERE candidate_id = :c', ['c' => $person]);
        $solveig = $this->as('Solveig Aune')->id;
        $this->get(ActivityLog::class)->record(
            'candidate.tagged',
            'candidate',
            $person,
            $requisition,
            $person,
            ['reason' => self::VALUES['reason'], 'tag' => self::VALUES['words']],
        );
        $this->get(Mailing::class)->toStaff(
            'about-'.$person,
            $solveig,
            'About '.self::VALUES['name'],
            self::VALUES['name'].' '.self::VALUES['reason'],
            $requisition,
            about: $person,
        );
        $this->get(GuestLinks::class)->issue(LinkPurpose::Data, $person, 30);
        $this->deliverAll();

        return $person;
    }

    private function draft(string $requisition, bool $file): string
    {
        $resume = "Zyta Quellmarkova\nzyta.quellmarkova@post.example\n+47 918 27 364\n\nEXPERIENCE\n2019 - now Chief kelpwrangler, Skerry Line, ".bin2hex(random_bytes(4))."\n";
        $id = $this->int('SELECT id FROM requisition WHERE number = :n', ['n' => (int) substr($requisition, 2)]);

        $fields = [
            'name' => self::VALUES['name'], 'email' => self::VALUES['email'], 'phone' => '+47 '.self::VALUES['phone'],
            'city' => 'Bergen',
        ];
        $answers = ['paper' => 'yes', 'years' => '5', 'shift' => 'Yes', 'letter' => self::VALUES['words']];

        return $this->begun($id, $fields, $answers, $file ? $this->get(ReadResume::class)($resume, 'zyta.txt') : null);
    }

    /** @return array<string, list<string>> by what was told, the columns it stands in */
    private function found(): array
    {
        $columns = $this->db()->rows(
            "SELECT table_name, column_name FROM information_schema.columns c JOIN information_schema.tables t USING (table_schema, table_name)
             WHERE table_schema = 'public' AND t.table_type = 'BASE TABLE' AND data_type IN ('text', 'jsonb', 'json', 'character varying', 'ARRAY', 'bytea', 'tsvector', 'USER-DEFINED')
             ORDER BY 1, 2",
        );
        self::assertGreaterThan(200, \count($columns));
        $found = array_fill_keys(array_keys(self::VALUES), []);
        foreach ($columns as $column) {
            $text = \sprintf('lower(%s::text)', $column->str('column_name'));
            foreach (self::VALUES as $what => $value) {
                $hex = '%'.bin2hex(strtolower($value)).'%';
                $sql = \sprintf(
                    "SELECT count(*) FROM %s WHERE $text LIKE :v OR replace($text, ' ', '') LIKE :v OR $text LIKE :hex",
                    $column->str('table_name'),
                );
                if (0 !== $this->int($sql, ['v' => '%'.strtolower($value).'%', 'hex' => $hex])) {
                    $found[$what][] = $column->str('table_name').'.'.$column->str('column_name');
                }
            }
        }

        return $found;
    }

    private function openLinks(int $person): int
    {
        return $this->int(
            "SELECT count(*) FROM guest_link WHERE revoked_at IS NULL AND used_at IS NULL AND ((purpose IN ('data', 'keep', 'confirm') AND subject_id = :c)
                OR (purpose = 'status' AND subject_id IN (SELECT id FROM application WHERE candidate_id = :c)))",
            ['c' => $person],
        );
    }

    /** @return list<string> folders of logs and caches */
    private function written(): array
    {
        $var = $_SERVER['JORVENT_VAR'] ?? null;
        self::assertIsString($var);

        return array_values(array_filter([$var.'/log', $var.'/cache/pool'], is_dir(...)));
    }

    /** @return list<string> */
    private function files(): array
    {
        $path = \dirname($this->get(FileStore::class)->path(str_repeat('0', 64)), 2);
        $files = array_map(
            static fn ($f): string => $f->getFilename(),
            iterator_to_array(Finder::create()->files()->in($path), false),
        );
        sort($files);

        return $files;
    }
}
