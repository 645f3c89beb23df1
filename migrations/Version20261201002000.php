<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What an admin asked about a second factor stands with it; other modules read of a unit only where it lies. */
final class Version20261201002000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE second_factor ALTER account_id TYPE int');
        $this->addSql('ALTER TABLE second_factor ADD reset_asked_by int REFERENCES account (id)');
        $this->addSql('ALTER TABLE second_factor ADD reset_asked_at timestamptz');
        $this->addSql('UPDATE second_factor s SET reset_asked_by = r.asked_by, reset_asked_at = r.asked_at
            FROM factor_reset r WHERE r.account_id = s.account_id');
        $this->addSql('ALTER TABLE second_factor ADD CONSTRAINT second_factor_reset_check
            CHECK ((reset_asked_by IS NULL) = (reset_asked_at IS NULL))');
        $this->addSql('DROP TABLE factor_reset');
        // what other modules may read of a unit: where it lies and what it is called
        $this->addSql('CREATE VIEW unit_place AS SELECT id, parent_id, path, code, name, kind, in_force FROM org_unit');
    }
}
