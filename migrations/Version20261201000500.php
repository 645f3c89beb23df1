<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * The log holds ids, codes and figures; free text and addresses of what was logged before go to where they can be emptied. A chain of
 * hashes over its rows, and the heads that were written outside.
 */
final class Version20261201000500 extends AbstractMigration
{
    private const TEXT = '$.** ? (@.type() == "string" && !(@ like_regex "^([a-z0-9][a-z0-9_.:+-]{0,59}|[A-Z]{2,3}|[0-9]{4}-[0-9]{2}-[0-9]{2}(T[0-9:.+Z-]{5,30})?)$"))';

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE activity DISABLE TRIGGER activity_append_only');
        $this->addSql('ALTER TABLE personal_value ADD of_activity bigint');
        $texts = "(SELECT jsonb_object_agg(e.key, e.value) FROM jsonb_each(a.change) e WHERE jsonb_path_exists(e.value, '".self::TEXT."'))";
        $this->addSql("INSERT INTO personal_value (candidate_id, account_id, content, of_activity)
            SELECT a.candidate_id, CASE WHEN a.candidate_id IS NULL THEN a.actor_id END, jsonb_strip_nulls(jsonb_build_object('address', host(a.address), 'texts', $texts)), a.id
            FROM activity a WHERE a.personal_id IS NULL AND (a.address IS NOT NULL OR $texts IS NOT NULL)");
        $this->addSql("UPDATE personal_value v SET content = v.content || jsonb_strip_nulls(jsonb_build_object('address', host(a.address), 'texts', $texts))
            FROM activity a WHERE a.personal_id = v.id AND v.content IS NOT NULL AND (a.address IS NOT NULL OR $texts IS NOT NULL)");
        $this->addSql('UPDATE activity a SET personal_id = v.id FROM personal_value v WHERE v.of_activity = a.id');
        $this->addSql("UPDATE activity a SET change = coalesce((SELECT jsonb_object_agg(e.key, e.value) FROM jsonb_each(a.change) e WHERE NOT jsonb_path_exists(e.value, '".self::TEXT."')), '{}')
            WHERE $texts IS NOT NULL");
        $this->addSql('ALTER TABLE personal_value DROP COLUMN of_activity');
        $this->addSql('ALTER TABLE activity DROP COLUMN address');
        $this->addSql('ALTER TABLE activity ENABLE TRIGGER activity_append_only');
        $this->addSql('CREATE TABLE activity_chain (seq bigint PRIMARY KEY, activity_id bigint NOT NULL UNIQUE REFERENCES activity, hash char(64) NOT NULL)');
        $this->addSql('CREATE TRIGGER activity_chain_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON activity_chain FOR EACH STATEMENT EXECUTE FUNCTION activity_is_append_only()');
        $this->addSql('CREATE TABLE activity_head (day date PRIMARY KEY, seq bigint NOT NULL, hash char(64) NOT NULL)');
        $this->addSql("CREATE INDEX activity_failed_sign_in ON activity (at) WHERE act = 'sign_in.failed'");
        $this->addSql("CREATE INDEX activity_of_account ON activity (subject_id, id DESC) WHERE subject_kind = 'account'");
    }
}
