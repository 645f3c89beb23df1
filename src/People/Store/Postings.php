<?php

declare(strict_types=1);

namespace Jorvent\People\Store;

use Doctrine\DBAL\Connection;
use Jorvent\Core\Fit\Facts;
use Jorvent\Core\Query\Document;
use Jorvent\Core\Search\Index\Keys;
use Jorvent\Core\Search\Index\Numbers;
use Jorvent\Core\Search\Index\Told;
use Jorvent\Core\Search\Profile;
use Jorvent\Platform\Database\Db;

/**
 * Who stands under which key (Core\Search\Index\Keys), as bits: one row of "post" for a key and a segment of 65 536 people. A person's rows change in the transaction that changes the person, only
 * where they differ, in the order of the keys. Keys of pipelines and of those set aside are kept up by the database itself, for many hands change them.
 */
final readonly class Postings
{
    /** Kept up by triggers. */
    public const LIVE = '/^(?:in|aside):/';

    public function __construct(private Db $db, private Connection $connection)
    {
    }

    /** Writes what someone is found by; run inside the caller's transaction. Without a profile they are found by nothing. */
    public function put(int $candidate, ?Profile $profile): void
    {
        $before = $this->keys($candidate);
        if (null === $profile) {
            $this->db->execute('DELETE FROM candidate_words WHERE candidate_id = :id', ['id' => $candidate]);
            $this->db->execute('DELETE FROM candidate_fit WHERE candidate_id = :id', ['id' => $candidate]);
        } else {
            $this->db->execute("INSERT INTO candidate_words (candidate_id, words, told) VALUES (:id, :words, decode(:told, 'hex')) ON CONFLICT (candidate_id) DO UPDATE SET words = excluded.words, told = excluded.told, ver = pg_current_xact_id()", ['id' => $candidate, 'words' => $profile->document->written, 'told' => bin2hex(Told::pack($profile))]);
            $this->db->execute("INSERT INTO candidate_fit (candidate_id, facts) VALUES (:id, decode(:facts, 'hex')) ON CONFLICT (candidate_id) DO UPDATE SET facts = excluded.facts, ver = pg_current_xact_id() WHERE candidate_fit.facts <> excluded.facts", ['id' => $candidate, 'facts' => bin2hex(Facts::of($profile))]);
        }
        $after = null === $profile ? [] : $this->keys($candidate);
        $keys = $present = [];
        foreach ([[array_diff($before, $after), 'f'], [array_diff($after, $before), 't']] as [$changed, $flag]) {
            foreach ($changed as $key) {
                $keys[] = $key;
                $present[] = $flag;
            }
        }
        if ([] !== $keys) {
            $this->db->execute('SELECT post_put(CAST(:keys AS text[]), CAST(:present AS boolean[]), :id)', ['keys' => Db::array($keys), 'present' => Db::array($present), 'id' => $candidate]);
        }
    }

    /** A key that nobody stands under is forgotten, for it may have been a name. Sets kept elsewhere are read anew after that. */
    public function sweep(): void
    {
        if (0 !== $this->db->execute('DELETE FROM post p WHERE n = 0 AND NOT EXISTS (SELECT 1 FROM post_run r WHERE r.key = p.key)')) {
            $this->db->execute('UPDATE post_epoch SET epoch = epoch + 1');
        }
    }

    /**
     * Builds everything anew, segment by segment.
     *
     * @param \Closure(int, int): iterable<int, Profile> $profiles of people from a number up to, not including, another
     * @param callable(int): void                        $tell     people done
     */
    public function build(int $last, \Closure $profiles, callable $tell): void
    {
        $this->db->execute('TRUNCATE post, post_run, candidate_words, candidate_fit');
        $this->db->execute('UPDATE post_epoch SET epoch = epoch + 1');
        $done = 0;
        for ($seg = 0; $seg <= $last >> 16; ++$seg) {
            $done += $this->segment($seg, $profiles($seg << 16, ($seg + 1) << 16));
            $tell($done);
        }
        $this->db->execute('ANALYZE post');
        $this->db->execute('ANALYZE candidate_words');
        $this->db->execute('ANALYZE candidate_fit');
    }

    /**
     * Writes one empty segment: words and bits of its people.
     *
     * @param iterable<int, Profile> $profiles by number
     *
     * @return int how many there were
     */
    public function segment(int $seg, iterable $profiles): int
    {
        $words = $numbers = $width = $places = $rows = $fits = [];
        $done = 0;
        // nothing here goes round in circles, and looking for what does takes an eighth of the time
        gc_disable();
        foreach ($profiles as $id => $profile) {
            $place = pack('v', $id & 0xFFFF);
            // in place: a set that many are in would else be copied for each of them
            foreach ($profile->document->terms() as $term) {
                if (isset($words[$term])) {
                    $words[$term] .= $place;
                } else {
                    $words[$term] = $place;
                }
            }
            [$keys, $told] = Keys::told($profile);
            foreach ($keys as $key) {
                if (isset($places[$key])) {
                    $places[$key] .= $place;
                } else {
                    $places[$key] = $place;
                }
            }
            foreach ($told as $name => [$value, $bits]) {
                $width[$name] = $bits;
                $value = Numbers::within($value, $bits);
                if (isset($numbers[$name][$value])) {
                    $numbers[$name][$value] .= $place;
                } else {
                    $numbers[$name][$value] = $place;
                }
            }
            $rows[] = $id."\t".strtr($profile->document->written, ['\\' => '\\\\', "\t" => '\t', "\n" => '\n'])."\t".'\\\\x'.bin2hex(Told::pack($profile));
            $fits[] = $id."\t".'\\\\x'.bin2hex(Facts::of($profile));
            if (0 === ++$done % 2_000) {
                $this->copy('candidate_words (candidate_id, words, told)', $rows);
                $this->copy('candidate_fit (candidate_id, facts)', $fits);
                $rows = $fits = [];
            }
        }
        $this->copy('candidate_words (candidate_id, words, told)', $rows);
        $this->copy('candidate_fit (candidate_id, facts)', $fits);
        $version = $this->db->int('SELECT pg_current_xact_id()::text::bigint');
        $rows = [];
        $size = 0;
        foreach ($words as $term => $of) {
            $places[Keys::word((string) $term)] = $of;
        }
        foreach ($numbers as $name => $of) {
            $places += Numbers::planes($name, $of, $width[$name]);
        }
        unset($words, $numbers);
        ksort($places, \SORT_STRING);
        foreach ($places as $key => $of) {
            $data = Bits::kept($of);
            $rows[] = strtr((string) $key, ['\\' => '\\\\', "\t" => '\\t', "\n" => '\\n', "\r" => '\\r'])."\t$seg\t".(\strlen($of) >> 1)."\t$version\t".'\\\\x'.bin2hex($data);
            $size += \strlen($data);
            if ($size > 4_000_000 || \count($rows) >= 20_000) {
                $this->copy('post (key, seg, n, ver, data)', $rows);
                $rows = [];
                $size = 0;
            }
        }
        $this->copy('post (key, seg, n, ver, data)', $rows);
        gc_enable();

        return $done;
    }

    /** @param list<string> $rows */
    private function copy(string $into, array $rows): void
    {
        $pdo = $this->connection->getNativeConnection();
        if ([] === $rows || !$pdo instanceof \PDO) {
            return;
        }
        [$table, $columns] = explode(' ', $into, 2);
        if (!$pdo->pgsqlCopyFromArray($table, $rows, "\t", '\\\\N', trim($columns, '()'))) {
            throw new \RuntimeException('The database did not take the rows of '.$table.'.');
        }
    }

    /** @return list<string> the keys someone stands under by what is kept of them, phrases and beginnings of words too; not those kept up by triggers */
    private function keys(int $candidate): array
    {
        $row = $this->db->row("SELECT words, encode(told, 'base64') AS told, (SELECT json_agg(r.key) FROM post_run r WHERE ".Texts::SAYS.')::text AS runs FROM candidate_words w WHERE candidate_id = :id FOR UPDATE', ['id' => $candidate]);

        return null === $row ? [] : [...Keys::words(new Document($row->str('words'))), ...Keys::facts(Told::unpack((string) base64_decode($row->str('told'), true))), ...$row->strings('runs')];
    }
}
