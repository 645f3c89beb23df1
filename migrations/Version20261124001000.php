<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A profile's default screening questions while they are being written, before they are a version. */
final class Version20261124001000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE role_profile ADD questions_draft jsonb');
    }
}
