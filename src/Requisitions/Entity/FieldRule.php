<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Requisitions\AfterApproval;

/** What may happen to a field of the brief after approval, where an admin chose so. */
#[ORM\Entity]
#[ORM\Table(name: 'brief_field_rule')]
class FieldRule
{
    public function __construct(
        #[ORM\Id, ORM\Column(type: Types::TEXT)]
        public readonly string $field,
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: Types::TEXT, enumType: AfterApproval::class)]
        public AfterApproval $afterApproval,
    ) {
    }

    public function choose(AfterApproval $rule): void
    {
        $this->afterApproval = $rule;
    }
}
