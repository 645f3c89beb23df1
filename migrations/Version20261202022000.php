<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261202022000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'two admins who change the rules of keeping data at once notice it';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE retention ADD version INT DEFAULT 1 NOT NULL');
    }
}
