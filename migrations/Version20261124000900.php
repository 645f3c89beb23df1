<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The orders in which the list of requisitions is read most, ready made. */
final class Version20261124000900 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        foreach (['title' => "coalesce(lower(title), '')", 'number' => 'coalesce(number, -1)', 'state' => "coalesce(lower(state), '')", 'opened' => "coalesce(opened_on, date '0001-01-01')", 'target' => "coalesce(target_on, date '0001-01-01')"] as $name => $expression) {
            $this->addSql("CREATE INDEX requisition_by_$name ON requisition (($expression), id)");
        }
    }
}
