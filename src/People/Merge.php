<?php

declare(strict_types=1);

namespace Jorvent\People;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/**
 * Makes one of two records of a person, in one transaction, with nothing lost: what the other has moves over and is written down row by row, so that it can all go back at any later time; what came since stays with the
 * survivor. An application for the same requisition stays with the other, which remains readable behind the survivor. The stricter of two bars to contact holds. Old links lead to the survivor.
 */
final readonly class Merge
{
    /** What moves, by table, known by its id. */
    private const MOVED = ['resume', 'application', 'interview', 'delivery', 'personal_value', 'opening_alert', 'intake_file', 'data_request', 'letter', 'candidate_note'];
    /** What moves where the survivor has not the same: the table, and what it is known by. */
    private const SHARED = ['verdict' => 'requisition_id', 'candidate_tag' => 'tag_id', 'people_list_entry' => 'list_id'];
    /** What the survivor takes over where it has nothing of its own. */
    private const FILLED = ['email', 'phone', 'city', 'country', 'headline', 'years', 'would_move', 'pay_current', 'pay_expected', 'pay_currency', 'active_on', 'outside_ref', 'colleague', 'employer', 'employer_folded', 'notice_days', 'first_day', 'remote', 'considers_on'];
    /** What the stricter of the two decides. */
    private const BAR = ['contact_barred_until', 'contact_barred_note'];

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private CountLetters $counts, private IndexCandidate $index, private EntityManagerInterface $entities)
    {
    }

    /** @return list<array{field: string, kept: string|null, other: string|null, wins: bool}> field by field what will hold; wins when the other's is taken over */
    public function preview(int $survivor, int $other): array
    {
        [$a, $b] = [$this->person($survivor), $this->person($other)];
        $lines = [];
        foreach (['name', ...array_diff(self::FILLED, ['employer_folded']), 'contact_barred_until'] as $field) {
            [$kept, $lost] = [self::said($a, $field), self::said($b, $field)];
            if ($kept !== $lost) {
                $lines[] = ['field' => $field, 'kept' => $kept, 'other' => $lost, 'wins' => 'contact_barred_until' === $field ? (string) $lost > (string) $kept : null === $kept && null !== $lost && 'name' !== $field];
            }
        }

        return $lines;
    }

    /** @return int the merge, by which it is undone */
    public function __invoke(int $survivor, int $other, int $by): int
    {
        if ($survivor === $other) {
            throw Refused::because('missing');
        }

        return $this->db->transaction(function () use ($survivor, $other, $by): int {
            // in one order, so that two who merge at once wait for one another
            $this->db->rows('SELECT id FROM candidate WHERE id IN (:ids) ORDER BY id FOR UPDATE', ['ids' => [$survivor, $other]]);
            [$a, $b] = [$this->person($survivor), $this->person($other)];
            $both = ['s' => $survivor, 'o' => $other];
            $moved = [];
            foreach (self::MOVED as $table) {
                $except = match ($table) {
                    'application' => ' AND NOT EXISTS (SELECT 1 FROM application p WHERE p.candidate_id = :s AND p.requisition_id = application.requisition_id)',
                    'data_request' => ' AND (done_at IS NOT NULL OR NOT EXISTS (SELECT 1 FROM data_request q WHERE q.candidate_id = :s AND q.kind = data_request.kind AND q.done_at IS NULL))',
                    'interview' => ' AND EXISTS (SELECT 1 FROM application p WHERE p.id = interview.application_id AND p.candidate_id = :s)',
                    default => '',
                };
                $moved[$table] = array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows("UPDATE $table SET candidate_id = :s WHERE candidate_id = :o$except RETURNING id", $both));
            }
            foreach (self::SHARED as $table => $known) {
                $moved[$table] = array_map(static fn (Record $r): int => $r->int($known), $this->db->rows("UPDATE $table SET candidate_id = :s WHERE candidate_id = :o AND NOT EXISTS (SELECT 1 FROM $table v WHERE v.candidate_id = :s AND v.$known = $table.$known) RETURNING $known", $both));
            }
            // the address is the survivor's only after the other stands apart: two may not have the same
            $this->db->execute('UPDATE candidate SET claims = :s, merged_into = :s WHERE id = :o', $both);
            // who was made one with the other before is one with the survivor now
            $moved['merged'] = array_map(static fn (Record $r): int => $r->int('id'), $this->db->rows('UPDATE candidate SET claims = :s, merged_into = :s WHERE merged_into = :o RETURNING id', $both));
            $sets = implode(', ', array_map(static fn (string $f): string => 'headline' === $f ? "headline = CASE WHEN s.headline = '' THEN o.headline ELSE s.headline END" : "$f = coalesce(s.$f, o.$f)", array_diff(self::FILLED, ['pay_current', 'pay_expected', 'pay_currency', 'outside_ref'])));
            $this->db->execute("UPDATE candidate c SET $sets, contact_barred_until = greatest(s.contact_barred_until, o.contact_barred_until), confidential = s.confidential OR o.confidential, contact_barred_note = CASE WHEN o.contact_barred_until > coalesce(s.contact_barred_until, '-infinity') THEN o.contact_barred_note ELSE s.contact_barred_note END,
                pay_current = CASE WHEN s.pay_currency IS NULL THEN o.pay_current ELSE s.pay_current END, pay_expected = CASE WHEN s.pay_currency IS NULL THEN o.pay_expected ELSE s.pay_expected END, pay_currency = coalesce(s.pay_currency, o.pay_currency)
                FROM candidate s, candidate o WHERE c.id = :s AND s.id = :s AND o.id = :o", $both);
            $after = $this->person($survivor);
            $json = static fn (Record $r): string => json_encode(array_intersect_key($r->columns(), array_flip([...self::FILLED, ...self::BAR])), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
            $id = $this->db->insert('candidate_merge', ['survivor_id' => $survivor, 'other_id' => $other, 'moved' => $moved, 'survivor_before' => json_decode($json($a), true), 'survivor_after' => json_decode($json($after), true), 'account_id' => $by, 'at' => $this->clock->now()]);
            $this->db->execute('DELETE FROM candidate_block WHERE candidate_id = :o', ['o' => $other]);
            $this->entities->clear();
            $this->counts->count([$survivor, $other]);
            ($this->index)($survivor);
            ($this->index)($other);
            $this->log->record('candidate.merged', 'candidate', $survivor, null, $survivor, ['other' => $other, 'merge' => $id]);
            $this->log->record('candidate.merged_away', 'candidate', $other, null, $other, ['into' => $survivor, 'merge' => $id]);

            return $id;
        }, 'merge_clash');
    }

    public function undo(int $merge, int $by): void
    {
        $this->db->transaction(function () use ($merge, $by): void {
            $row = $this->db->row('SELECT * FROM candidate_merge WHERE id = :id AND undone_at IS NULL FOR UPDATE', ['id' => $merge]) ?? throw Refused::because('missing');
            [$survivor, $other] = [$row->int('survivor_id'), $row->int('other_id')];
            $this->db->rows('SELECT id FROM candidate WHERE id IN (:ids) ORDER BY id FOR UPDATE', ['ids' => [$survivor, $other]]);
            if (0 !== $this->db->int('SELECT count(*) FROM candidate WHERE id IN (:ids) AND erased_at IS NOT NULL', ['ids' => [$survivor, $other]])) {
                throw Refused::because('merge_forgotten');
            }
            if (0 !== $this->db->int('SELECT count(*) FROM candidate_merge WHERE other_id = :s AND undone_at IS NULL', ['s' => $survivor])) {
                // the survivor was made one with someone else since: that is taken apart first
                throw Refused::because('merge_later');
            }
            [$before, $after] = [$row->json('survivor_before'), $row->json('survivor_after')];
            // what was taken over goes back where nobody changed it since
            foreach ([...self::FILLED, ...self::BAR] as $field) {
                if (($before[$field] ?? null) !== ($after[$field] ?? null)) {
                    $this->db->execute("UPDATE candidate SET $field = :b WHERE id = :s AND $field IS NOT DISTINCT FROM :a", ['s' => $survivor, 'b' => $before[$field] ?? (\in_array($field, ['headline', 'contact_barred_note'], true) ? '' : null), 'a' => $after[$field] ?? null]);
                }
            }
            $moved = $row->json('moved');
            $ids = static fn (string $table): array => array_values(array_filter(\is_array($moved[$table] ?? null) ? $moved[$table] : [], is_int(...)));
            foreach (array_reverse(self::MOVED) as $table) {
                if ([] !== $ids($table)) {
                    $this->db->execute("UPDATE $table SET candidate_id = :o WHERE id IN (:ids) AND candidate_id = :s", ['o' => $other, 's' => $survivor, 'ids' => $ids($table)]);
                }
            }
            foreach (self::SHARED as $table => $known) {
                if ([] !== $ids($table)) {
                    $this->db->execute("UPDATE $table SET candidate_id = :o WHERE $known IN (:ids) AND candidate_id = :s", ['o' => $other, 's' => $survivor, 'ids' => $ids($table)]);
                }
            }
            if ([] !== $ids('merged')) {
                $this->db->execute('UPDATE candidate SET claims = :o, merged_into = :o WHERE id IN (:ids) AND merged_into = :s', ['o' => $other, 's' => $survivor, 'ids' => $ids('merged')]);
            }
            $this->db->execute('UPDATE candidate SET claims = NULL, merged_into = NULL WHERE id = :o AND merged_into = :s', ['o' => $other, 's' => $survivor]);
            $this->db->execute('UPDATE candidate_merge SET undone_at = :now, undone_by = :by WHERE id = :id', ['id' => $merge, 'now' => $this->clock->now(), 'by' => $by]);
            $this->entities->clear();
            $this->counts->count([$survivor, $other]);
            ($this->index)($survivor);
            ($this->index)($other);
            $this->log->record('candidate.taken_apart', 'candidate', $survivor, null, $survivor, ['other' => $other, 'merge' => $merge]);
            $this->log->record('candidate.taken_apart', 'candidate', $other, null, $other, ['from' => $survivor, 'merge' => $merge]);
        }, 'merge_clash');
    }

    /** Two people they are; not asked again. */
    public function apart(int $one, int $other, int $by): void
    {
        $this->db->transaction(function () use ($one, $other, $by): void {
            $this->db->execute('INSERT INTO not_same (one_id, other_id, account_id, at) VALUES (:a, :b, :by, :now) ON CONFLICT DO NOTHING', ['a' => min($one, $other), 'b' => max($one, $other), 'by' => $by, 'now' => $this->clock->now()]);
            $this->log->record('candidate.not_same', 'candidate', $one, null, $one, ['other' => $other]);
        });
    }

    /** @return list<Record> merges into this person that stand, newest first */
    public function into(int $survivor): array
    {
        return $this->db->rows('SELECT m.id, m.other_id, m.at, a.name AS by, c.name FROM candidate_merge m JOIN candidate c ON c.id = m.other_id JOIN account a ON a.id = m.account_id WHERE m.survivor_id = :s AND m.undone_at IS NULL ORDER BY m.id DESC LIMIT 20', ['s' => $survivor]);
    }

    private function person(int $id): Record
    {
        return $this->db->row('SELECT * FROM candidate WHERE id = :id AND erased_at IS NULL AND merged_into IS NULL', ['id' => $id]) ?? throw Refused::because('missing');
    }

    private static function said(Record $person, string $field): ?string
    {
        $value = $person->columns()[$field] ?? null;

        return null === $value || '' === $value ? null : (\is_bool($value) ? ($value ? 'yes' : 'no') : (\is_scalar($value) ? (string) $value : null));
    }
}
