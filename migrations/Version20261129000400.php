<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Which transaction last wrote someone's words, so that who said a phrase is known to be still right. */
final class Version20261129000400 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE candidate_words ADD ver xid8 NOT NULL DEFAULT pg_current_xact_id()');
        $this->addSql('CREATE INDEX candidate_words_ver ON candidate_words (ver)');
    }
}
