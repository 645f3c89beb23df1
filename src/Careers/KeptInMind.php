<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\People\AddResume;
use Jorvent\People\Entity\Candidate;
use Jorvent\People\Erase;
use Jorvent\People\IndexCandidate;
use Jorvent\People\KnownBy;
use Jorvent\People\ResumeFile;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/** Someone leaves a resume without an opening. They become a candidate when they confirm their address, never before; when they end it and have applied for nothing, they are forgotten. */
final readonly class KeptInMind
{
    public const SOURCE = 'kept_in_mind';

    public function __construct(private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private IndexCandidate $index, private AddResume $add, private KnownBy $known, private Erase $erase)
    {
    }

    /** The address is confirmed: they are a candidate from now on; under an address we know, the resume is one more of that person. */
    public function begin(Record $alert): int
    {
        $now = $this->clock->now();
        $known = $this->known->address($alert->str('email'));
        if (null === $known) {
            $candidate = new Candidate($alert->str('name'), $alert->str('email'), $alert->strOrNull('phone'), $alert->strOrNull('city'), 'Europe/Oslo', $alert->str('locale'), self::SOURCE, null, $now);
            $candidate->describe('', null, null, $now);
            $this->entities->persist($candidate);
            $this->entities->flush();
            $known = $candidate->id;
        }
        if (null !== $alert->strOrNull('file_sha256')) {
            ($this->add)($known, new ResumeFile($alert->str('file_sha256'), $alert->str('media_type'), $alert->str('file_name'), $alert->int('size'), $alert->str('text')));
        } else {
            ($this->index)($known);
        }
        $this->log->record('candidate.kept_in_mind', 'candidate', $known, null, $known, ['consent' => $alert->intOrNull('consent_version')]);

        return $known;
    }

    /** They want it no longer. Who is known for nothing else is forgotten at once. */
    public function end(int $candidate): void
    {
        $only = $this->db->row('SELECT 1 AS one FROM candidate c WHERE c.id = :id AND c.source = :s AND c.erased_at IS NULL AND NOT EXISTS (SELECT 1 FROM application a WHERE a.candidate_id = c.id)', ['id' => $candidate, 's' => self::SOURCE]);
        if (null !== $only) {
            ($this->erase)($candidate, 'ended');
        }
    }
}
