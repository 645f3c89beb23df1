<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201012000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'the views standing_hire, application_head and person_head';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE VIEW standing_hire AS SELECT h.application_id, a.requisition_id, a.candidate_id,
            a.referral_id, h.first_day FROM hire h JOIN application a ON a.id = h.application_id
            WHERE h.fell_through_at IS NULL');
        $this->addSql('CREATE VIEW application_head AS SELECT id, requisition_id, candidate_id, posting_id, referral_id,
            stage, state, applied_at FROM application');
        $this->addSql('CREATE VIEW person_head AS SELECT id, name, email, locale, zone, source, keep_until,
            keep_asked_at, claims, erased_at FROM candidate');
        // a search for all openings was written as an empty object before it became an empty list
        $this->addSql("UPDATE opening_alert SET wanted = '[]' WHERE wanted = '{}'");
    }
}
