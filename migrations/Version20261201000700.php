<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A later file in which no work could be read stands beside the resume, and does not take its place. */
final class Version20261201000700 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE resume ADD beside boolean NOT NULL DEFAULT false');
    }
}
