<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Nearly every page asks who acts for whom. As a function of one approval it was planned at each asking (half a millisecond) and looked at every approval there is; as a set it is part of the statement. */
final class Version20261130000200 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('DROP FUNCTION acts_for');
        $this->addSql("CREATE FUNCTION acting_for(me int, today date) RETURNS TABLE (id int, kind text) LANGUAGE sql STABLE AS $$ SELECT me, 'all' UNION ALL SELECT d.from_id, d.kind FROM delegation d WHERE d.to_id = me AND d.ended_at IS NULL AND today BETWEEN d.from_day AND d.to_day $$");
        $this->addSql('CREATE INDEX approval_approver ON approval (approver_id)');
    }
}
