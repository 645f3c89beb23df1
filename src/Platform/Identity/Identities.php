<?php

declare(strict_types=1);

namespace Jorvent\Platform\Identity;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Identity\Entity\Identity;

/** Whose instance this is. It is set when the first admin is let in, and changed by admins. */
final readonly class Identities
{
    public function __construct(private EntityManagerInterface $entities, private Db $db)
    {
    }

    /** @return Identity|null none before the first admin */
    public function find(): ?Identity
    {
        return $this->entities->find(Identity::class, Identity::ONLY);
    }

    /** For what is only done when there is an instance to speak of: mails, drafts of texts. */
    public function get(): Identity
    {
        return $this->find() ?? throw new \LogicException('This instance has no name yet: nobody has been let in.');
    }

    /** The name of the company; empty before the first admin. */
    public function name(): string
    {
        return $this->find()->name ?? '';
    }

    public function begin(string $name, string $sender): void
    {
        $this->db->transaction(function () use ($name, $sender): void {
            $this->entities->persist(new Identity($name, $sender));
        });
    }

    /**
     * @param int $seen the version that was on the page
     *
     * @throws Refused `saved_by_another`, `missing`, `name_too_long`, `email_wrong`
     */
    public function change(string $name, string $sender, int $seen): void
    {
        $this->db->transaction(function () use ($name, $sender, $seen): void {
            $identity = $this->entities->find(Identity::class, Identity::ONLY, LockMode::PESSIMISTIC_WRITE);
            if (null === $identity || $identity->version !== $seen) {
                throw Refused::because('saved_by_another');
            }
            $identity->rename($name, $sender);
        });
    }
}
