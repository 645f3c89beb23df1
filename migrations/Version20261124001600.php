<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Candidates may ask to be forgotten. */
final class Version20261124001600 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE candidate ADD forget_asked_at timestamptz');
        $this->addSql('CREATE INDEX candidate_forget ON candidate (forget_asked_at) WHERE forget_asked_at IS NOT NULL AND erased_at IS NULL');
    }
}
