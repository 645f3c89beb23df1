<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What other modules may read of the catalogue, and what the catalogue may read of requisitions. */
final class Version20261201008000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'the views profile_now, family_name and written_from';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE VIEW profile_now AS SELECT id, version, family_id, title, level, summary, description,
            musts, wishes, years_from, years_to, education, bands, benefits, competencies, interview_questions,
            questions, retired_at FROM role_profile');
        $this->addSql('CREATE VIEW family_name AS SELECT id, name FROM job_family');
        $this->addSql('CREATE VIEW written_from AS SELECT profile_id, profile_version, id, number, title, state
            FROM requisition WHERE profile_id IS NOT NULL');
        $this->addSql('ALTER TABLE role_profile ALTER saved_at DROP DEFAULT');
    }
}
