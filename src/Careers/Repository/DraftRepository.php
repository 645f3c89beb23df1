<?php

declare(strict_types=1);

namespace Jorvent\Careers\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\DBAL\Query\ForUpdate\ConflictResolutionMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Careers\Entity\ApplyDraft;

/** Applications that are being written, by the key that only their writer has. */
final readonly class DraftRepository
{
    private const KEY = '/^[0-9a-f]{32}$/D';

    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(ApplyDraft $draft): void
    {
        $this->entities->persist($draft);
    }

    public function find(#[\SensitiveParameter] string $key): ?ApplyDraft
    {
        return self::isKey($key) ? $this->entities->find(ApplyDraft::class, ApplyDraft::hash($key)) : null;
    }

    /** As it is now, locked until the end of the transaction. */
    public function held(#[\SensitiveParameter] string $key): ?ApplyDraft
    {
        if (!self::isKey($key)) {
            return null;
        }

        return $this->entities->find(ApplyDraft::class, ApplyDraft::hash($key), LockMode::PESSIMISTIC_WRITE);
    }

    /** Locked likewise; null at once when someone else holds it, or there is none. */
    public function heldIfFree(#[\SensitiveParameter] string $key): ?ApplyDraft
    {
        if (!self::isKey($key)) {
            return null;
        }
        $free = $this->entities->getConnection()->createQueryBuilder()
            ->select('key')
            ->from('apply_draft')
            ->where('key = :key')
            ->setParameter('key', ApplyDraft::hash($key))
            ->forUpdate(ConflictResolutionMode::SKIP_LOCKED)
            ->fetchOne();

        return false === $free ? null : $this->held($key);
    }

    /**
     * @return list<ApplyDraft> not touched since then, oldest first, locked; those that someone else holds are left out
     */
    public function old(\DateTimeImmutable $before, int $most): array
    {
        $hashes = $this->entities->getConnection()->createQueryBuilder()
            ->select('key')
            ->from('apply_draft')
            ->where('saved_at < :before')
            ->setParameter('before', $before, 'instant')
            ->orderBy('saved_at')
            ->setMaxResults($most)
            ->forUpdate(ConflictResolutionMode::SKIP_LOCKED)
            ->fetchFirstColumn();

        /** @var list<ApplyDraft> */
        return $this->entities->getRepository(ApplyDraft::class)->findBy(['hash' => $hashes]);
    }

    /**
     * What someone wrote: known by the address in it, or, when it was sent, by the file that came with it.
     *
     * @param string       $email in small letters; empty for none
     * @param list<string> $files hashes of their resumes
     *
     * @return list<ApplyDraft>
     */
    public function by(string $email, array $files): array
    {
        $hashes = $this->entities->getConnection()->createQueryBuilder()
            ->select('key')
            ->from('apply_draft')
            ->where("(:email <> '' AND lower(fields ->> 'email') = :email)")
            ->orWhere('sent_at IS NOT NULL AND file_sha256 IN (:files)')
            ->setParameter('email', $email)
            ->setParameter('files', [] === $files ? [''] : $files, \Doctrine\DBAL\ArrayParameterType::STRING)
            ->fetchFirstColumn();

        /** @var list<ApplyDraft> */
        return $this->entities->getRepository(ApplyDraft::class)->findBy(['hash' => $hashes]);
    }

    public function remove(ApplyDraft ...$drafts): void
    {
        array_map($this->entities->remove(...), $drafts);
        $this->entities->flush();
    }

    public function countWithFile(string $sha256): int
    {
        return $this->entities->getRepository(ApplyDraft::class)->count(['file.sha256' => $sha256]);
    }

    private static function isKey(#[\SensitiveParameter] string $key): bool
    {
        return 1 === preg_match(self::KEY, $key);
    }
}
