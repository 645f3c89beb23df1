<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What is kept of a person's words is the words in a row, and of the rest what the keys come from: half as large, and found in as quickly. Everyone is made findable anew after this. */
final class Version20261130000100 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('TRUNCATE post, post_run, candidate_words');
        $this->addSql('UPDATE post_epoch SET epoch = epoch + 1');
        $this->addSql('ALTER TABLE candidate_words DROP words, DROP facts, ADD words text COMPRESSION lz4 COLLATE "C" NOT NULL, ADD told bytea NOT NULL');
        $this->addSql('ALTER TABLE candidate_words ALTER words SET STORAGE MAIN, ALTER told SET STORAGE MAIN, SET (toast_tuple_target = 256)');
        $this->addSql('CREATE INDEX post_changed ON post (ver)');
        $this->addSql('ALTER TABLE post_run DROP query, ADD plain text COLLATE "C" NOT NULL, ADD alike text COLLATE "C" NOT NULL, ADD pattern text COLLATE "C" NOT NULL, ADD ready boolean NOT NULL DEFAULT false');
    }
}
