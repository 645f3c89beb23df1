<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201011000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'the views agreed_consent and fit_of_applied';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE VIEW agreed_consent AS SELECT id, consent_version, consented_at FROM application
            WHERE consent_version IS NOT NULL');
        $this->addSql("CREATE VIEW fit_of_applied AS SELECT id, requisition_id, applied_at, fit FROM application
            WHERE fit IS NOT NULL AND origin = 'applied'");
    }
}
