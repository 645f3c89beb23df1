<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database\Schema;

use Doctrine\DBAL\Schema\AbstractAsset;
use Doctrine\DBAL\Schema\Name;
use Symfony\Component\DependencyInjection\Attribute\AutoconfigureTag;

/** Leaves out of the comparison of mapping and database what has no entity, and sequences that stand alone. */
#[AutoconfigureTag('doctrine.dbal.schema_filter')]
final class MappedTables
{
    private const SEQUENCES_ALONE = ['org_unit_id', 'requisition_number'];

    /** @param string|AbstractAsset<Name> $asset */
    public function __invoke(string|AbstractAsset $asset): bool
    {
        $name = \is_string($asset) ? $asset : $asset->getName();

        return !Unmapped::has($name) && !\in_array($name, self::SEQUENCES_ALONE, true);
    }
}
