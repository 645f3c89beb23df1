<?php

declare(strict_types=1);

namespace Jorvent\People\Read;

use Jorvent\People\Repository\CandidateRepository;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** Records that are, or may be, one person. */
final readonly class JoiningQuery
{
    private const MOST = 20;
    /** The other's wins when it is the later one. */
    private const LATER_WINS = 'contact_barred_until';
    /** Not shown: it is the employer in other letters, and a note that goes with its day. */
    private const HIDDEN = ['employer_folded' => true, 'contact_barred_note' => true];

    public function __construct(private Db $db, private CandidateRepository $candidates)
    {
    }

    /** @return list<JoiningRow> joinings with this person that stand, newest first */
    public function into(int $survivor): array
    {
        return array_map(
            static fn (Record $row): JoiningRow => new JoiningRow(
                $row->int('id'), $row->str('name'), $row->instant('at'), $row->str('by'),
            ),
            $this->db->rows(
                'SELECT m.id, m.at, a.name AS by, c.name
                 FROM candidate_merge m JOIN candidate c ON c.id = m.other_id JOIN staff_name a ON a.id = m.account_id
                 WHERE m.survivor_id = :id AND m.undone_at IS NULL ORDER BY m.id DESC LIMIT '.self::MOST,
                ['id' => $survivor],
            ),
        );
    }

    /** @return array{JoinedRecord, JoinedRecord}|null in the order asked for; null when one is no person of its own */
    public function two(int $one, int $other): ?array
    {
        $found = [];
        foreach ($this->db->rows(
            "SELECT c.id, c.name, c.created_at, c.pay_currency,
                (SELECT count(*) FROM application_head a WHERE a.candidate_id = c.id) AS applications,
                (SELECT count(*) FROM resume r WHERE r.candidate_id = c.id) AS resumes,
                (SELECT count(*) FROM delivery o WHERE o.candidate_id = c.id AND o.kind = 'mail') AS mails
             FROM candidate c WHERE c.id IN (:ids) AND c.erased_at IS NULL AND c.merged_into IS NULL",
            ['ids' => [$one, $other]],
        ) as $row) {
            $found[$row->int('id')] = new JoinedRecord(
                $row->int('id'),
                $row->str('name'),
                $row->instant('created_at'),
                $row->strOrNull('pay_currency'),
                $row->int('applications'),
                $row->int('resumes'),
                $row->int('mails'),
            );
        }

        return isset($found[$one], $found[$other]) ? [$found[$one], $found[$other]] : null;
    }

    /** @return list<JoiningLine> field by field what will hold, of those in which they differ */
    public function differences(int $survivor, int $other): array
    {
        [$stays, $goes] = [$this->facts($survivor), $this->facts($other)];
        $lines = [];
        foreach ($stays as $field => $value) {
            [$kept, $lost] = [self::said($value), self::said($goes[$field] ?? null)];
            if ($kept !== $lost) {
                $wins = self::LATER_WINS === $field
                    ? (string) $lost > (string) $kept
                    : null === $kept && null !== $lost;
                $lines[] = new JoiningLine($field, $kept, $lost, $wins);
            }
        }

        return $lines;
    }

    /** @return array<string, string|int|bool|null> */
    private function facts(int $id): array
    {
        $candidate = $this->candidates->find($id);

        return null === $candidate
            ? []
            : ['name' => $candidate->name()] + array_diff_key($candidate->facts(), self::HIDDEN);
    }

    private static function said(string|int|bool|null $value): ?string
    {
        return match (true) {
            null === $value, '' === $value => null,
            \is_bool($value) => $value ? 'yes' : 'no',
            default => (string) $value,
        };
    }
}
