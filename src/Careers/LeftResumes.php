<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Activity\ActivityLog;
use Jorvent\Careers\Entity\OpeningAlert;
use Jorvent\People\AddCandidate;
use Jorvent\People\NewCandidate;
use Jorvent\People\OwnData\Erase;
use Jorvent\Platform\Database\Db;

/**
 * Someone who left a resume without an opening becomes a candidate when they confirm their address, never before; when
 * they end it and have applied for nothing, they are forgotten.
 */
final readonly class LeftResumes
{
    public const SOURCE = 'kept_in_mind';
    /** Where nothing says otherwise. */
    private const ZONE = 'Europe/Oslo';

    public function __construct(
        private Db $db,
        private AddCandidate $add,
        private Erase $erase,
        private ActivityLog $log,
    ) {
    }

    /** @return int the candidate: under an address we know, the resume is one more of that person */
    public function begin(OpeningAlert $alert): int
    {
        $person = $alert->person() ?? throw new \LogicException('Nobody left a resume with it.');
        $candidate = $this->add->confirmed(new NewCandidate(
            $person->name, $person->email, $person->phone, $person->city, self::ZONE, $alert->locale(), self::SOURCE,
            $alert->resume(),
        ));
        $consent = ['consent' => $alert->consentVersion()];
        $this->log->record('candidate.kept_in_mind', 'candidate', $candidate, null, $candidate, $consent);

        return $candidate;
    }

    /** Who is known for nothing else is forgotten at once. */
    public function end(int $candidate): void
    {
        $isKnownForNothingElse = 0 !== $this->db->int(
            'SELECT count(*) FROM person_head c WHERE c.id = :id AND c.source = :source AND c.erased_at IS NULL
                AND NOT EXISTS (SELECT 1 FROM application_head a WHERE a.candidate_id = c.id)',
            ['id' => $candidate, 'source' => self::SOURCE],
        );
        if ($isKnownForNothingElse) {
            ($this->erase)($candidate, 'ended');
        }
    }
}
