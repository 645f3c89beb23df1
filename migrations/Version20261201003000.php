<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * What belongs to what: each module's part of it says to which requisition, person or other thing its own things belong.
 * Access asks it, and no other table, whether the ids of one request belong together.
 */
final class Version20261201003000 extends AbstractMigration
{
    private const PARTS = [
        "SELECT 'grant', id, 'account', account_id FROM account_grant",
        "SELECT 'question', id, 'requisition', requisition_id FROM approval_question",
        "SELECT 'posting', id, 'requisition', requisition_id FROM posting",
        "SELECT 'payment', s.id, 'requisition', g.requisition_id FROM spend s JOIN posting g ON g.id = s.posting_id",
        "SELECT 'payment', id, 'posting', posting_id FROM spend",
        "SELECT 'search', id, 'requisition', requisition_id FROM saved_search",
        "SELECT 'resume', id, 'candidate', candidate_id FROM resume",
        "SELECT 'merge', id, 'candidate', survivor_id FROM candidate_merge",
        "SELECT 'intake_file', id, 'intake', intake_id FROM intake_file",
        "SELECT 'application', id, 'requisition', requisition_id FROM application",
        "SELECT 'application', id, 'candidate', candidate_id FROM application",
        "SELECT 'shortlist', id, 'requisition', requisition_id FROM shortlist",
        "SELECT 'interview', i.id, 'requisition', p.requisition_id FROM interview i JOIN application p ON p.id = i.application_id",
        "SELECT 'interview', id, 'application', application_id FROM interview",
        "SELECT 'offer', o.id, 'requisition', p.requisition_id FROM offer o JOIN application p ON p.id = o.application_id",
        "SELECT 'offer', id, 'application', application_id FROM offer",
        "SELECT 'hire', h.id, 'requisition', p.requisition_id FROM hire h JOIN application p ON p.id = h.application_id",
    ];

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE VIEW belongs_to (kind, id, owner, owner_id) AS '.implode(' UNION ALL ', self::PARTS));
    }
}
