<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Which transaction last wrote what fit looks at of a person, so that what was measured is known to be still right. */
final class Version20261129000100 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE candidate_fit ADD ver xid8 NOT NULL DEFAULT pg_current_xact_id()');
        $this->addSql('CREATE INDEX candidate_fit_ver ON candidate_fit (ver)');
    }
}
