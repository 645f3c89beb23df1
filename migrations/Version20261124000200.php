<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** How each person likes a list: which columns, sorted by what. */
final class Version20261124000200 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE list_setting (account_id int NOT NULL REFERENCES account ON DELETE CASCADE, list text NOT NULL, columns jsonb NOT NULL, sort text NOT NULL, PRIMARY KEY (account_id, list))');
    }
}
