<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Indexes for what pipelines and Today ask, which read whole tables before. */
final class Version20261201000900 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        foreach ([
            'stage_visit_application ON stage_visit (application_id, id)',
            'posting_requisition ON posting (requisition_id)',
            'offer_application ON offer (application_id)',
            'approval_requisition ON approval (requisition_id)',
            'requisition_recruiter ON requisition (recruiter_id)',
            'requisition_manager ON requisition (manager_id)',
            'outbox_candidate ON outbox (candidate_id)',
            "outbox_failed ON outbox (kind, subject_id) WHERE state = 'failed'",
            'personal_value_account ON personal_value (account_id)',
            'account_unit ON account (unit_id)',
        ] as $index) {
            $this->addSql('CREATE INDEX '.$index);
        }
    }
}
