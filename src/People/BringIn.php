<?php

declare(strict_types=1);

namespace Jorvent\People;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Activity\ActivityLog;
use Jorvent\Outside\ResumeBanks\BankPerson;
use Jorvent\People\Entity\Candidate;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/**
 * Makes an own candidate of someone found in an outside database; whoever is known already, by their reference there or
 * by mail address, stays one person.
 */
final readonly class BringIn
{
    public function __construct(
        private Db $db,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private ActivityLog $log,
        private AddResume $add,
        private KnownBy $known,
    ) {
    }

    public function __invoke(string $bank, BankPerson $person): int
    {
        $ref = $bank.':'.$person->ref;
        $known = $this->byReference($ref) ?? $this->known->address($person->email ?? '');
        if (null !== $known) {
            return $known;
        }
        $candidate = $this->candidate($bank, $ref, $person);
        $this->entities->persist($candidate);
        $this->entities->flush();
        $size = max(1, \strlen($person->text));
        ($this->add)($candidate->id, new ResumeFile('', 'text/plain', $person->ref.'.txt', $size, $person->text));
        $from = ['from' => $bank];
        $this->log->record('candidate.brought_in', 'candidate', $candidate->id, null, $candidate->id, $from);

        return $candidate->id;
    }

    private function byReference(string $ref): ?int
    {
        return $this->db->row(
            'SELECT coalesce(merged_into, id) AS id FROM candidate WHERE outside_ref = :ref LIMIT 1',
            ['ref' => $ref],
        )?->int('id');
    }

    private function candidate(string $bank, string $ref, BankPerson $person): Candidate
    {
        $now = $this->clock->now();
        $candidate = new Candidate(
            $person->name, $person->email, $person->phone, $person->city, 'Europe/Oslo', 'en', $bank, $ref, $now,
        );
        $activeOn = null === $person->activeOn ? null : new \DateTimeImmutable($person->activeOn);
        $candidate->describe($person->headline, $person->years, $person->wouldMove, $activeOn);
        $candidate->mustBeToldBy($now->setTime(0, 0)->modify('+'.TellSourced::DAYS.' days'));
        $candidate->liveIn($person->country);

        return $candidate;
    }
}
