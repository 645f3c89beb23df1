<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Who applies under the address of someone known stands apart until the address is confirmed. */
final class Version20261124001500 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE candidate ADD claims int REFERENCES candidate');
        $this->addSql('DROP INDEX candidate_email');
        $this->addSql('CREATE UNIQUE INDEX candidate_email ON candidate (lower(email)) WHERE email IS NOT NULL AND claims IS NULL');
        $this->addSql('CREATE INDEX candidate_claims ON candidate (claims) WHERE claims IS NOT NULL');
    }
}
