<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What other modules may read of requisitions. */
final class Version20261201009000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'the views requisition_head, asked_approver, asked_question and team_part; questions_version without saved_by';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE VIEW requisition_head AS SELECT id, number, title, state, unit_id, site_id, requester_id,
            recruiter_id, manager_id, partner_id, positions, category, description, employment, months, remote, country, share,
            hours, pay_min, pay_max, pay_frequency, currency, musts, wishes, education, years_from, years_to, benefits,
            industry, opened_on, target_on, visibility, profile_id, family_id, competencies, questions,
            questions_version, approved_at, filled_at, created_at, saved_at, opening_words FROM requisition');
        $this->addSql('CREATE VIEW asked_approver AS SELECT id, requisition_id, offer_id, rank, approver_id, state, reason,
            reason_data, note, asked_at, decided_at FROM approval');
        $this->addSql('CREATE VIEW asked_question AS SELECT id, requisition_id, asked_by, asked_at, answered_at, question
            FROM approval_question');
        $this->addSql('CREATE VIEW team_part AS SELECT requisition_id, account_id, part FROM team_member');
        // never filled: the log tells who changed questions
        $this->addSql('ALTER TABLE questions_version DROP saved_by');
    }
}
