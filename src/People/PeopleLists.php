<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\Accounts\Access\Mask;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** Lists of people across requisitions: good ones for later, who was met at a fair. One's own, or shared with everyone who reads people. */
final readonly class PeopleLists
{
    public const MOST = 2000;
    private const VISIBLE = '(l.shared OR l.account_id = :me) AND l.ended_at IS NULL';

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Mask $mask)
    {
    }

    /** @return list<Record> id, name, shared, own, owner, people, newest; whom one may not see is not counted */
    public function of(Account $me): array
    {
        $hidden = '{'.implode(',', $this->mask->hidden($me)).'}';

        return $this->db->rows('SELECT l.id, l.name, l.shared, l.account_id = :me AS own, a.name AS owner, count(e.candidate_id) AS people, max(e.at) AS newest FROM people_list l JOIN account a ON a.id = l.account_id LEFT JOIN people_list_entry e ON e.list_id = l.id AND e.candidate_id <> ALL (CAST(:hidden AS int[])) WHERE '.self::VISIBLE.' GROUP BY l.id, a.name ORDER BY max(e.at) DESC NULLS LAST, l.id DESC LIMIT 500', ['me' => $me->id, 'hidden' => $hidden]);
    }

    public function one(int $list, int $me): Record
    {
        return $this->db->row('SELECT l.id, l.name, l.shared, l.account_id = :me AS own, a.name AS owner, l.created_at FROM people_list l JOIN account a ON a.id = l.account_id WHERE l.id = :id AND '.self::VISIBLE, ['id' => $list, 'me' => $me]) ?? throw Refused::because('missing');
    }

    /** @return list<Record> who is on it, the newest first, with what one compares: headline, town, years, tags, what is on its way, the bar to contact, whether a colleague; without whom one may not see */
    public function people(int $list, Account $me): array
    {
        return $this->db->rows("SELECT c.id, c.name, c.headline, c.city, c.years, c.would_move, c.active_on, c.contact_barred_until, g.until AS left_on, c.colleague, e.note, e.at, a.name AS by, (SELECT string_agg(t.name, ', ' ORDER BY lower(t.name)) FROM candidate_tag k JOIN tag t ON t.id = k.tag_id WHERE k.candidate_id = c.id) AS tags,
            (SELECT count(*) FROM application p WHERE p.candidate_id = c.id AND p.state = 'active') AS active
            FROM people_list_entry e JOIN candidate c ON c.id = e.candidate_id JOIN account a ON a.id = e.account_id LEFT JOIN colleague g ON g.number = c.colleague WHERE e.list_id = :l AND c.erased_at IS NULL AND c.id <> ALL (CAST(:hidden AS int[]))
            ORDER BY e.at DESC, c.id LIMIT ".self::MOST, ['l' => $list, 'hidden' => '{'.implode(',', $this->mask->hidden($me)).'}']);
    }

    /** @return list<Record> the lists a person is on, of those one sees */
    public function with(int $candidate, int $me): array
    {
        return $this->db->rows('SELECT l.id, l.name FROM people_list_entry e JOIN people_list l ON l.id = e.list_id WHERE e.candidate_id = :c AND '.self::VISIBLE.' ORDER BY lower(l.name)', ['c' => $candidate, 'me' => $me]);
    }

    public function open(string $name, bool $shared, int $me): int
    {
        $name = mb_substr(trim($name), 0, 80);
        if (mb_strlen($name) < 2) {
            throw Refused::because('missing', 'name');
        }
        if (0 !== $this->db->int('SELECT count(*) FROM people_list l WHERE lower(l.name) = lower(:n) AND '.self::VISIBLE, ['n' => $name, 'me' => $me])) {
            throw Refused::because('list_name_taken', 'name');
        }

        return $this->db->insert('people_list', ['name' => $name, 'account_id' => $me, 'shared' => $shared, 'created_at' => $this->clock->now()]);
    }

    public function put(int $list, int $candidate, string $note, int $me): void
    {
        $this->one($list, $me);
        $this->db->transaction(function () use ($list, $candidate, $note, $me): void {
            if (self::MOST <= $this->db->int('SELECT count(*) FROM people_list_entry WHERE list_id = :l', ['l' => $list])) {
                throw Refused::because('list_full', 'list', ['limit' => self::MOST]);
            }
            $this->db->execute('INSERT INTO people_list_entry (list_id, candidate_id, note, account_id, at) VALUES (:l, :c, :n, :me, :now) ON CONFLICT (list_id, candidate_id) DO UPDATE SET note = EXCLUDED.note WHERE EXCLUDED.note <> \'\'', ['l' => $list, 'c' => $candidate, 'n' => mb_substr($note, 0, 300), 'me' => $me, 'now' => $this->clock->now()]);
            $this->log->record('candidate.listed', 'candidate', $candidate, null, $candidate, ['list' => $list]);
        });
    }

    public function take(int $list, int $candidate, int $me): void
    {
        $this->one($list, $me);
        $this->db->execute('DELETE FROM people_list_entry WHERE list_id = :l AND candidate_id = :c', ['l' => $list, 'c' => $candidate]);
    }

    /** Whose list it is shares it, keeps it to themselves, or ends it. */
    public function change(int $list, string $then, int $me): void
    {
        if (!$this->one($list, $me)->bool('own')) {
            throw Refused::because('missing');
        }
        $this->db->execute(match ($then) {
            'share' => 'UPDATE people_list SET shared = true WHERE id = :l',
            'own' => 'UPDATE people_list SET shared = false WHERE id = :l',
            'end' => 'UPDATE people_list SET ended_at = :now WHERE id = :l',
            default => throw Refused::because('missing'),
        }, 'end' === $then ? ['l' => $list, 'now' => $this->clock->now()] : ['l' => $list]);
    }
}
