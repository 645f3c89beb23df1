<?php

declare(strict_types=1);

namespace Jorvent\People;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\People\Entity\Candidate;
use Psr\Clock\ClockInterface;

/** Adds someone who came by themselves, with their resume. Run in the transaction of what brings them. */
final readonly class AddCandidate
{
    public function __construct(
        private EntityManagerInterface $entities,
        private KnownBy $known,
        private AddResume $add,
        private IndexCandidate $index,
        private ClockInterface $clock,
    ) {
    }

    /**
     * Under the address of someone known they stand apart until the address is confirmed by a link: nothing known is
     * shown, changed or added to before.
     *
     * @return array{int, bool} their id, and whether they stand apart
     */
    public function apart(NewCandidate $person): array
    {
        $known = $this->known->address($person->email);
        $id = $this->add($person, $known);
        if (null !== $person->resume) {
            ($this->add)($id, $person->resume);
        } elseif (null === $known) {
            ($this->index)($id);
        }

        return [$id, null !== $known];
    }

    /**
     * Of someone whose address is confirmed: who is known by it is them.
     *
     * @return int their id
     */
    public function confirmed(NewCandidate $person): int
    {
        $id = $this->known->address($person->email) ?? $this->add($person, null);
        null === $person->resume ? ($this->index)($id) : ($this->add)($id, $person->resume);

        return $id;
    }

    private function add(NewCandidate $person, ?int $claims): int
    {
        $now = $this->clock->now();
        $candidate = new Candidate(
            $person->name,
            $person->email,
            '' === $person->phone ? null : $person->phone,
            '' === $person->city ? null : $person->city,
            $person->zone,
            $person->locale,
            $person->source,
            null,
            $now,
            $claims,
        );
        $candidate->describe('', null, null, $now);
        $this->entities->persist($candidate);
        $this->entities->flush();

        return $candidate->id;
    }
}
