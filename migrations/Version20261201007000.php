<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What other modules may read of the activity log: its rows with the texts that stand apart, as long as they do. */
final class Version20261201007000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'the view log_entry';
    }

    public function up(Schema $schema): void
    {
        // a recommendation is read where the scorecards stand side by side, once one's own is in
        $this->addSql("CREATE VIEW log_entry AS
            SELECT a.id, a.at, a.actor_kind, a.actor_id, a.on_behalf_of_id, a.act, split_part(a.act, '.', 1) AS family,
                a.subject_kind, a.subject_id, a.requisition_id, a.candidate_id,
                (a.change || coalesce(v.content -> 'texts', '{}')) - 'recommendation' AS change
            FROM activity a LEFT JOIN personal_value v ON v.id = a.personal_id");
    }
}
