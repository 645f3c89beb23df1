<?php

declare(strict_types=1);

namespace Jorvent\People\Repository;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\People\Entity\DataRequest;
use Jorvent\People\Entity\RetentionRules;
use Jorvent\People\OwnData\DataRequestKind;

/** What people asked about their own data, and how long it is kept. */
final readonly class OwnDataRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    public function add(DataRequest $request): void
    {
        $this->entities->persist($request);
        $this->entities->flush();
    }

    public function write(): void
    {
        $this->entities->flush();
    }

    /** @return list<DataRequest> of a person, not answered yet */
    public function open(int $candidate, ?DataRequestKind $kind = null): array
    {
        $of = ['candidate' => $candidate, 'doneAt' => null];

        return $this->entities->getRepository(DataRequest::class)
            ->findBy(null === $kind ? $of : [...$of, 'kind' => $kind], ['id' => 'ASC']);
    }

    public function rules(): RetentionRules
    {
        return $this->entities->find(RetentionRules::class, RetentionRules::ID) ?? throw self::noRules();
    }

    /** As they are now, locked until the end of the transaction. */
    public function heldRules(): RetentionRules
    {
        return $this->entities->find(RetentionRules::class, RetentionRules::ID, LockMode::PESSIMISTIC_WRITE)
            ?? throw self::noRules();
    }

    private static function noRules(): \LogicException
    {
        return new \LogicException('A migration writes the rules.');
    }
}
