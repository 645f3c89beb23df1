<?php

declare(strict_types=1);

namespace Jorvent\Messages;

use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\OwnedRows;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Security\Secret;
use Jorvent\Privacy\HoldsPersonalData;
use Jorvent\Privacy\MovesWithPerson;
use Jorvent\Privacy\Person;

/** Mails to and from people, and the texts and addresses that stand apart from the log. */
final readonly class PersonalData implements HoldsPersonalData, MovesWithPerson
{
    private const MOVED = ['letter', 'delivery', 'personal_value'];

    public function __construct(private Db $db, private OwnedRows $rows)
    {
    }

    public function handOver(int $from, int $to): array
    {
        $move = fn (string $table): array => $this->rows->move($table, $from, $to);

        return array_combine(self::MOVED, array_map($move, self::MOVED));
    }

    public function handBack(int $from, int $to, array $moved): void
    {
        foreach (self::MOVED as $table) {
            $this->rows->back($table, $from, $to, $moved[$table] ?? []);
        }
    }

    public function forget(Person $person): array
    {
        $of = ['id' => $person->id];
        // what was written to or by their address before it was known to be theirs is theirs too
        if (null !== $person->email) {
            $this->db->execute(
                "UPDATE personal_value SET candidate_id = :id WHERE candidate_id IS NULL AND account_id IS NULL
                 AND (lower(content ->> 'to') = :e OR lower(content ->> 'from') = :e)", ['e' => $person->email] + $of,
            );
        }
        // a mail to staff that still waits goes, without the name; one to them does not
        $this->db->execute(
            "UPDATE personal_value v SET candidate_id = NULL, content = CAST(replace(CAST(v.content AS text), trim(both '\"' from CAST(to_jsonb(CAST(:name AS text)) AS text)), 'a candidate') AS jsonb)
             FROM delivery o WHERE o.personal_id = v.id AND o.state IN ('waiting', 'sending') AND o.candidate_id IS NULL AND v.account_id IS NOT NULL AND v.candidate_id = :id", $of + ['name' => $person->name],
        );
        $theirs = '(candidate_id = :id OR personal_id IN (SELECT id FROM personal_value WHERE candidate_id = :id))';
        $this->db->execute(
            "UPDATE delivery SET state = 'dropped', sealed = NULL WHERE state IN ('waiting', 'sending') AND $theirs",
            $of,
        );
        $this->db->execute("UPDATE delivery SET last_error = NULL, sealed = NULL WHERE $theirs", $of);
        $this->db->execute(
            'UPDATE personal_value SET content = NULL, erased_at = :now WHERE candidate_id = :id
             AND content IS NOT NULL',
            $of + ['now' => $person->now],
        );

        return [];
    }

    public function tell(int $candidate): array
    {
        return [
            'mails_from_you' => self::shown(...$this->db->rows(
                "SELECT m.came_at AS came, v.content ->> 'subject' AS subject, v.content ->> 'text' AS text FROM mail_in m JOIN personal_value v ON v.id = m.personal_id
                 WHERE v.candidate_id = :id AND v.content IS NOT NULL ORDER BY m.id", ['id' => $candidate],
            )),
            'mails_to_you' => self::shown(...$this->db->rows(
                "SELECT o.created_at AS written, o.state, v.content ->> 'subject' AS subject, v.content ->> 'text' AS text FROM delivery o JOIN personal_value v ON v.id = o.personal_id
                 WHERE o.kind = 'mail' AND o.candidate_id = :id ORDER BY o.id", ['id' => $candidate],
            )),
        ];
    }

    public function needs(string $sha256): bool
    {
        return false;
    }

    /** @return list<array<string, mixed>> as they read them, without the links that were in them */
    private static function shown(Record ...$mails): array
    {
        return array_values(
            array_map(
                static fn (Record $m): array => [
                    'text' => Secret::shown($m->strOrNull('text') ?? '', '(a personal link)'),
                ] + $m->columns(),
                $mails,
            ),
        );
    }
}
