<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A guest sees how to reach people only when who shared the shortlist chose so. */
final class Version20261201000200 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE shortlist ADD contacts boolean NOT NULL DEFAULT false');
    }
}
