<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201009100 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'requisition.travel_days, a field of the brief';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE requisition ADD travel_days SMALLINT DEFAULT NULL');
        $this->addSql('ALTER TABLE requisition ADD CONSTRAINT travel_days_of_a_month
            CHECK (travel_days BETWEEN 0 AND 31)');
    }
}
