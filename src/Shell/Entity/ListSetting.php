<?php

declare(strict_types=1);

namespace Jorvent\Shell\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Platform\Database\Schema\Reference;

/** How someone likes a list: which columns, sorted by what. */
#[ORM\Entity]
#[ORM\Table(name: 'list_setting')]
class ListSetting
{
    private const LONGEST_SORT = 40;

    /** @param list<string> $columns keys, in their order */
    public function __construct(
        #[ORM\Id, ORM\Column]
        #[Reference('account', onDelete: 'CASCADE')]
        private int $accountId,
        #[ORM\Id, ORM\Column(type: Types::TEXT)]
        private string $list,
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: Types::JSONB)]
        public array $columns,
        /** @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: Types::TEXT)]
        public string $sort,
    ) {
        $this->change($columns, $sort);
    }

    /** @param list<string> $columns */
    public function change(array $columns, string $sort): void
    {
        $this->columns = $columns;
        $this->sort = mb_substr($sort, 0, self::LONGEST_SORT);
    }
}
