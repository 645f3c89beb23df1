<?php

declare(strict_types=1);

namespace Jorvent\People;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Messages\Mailing;
use Jorvent\People\Store\Bits;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Scheduler\Attribute\AsPeriodicTask;

/**
 * Runs saved searches once a night, and as soon as there are new people; who was not found before is new. Once a day each owner gets one letter of what is new, of searches gone dry and of those that flood.
 */
#[AsPeriodicTask(60, method: 'run')]
final readonly class RunSavedSearches
{
    /** From so many new people at once on it floods: it says nothing any more. */
    public const FLOOD = 50;
    /** Nothing new for so long: it has gone dry. */
    public const DRY_DAYS = 30;
    /** More are not kept one by one. */
    private const KEPT = 500;

    public function __construct(private Db $db, private ClockInterface $clock, private SearchCandidates $search, private SearchReach $reach, private EntityManagerInterface $entities, private Mailing $mailing, #[Autowire('%env(JORVENT_URL)%')] private string $url)
    {
    }

    public function run(): void
    {
        $now = $this->clock->now();
        $people = $this->db->row("SELECT max(ver)::text AS ver FROM post WHERE key = 'all'")?->strOrNull('ver') ?? '';
        $seen = $this->db->row('SELECT people FROM saved_search_clock')?->strOrNull('people');
        $changed = $seen !== $people;
        foreach ($this->db->rows("SELECT s.id FROM saved_search s JOIN requisition_head r ON r.id = s.requisition_id WHERE r.state = 'approved' AND (s.ran_on IS DISTINCT FROM CAST(:today AS date) OR CAST(:changed AS boolean)) ORDER BY s.id", ['today' => $now->format('Y-m-d'), 'changed' => $changed ? 't' : 'f']) as $row) {
            $this->db->transaction(fn () => $this->one($row->int('id'), $now));
        }
        if ($changed) {
            $this->db->execute('UPDATE saved_search_clock SET people = :p', ['p' => $people]);
        }
        foreach ($this->db->rows('SELECT DISTINCT account_id FROM saved_search WHERE tells AND told_on IS DISTINCT FROM CAST(:today AS date) AND ran_on IS NOT NULL', ['today' => $now->format('Y-m-d')]) as $row) {
            $this->db->transaction(fn () => $this->tell($row->int('account_id'), $now));
        }
    }

    /** Dry when it finds nobody or has brought nobody new for long; flooding when it brings too many at once; null when all is well. */
    public static function state(Record $row, \DateTimeImmutable $now): ?string
    {
        return match (true) {
            null === $row->intOrNull('total') => null,
            0 === $row->int('total') => 'dry',
            $row->int('fresh') >= self::FLOOD => 'flooding',
            ($row->strOrNull('new_on') ?? substr($row->str('created_at'), 0, 10)) < $now->modify('-'.self::DRY_DAYS.' days')->format('Y-m-d') => 'dry',
            default => null,
        };
    }

    private function one(int $id, \DateTimeImmutable $now): void
    {
        $row = $this->db->row("SELECT s.*, encode(s.people, 'base64') AS before, q.number FROM saved_search s JOIN requisition_head q ON q.id = s.requisition_id WHERE s.id = :id FOR UPDATE OF s", ['id' => $id]);
        if (null === $row) {
            return;
        }
        $owner = $this->entities->find(Account::class, $row->int('account_id')) ?? throw new \LogicException('It is somebody\'s.');
        $found = gmp_and(($this->search)(SavedSearches::search($row), $this->reach->of($owner))->people, gmp_com($this->search->setAside($row->int('number'))));
        $before = $row->strOrNull('before');
        // the first run says who is there; new is who comes after
        $new = null === $before ? gmp_init(0) : gmp_and($found, gmp_com(Bits::read((string) gzinflate((string) base64_decode($before, true)))));
        $ids = Bits::ids($new, self::KEPT);
        // who passes no longer, or was forgotten or set aside meanwhile, is not waited with
        $gone = array_filter(array_map(static fn (Record $r): int => $r->int('candidate_id'), $this->db->rows('SELECT candidate_id FROM saved_match WHERE search_id = :id', ['id' => $id])), static fn (int $c): bool => !gmp_testbit($found, $c));
        if ([] !== $gone) {
            $this->db->execute('DELETE FROM saved_match WHERE search_id = :id AND candidate_id = ANY (CAST(:gone AS int[]))', ['id' => $id, 'gone' => '{'.implode(',', $gone).'}']);
        }
        if ([] !== $ids) {
            $this->db->execute('INSERT INTO saved_match (search_id, candidate_id, at) SELECT :s, id, :now FROM unnest(CAST(:ids AS int[])) id WHERE NOT EXISTS (SELECT 1 FROM application p WHERE p.candidate_id = id AND p.requisition_id = :r) ON CONFLICT DO NOTHING', ['s' => $id, 'now' => $now, 'ids' => '{'.implode(',', $ids).'}', 'r' => $row->int('requisition_id')]);
        }
        $this->db->execute("UPDATE saved_search SET ran_at = :now, ran_on = :today, total = :total, people = decode(:people, 'base64'), new_on = CASE WHEN CAST(:new AS boolean) THEN CAST(:today AS date) ELSE new_on END WHERE id = :id", ['id' => $id, 'now' => $now, 'today' => $now->format('Y-m-d'), 'total' => gmp_popcount($found), 'people' => base64_encode((string) gzdeflate(gmp_export($found, 8, \GMP_LSW_FIRST | \GMP_NATIVE_ENDIAN), 1)), 'new' => [] === $ids ? 'f' : 't']);
    }

    private function tell(int $account, \DateTimeImmutable $now): void
    {
        $lines = [];
        foreach ($this->db->rows('SELECT s.*, q.number, q.title, (SELECT count(*) FROM saved_match m WHERE m.search_id = s.id) AS fresh, (SELECT count(*) FROM saved_match m WHERE m.search_id = s.id AND m.told_at IS NULL) AS untold FROM saved_search s JOIN requisition_head q ON q.id = s.requisition_id WHERE s.account_id = :a AND s.tells ORDER BY q.number, lower(s.name) FOR UPDATE OF s', ['a' => $account]) as $row) {
            $state = self::state($row, $now);
            $untold = $row->int('untold');
            // that it is dry is said once, on the day it becomes so; new people every day there are some
            if ($untold > 0) {
                $lines[] = \sprintf("%s (R-%d %s): %d new%s\n%s/r/%d/searches", $row->str('name'), $row->int('number'), $row->str('title'), $untold, 'flooding' === $state ? ', too many to look at; narrow it' : '', $this->url, $row->int('number'));
            } elseif ('dry' === $state && ($row->strOrNull('new_on') ?? substr($row->str('created_at'), 0, 10)) === $now->modify('-'.(self::DRY_DAYS + 1).' days')->format('Y-m-d')) {
                $lines[] = \sprintf("%s (R-%d %s): nobody new for %d days; widen it\n%s/r/%d/searches", $row->str('name'), $row->int('number'), $row->str('title'), self::DRY_DAYS, $this->url, $row->int('number'));
            }
        }
        $this->db->execute('UPDATE saved_match SET told_at = :now WHERE told_at IS NULL AND search_id IN (SELECT id FROM saved_search WHERE account_id = :a)', ['a' => $account, 'now' => $now]);
        $this->db->execute('UPDATE saved_search SET told_on = :today WHERE account_id = :a', ['a' => $account, 'today' => $now->format('Y-m-d')]);
        if ([] !== $lines) {
            $this->mailing->toStaff('searches-'.$account.'-'.$now->format('Ymd'), $account, 'Your saved searches', implode("\n\n", $lines)."\n");
        }
    }
}
