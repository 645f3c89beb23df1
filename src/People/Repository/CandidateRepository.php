<?php

declare(strict_types=1);

namespace Jorvent\People\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Doctrine\ORM\Query;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Entity\Candidate;
use Jorvent\People\Entity\Joining;
use Jorvent\People\Entity\Note;
use Jorvent\People\Entity\NotSame;
use Jorvent\People\Entity\Tag;
use Jorvent\People\Entity\TagOfPerson;

/** People, what is noted of them, and which records are one person. */
final readonly class CandidateRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(Candidate|Joining|Note|NotSame|Tag|TagOfPerson $one): void
    {
        $this->entities->persist($one);
        $this->entities->flush();
    }

    /** What was changed is written now, for statements that read it. */
    public function write(): void
    {
        $this->entities->flush();
    }

    public function find(int $id): ?Candidate
    {
        return $this->entities->find(Candidate::class, $id);
    }

    /**
     * As they are now, locked until the end of the transaction.
     *
     * @throws Refused when they are forgotten, or there is nobody
     */
    public function held(int $id): Candidate
    {
        return $this->heldIfKnown($id) ?? throw Refused::because('missing');
    }

    /** As they are now, locked until the end of the transaction; null when they are forgotten, or there is nobody. */
    public function heldIfKnown(int $id): ?Candidate
    {
        $candidate = $this->entities->find(Candidate::class, $id, LockMode::PESSIMISTIC_WRITE);

        return null === $candidate || $candidate->isErased() ? null : $candidate;
    }

    /**
     * Two, locked in one order, so that two who join them at once wait for one another.
     *
     * @return array{Candidate, Candidate} in the order asked for
     *
     * @throws Refused when one of them is not there
     */
    public function heldBoth(int $one, int $other): array
    {
        /** @var list<Candidate> $found */
        $found = $this->entities->createQueryBuilder()->select('c')->from(Candidate::class, 'c')
            ->where('c.id IN (:ids)')
            ->setParameter('ids', [$one, $other])
            ->orderBy('c.id')
            ->getQuery()
            ->setLockMode(LockMode::PESSIMISTIC_WRITE)
            ->setHint(Query::HINT_REFRESH, true)
            ->getResult();
        $byId = array_column($found, null, 'id');

        return isset($byId[$one], $byId[$other]) ? [$byId[$one], $byId[$other]] : throw Refused::because('missing');
    }

    /** @return list<Candidate> records that were joined with this one */
    public function joinedWith(int $survivor): array
    {
        return $this->entities->getRepository(Candidate::class)->findBy(['mergedInto' => $survivor], ['id' => 'ASC']);
    }

    /**
     * @param list<int> $ids
     *
     * @return list<Candidate>
     */
    public function some(array $ids): array
    {
        return $this->entities->getRepository(Candidate::class)->findBy(['id' => $ids]);
    }

    /** As it is now, locked until the end of the transaction. */
    public function heldJoining(int $id): Joining
    {
        return $this->entities->find(Joining::class, $id, LockMode::PESSIMISTIC_WRITE)
            ?? throw Refused::because('missing');
    }

    /** Whether a record stands joined with another. */
    public function isJoined(Candidate $other): bool
    {
        return 0 !== $this->entities->getRepository(Joining::class)->count(['other' => $other, 'undoneAt' => null]);
    }

    /** @return list<Joining> in which a person takes part */
    public function joinings(int $candidate): array
    {
        /** @var list<Joining> */
        return $this->entities->createQueryBuilder()->select('j')->from(Joining::class, 'j')
            ->where('j.survivor = :id OR j.other = :id')
            ->setParameter('id', $candidate)
            ->getQuery()->getResult();
    }

    public function areTwo(int $one, int $other): bool
    {
        $ids = ['oneId' => min($one, $other), 'otherId' => max($one, $other)];

        return null !== $this->entities->find(NotSame::class, $ids);
    }

    public function tag(string $name): ?Tag
    {
        /** @var Tag|null */
        return $this->entities->createQueryBuilder()->select('t')->from(Tag::class, 't')
            ->where('LOWER(t.name) = LOWER(:name)')
            ->setParameter('name', $name)
            ->getQuery()->getOneOrNullResult();
    }

    /** @return array<int, TagOfPerson> by the id of the tag */
    public function tagsOf(Candidate $candidate): array
    {
        $tags = [];
        foreach ($this->entities->getRepository(TagOfPerson::class)->findBy(['candidate' => $candidate]) as $tag) {
            $tags[$tag->tag->id] = $tag;
        }

        return $tags;
    }

    /** Their notes and tags go. */
    public function forgetWhatIsSet(Candidate $candidate): void
    {
        $notes = $this->entities->getRepository(Note::class)->findBy(['candidate' => $candidate]);
        array_map($this->entities->remove(...), $notes);
        array_map($this->untag(...), $this->tagsOf($candidate));
        $this->entities->flush();
    }

    /** A tag that nobody has any more is gone. */
    public function untag(TagOfPerson $tag): void
    {
        $this->entities->remove($tag);
        $this->entities->flush();
        if (0 === $this->entities->getRepository(TagOfPerson::class)->count(['tag' => $tag->tag])) {
            $this->entities->remove($tag->tag);
            $this->entities->flush();
        }
    }
}
