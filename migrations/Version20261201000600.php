<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** When each worker was last heard of. */
final class Version20261201000600 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE heartbeat (worker text PRIMARY KEY, at timestamptz NOT NULL)');
    }
}
