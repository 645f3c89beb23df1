<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Whoever could not be asked about their data is decided on by an admin. */
final class Version20261201000400 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE candidate ADD keep_admin_asked_at timestamptz');
        $this->addSql('CREATE INDEX candidate_keep_admin ON candidate (keep_admin_asked_at) WHERE keep_admin_asked_at IS NOT NULL');
    }
}
