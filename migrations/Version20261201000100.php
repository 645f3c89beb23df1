<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * Addresses that open something are kept sealed while a mail waits, and not at all afterwards. What stood in clear is taken out: of the
 * copies of mails, of alerts and of drafts. Mails that still wait keep theirs, or they would lead nowhere; those go within days.
 */
final class Version20261201000100 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE outbox ADD sealed text');
        $this->addSql(<<<'SQL'
            UPDATE personal_value v SET content = jsonb_set(v.content, '{text}', to_jsonb(regexp_replace(v.content ->> 'text',
                    'https?://[^\s]+/(l/[a-z]+/|password/|a/|careers/alerts/)[\w-]{20,60}[^\s]*', '[[link]]', 'g')))
                FROM outbox o WHERE o.personal_id = v.id AND o.state <> 'waiting' AND v.content ->> 'text' IS NOT NULL
            SQL);
        $this->addSql("UPDATE personal_value v SET content = v.content - 'end' FROM outbox o WHERE o.personal_id = v.id AND o.state <> 'waiting' AND v.content ->> 'end' IS NOT NULL");
        $this->addSql("UPDATE apply_draft SET key = left(encode(sha256(convert_to(key, 'UTF8')), 'hex'), 32)");
        // each mail has a link of its own now; those sent before still end what they end, known by the hash of what stood there
        $this->addSql('ALTER TABLE opening_alert ADD former_key_sha256 char(64) UNIQUE');
        $this->addSql("UPDATE opening_alert SET former_key_sha256 = encode(sha256(convert_to(key, 'UTF8')), 'hex')");
        $this->addSql('ALTER TABLE opening_alert DROP COLUMN key');
    }
}
