<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** A text service an admin enters, and the countries where current pay is not asked. */
final class Version20261124000700 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE text_service (id int PRIMARY KEY DEFAULT 1 CHECK (id = 1), address text NOT NULL, model text NOT NULL, key_cipher text, saved_at timestamptz NOT NULL)');
        $this->addSql('CREATE TABLE no_current_pay (country char(2) PRIMARY KEY)');
        $this->addSql("INSERT INTO no_current_pay (country) VALUES ('CA'), ('US')");
    }
}
