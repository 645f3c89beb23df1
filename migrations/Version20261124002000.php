<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The keys by which someone who comes again is found among many, and how sure a dropped file's likeness was. */
final class Version20261124002000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE candidate_block (key text NOT NULL, candidate_id int NOT NULL REFERENCES candidate ON DELETE CASCADE, PRIMARY KEY (key, candidate_id))');
        $this->addSql('CREATE INDEX candidate_block_candidate ON candidate_block (candidate_id)');
        $this->addSql('ALTER TABLE intake_file ADD likeness real CHECK (likeness BETWEEN 0 AND 1)');
    }
}
