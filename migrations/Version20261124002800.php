<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Fit: what it looks at of each person, packed; weights by requisition, and from when on verdicts count for learning. Everyone is made findable anew after this. */
final class Version20261124002800 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE candidate_fit (candidate_id int PRIMARY KEY REFERENCES candidate ON DELETE CASCADE, facts bytea NOT NULL)');
        $this->addSql('ALTER TABLE candidate_fit ALTER facts SET STORAGE EXTERNAL');
        $this->addSql("CREATE TABLE requisition_fit (requisition_id int PRIMARY KEY REFERENCES requisition ON DELETE CASCADE, points jsonb NOT NULL DEFAULT '{}', learns boolean NOT NULL DEFAULT true, learns_from timestamptz)");
        $this->addSql('CREATE TABLE fit_setting (id boolean PRIMARY KEY DEFAULT true CHECK (id), pay_points int NOT NULL DEFAULT 0 CHECK (pay_points BETWEEN 0 AND 10), version int NOT NULL DEFAULT 1)');
        $this->addSql('INSERT INTO fit_setting DEFAULT VALUES');
        $this->addSql('TRUNCATE post, post_run, candidate_words');
        $this->addSql('UPDATE post_epoch SET epoch = epoch + 1');
    }
}
