<?php

declare(strict_types=1);

namespace Jorvent\Shell\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Schema\InstantType;
use Jorvent\Shell\Entity\ColumnMemory;
use Jorvent\Shell\Entity\Import;

final readonly class ImportRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(Import $import): void
    {
        $this->entities->persist($import);
        $this->entities->flush();
    }

    public function of(int $id, int $account): ?Import
    {
        $import = $this->entities->find(Import::class, $id);

        return $import?->accountId === $account ? $import : null;
    }

    /** As it is now, locked until the end of the transaction. */
    public function held(int $id): ?Import
    {
        return $this->entities->find(Import::class, $id, LockMode::PESSIMISTIC_WRITE);
    }

    /** @throws Refused when it is none of theirs */
    public function heldOf(int $id, int $account): Import
    {
        $import = $this->held($id);

        return $import?->accountId === $account ? $import : throw Refused::because('missing');
    }

    /** @return list<string> SHA-256 of the files of those that began before a moment, which are gone now */
    public function dropBefore(\DateTimeImmutable $moment): array
    {
        /** @var list<Import> $old */
        $old = $this->entities->createQuery('SELECT i FROM '.Import::class.' i WHERE i.createdAt < :moment')
            ->setParameter('moment', $moment, InstantType::NAME)->getResult();
        foreach ($old as $import) {
            $this->entities->remove($import);
        }

        return array_map(static fn (Import $i): string => $i->fileSha256, $old);
    }

    public function needs(string $sha256): bool
    {
        return 0 !== $this->entities->getRepository(Import::class)->count(['fileSha256' => $sha256]);
    }

    /** @return array<string, int>|null column by field, as it was when someone last took in such a table */
    public function remembered(int $account, string $headKey): ?array
    {
        return $this->memory($account, $headKey)?->mapping;
    }

    /** @param array<string, int> $mapping */
    public function remember(int $account, string $headKey, array $mapping): void
    {
        $memory = $this->memory($account, $headKey);
        if (null === $memory) {
            $this->entities->persist(new ColumnMemory($account, $headKey, $mapping));
        } else {
            $memory->change($mapping);
        }
    }

    private function memory(int $account, string $headKey): ?ColumnMemory
    {
        return $this->entities->find(ColumnMemory::class, ['accountId' => $account, 'headKey' => $headKey]);
    }
}
