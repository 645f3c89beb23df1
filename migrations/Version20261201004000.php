<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * Whose instance this is. One that is in use is called as its first careers site is, and its mails come from the domain
 * of its oldest account until an admin says otherwise. The first careers site is called as the company is, as long as it
 * has no name of its own (''), and so it does when nobody has been let in yet.
 */
final class Version20261201004000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql(<<<'SQL'
            CREATE TABLE identity (
                id int NOT NULL PRIMARY KEY CONSTRAINT identity_only CHECK (id = 1),
                name text NOT NULL CONSTRAINT identity_named CHECK (name <> '' AND length(name) <= 80),
                sender text NOT NULL CONSTRAINT identity_sender CHECK (sender ~ '^[^@[:space:]]+@[^@[:space:]]+$'),
                version int NOT NULL DEFAULT 1
            )
            SQL);
        $this->addSql(<<<'SQL'
            INSERT INTO identity (id, name, sender)
            SELECT 1, left(b.name, 80), 'hiring@' || split_part(a.email, '@', 2)
            FROM brand b, (SELECT email FROM account ORDER BY id LIMIT 1) a WHERE b.id = 1
            SQL);
        $this->addSql("UPDATE brand SET name = '' WHERE id = 1");
    }
}
