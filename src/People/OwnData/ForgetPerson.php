<?php

declare(strict_types=1);

namespace Jorvent\People\OwnData;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Retention\Ground;
use Jorvent\People\Entity\Candidate;
use Jorvent\Platform\Database\Db;
use Jorvent\Privacy\Holders;
use Jorvent\Privacy\Person;
use Psr\Clock\ClockInterface;

/** Takes out what every module holds of one record of a person, and writes down that it was done. Run by Erase. */
final readonly class ForgetPerson
{
    private const LEFT = <<<'SQL'
        SELECT (SELECT count(*) FROM resume WHERE candidate_id = :id)
            + (SELECT count(*) FROM personal_value WHERE candidate_id = :id AND content IS NOT NULL)
            + (SELECT count(*) FROM candidate_block WHERE candidate_id = :id)
            + (SELECT count(*) FROM candidate_words WHERE candidate_id = :id)
            + (SELECT count(*) FROM opening_alert WHERE candidate_id = :id)
            + (SELECT count(*) FROM candidate_note WHERE candidate_id = :id)
        SQL;

    public function __construct(
        private Db $db,
        private ClockInterface $clock,
        private ActivityLog $log,
        private Holders $holders,
        private Tombstones $tombstones,
        private DataRequests $requests,
        private Retention $retention,
    ) {
    }

    /** @return list<string> SHA-256 of files that were theirs */
    public function __invoke(Candidate $known, string $reason, ?int $by): array
    {
        $id = $known->id;
        [$email, $kept] = [$known->email(), $known->kept()];
        $purposes = array_map(static fn (Ground $ground): string => $ground->purpose->value, $this->retention->grounds($id));
        $counts = $this->counts($id);
        $address = null === $email ? null : mb_strtolower($email);
        $person = new Person($id, $known->name(), $address, $this->clock->now());
        $files = $this->holders->forget($person);
        $hasAsked = $this->requests->answer($id, DataRequestKind::Forget, $by);
        $this->tombstones->set(
            $id,
            $hasAsked ? 'asked' : $reason,
            array_values(array_unique($purposes)),
            $kept->day,
            $kept->askedAt,
            $person->now,
            $by,
            ['files' => \count($files)] + $counts,
            $this->db->int(self::LEFT, ['id' => $id]),
            $email,
        );
        $this->log->record('candidate.forgotten', 'candidate', $id, null, $id);
        // the entry itself says where it was done from, which is theirs when they did it
        $this->db->execute(
            'UPDATE personal_value SET content = NULL, erased_at = :now
             WHERE candidate_id = :id AND content IS NOT NULL',
            ['id' => $id, 'now' => $person->now],
        );

        return $files;
    }

    /** @return array{mails: int, texts: int} how much there was to forget */
    private function counts(int $candidate): array
    {
        $row = $this->db->row(
            "SELECT count(*) FILTER (WHERE o.id IS NOT NULL) AS mails, count(*) FILTER (WHERE o.id IS NULL) AS texts
             FROM personal_value v LEFT JOIN delivery o ON o.personal_id = v.id AND o.kind = 'mail'
             WHERE v.candidate_id = :id AND v.content IS NOT NULL",
            ['id' => $candidate],
        ) ?? throw new \LogicException('A count always has a row.');

        return ['mails' => $row->int('mails'), 'texts' => $row->int('texts')];
    }
}
