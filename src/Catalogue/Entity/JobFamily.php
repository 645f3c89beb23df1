<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Refused;

/** A family of jobs, such as all that is done in engine rooms. */
#[ORM\Entity]
#[ORM\Table(name: 'job_family')]
#[ORM\UniqueConstraint(name: 'job_family_name_key', columns: ['name'])]
class JobFamily
{
    private const LONGEST_NAME = 80;

    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    /** @throws Refused at name */
    public function __construct(#[ORM\Column(type: Types::TEXT)] private string $name)
    {
        if ('' === $name) {
            throw Refused::because('missing', 'name');
        }
        if (mb_strlen($name) > self::LONGEST_NAME) {
            throw Refused::because('too_long', 'name', ['most' => self::LONGEST_NAME]);
        }
    }
}
