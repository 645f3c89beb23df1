<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** An opening may be for colleagues alone in its first days. */
final class Version20261124001700 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE posting ADD inside_until date, ADD CHECK (inside_until IS NULL OR board = 'careers')");
    }
}
