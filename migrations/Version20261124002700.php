<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The criteria of a requisition's search, beside its query line. */
final class Version20261124002700 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE requisition ADD criteria jsonb NOT NULL DEFAULT '[]'");
    }
}
