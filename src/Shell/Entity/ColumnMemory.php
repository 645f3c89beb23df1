<?php

declare(strict_types=1);

namespace Jorvent\Shell\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\Reference;

/** Which column was what when someone last took in a table with this head. */
#[ORM\Entity]
#[ORM\Table(name: 'import_mapping')]
class ColumnMemory
{
    /** @param array<string, int> $mapping column by field */
    public function __construct(
        #[ORM\Id, ORM\Column]
        #[Reference('account', onDelete: 'CASCADE')]
        private int $accountId,
        /** hash of the kind and the head */
        #[ORM\Id, ORM\Column(length: 64, options: ['fixed' => true])]
        private string $headKey,
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: Types::JSONB)]
        public array $mapping,
    ) {
    }

    /** @param array<string, int> $mapping */
    public function change(array $mapping): void
    {
        $this->mapping = $mapping;
    }
}
