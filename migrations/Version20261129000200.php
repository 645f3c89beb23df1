<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** For how many days someone who was closed out is left in peace by searches for other requisitions. */
final class Version20261129000200 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE sourcing_setting (id boolean PRIMARY KEY DEFAULT true CHECK (id), cooling_days int NOT NULL DEFAULT 30 CHECK (cooling_days BETWEEN 0 AND 730), version int NOT NULL DEFAULT 1)');
        $this->addSql('INSERT INTO sourcing_setting DEFAULT VALUES');
    }
}
