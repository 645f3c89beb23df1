<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What other modules may read of a site; a column of imports that nothing wrote goes. */
final class Version20261201005000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'the view site_place, and no import.failure';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE VIEW site_place AS
            SELECT id, name, city, country, zone, currency, latitude, longitude, region, postcode FROM site');
        $this->addSql('ALTER TABLE import DROP failure');
    }
}
