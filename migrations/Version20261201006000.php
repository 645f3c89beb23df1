<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What other modules may read of units and of people who sign in; when a version of the structure was last changed. */
final class Version20261201006000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'the views unit_place with headcounts, staff_name, given_role and post_held; org_structure.changed_at';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE OR REPLACE VIEW unit_place AS
            SELECT id, parent_id, path, code, name, kind, in_force, retired, headcount, headcount_plan, site_id FROM org_unit');
        $this->addSql('CREATE VIEW staff_name AS SELECT id, name, title, zone, active, site_id, unit_id FROM account');
        $this->addSql('CREATE VIEW given_role AS SELECT account_id, role, unit_id FROM account_grant');
        $this->addSql('CREATE VIEW post_held AS SELECT unit_id, post, account_id FROM post_holder');
        $this->addSql('ALTER TABLE org_structure ADD changed_at timestamptz');
        $this->addSql('UPDATE org_structure SET changed_at = coalesce(in_force_at, created_at)');
        $this->addSql('ALTER TABLE org_structure ALTER changed_at SET NOT NULL');
        // an earlier one left the first number out in an empty table
        foreach (['site', 'job_family', 'role_profile'] as $table) {
            $this->addSql("SELECT setval(pg_get_serial_sequence('$table', 'id'), coalesce(max(id), 1), max(id) IS NOT NULL)
                FROM $table");
        }
    }
}
