<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What signing needs besides the link: a code mailed for it, and, for another name than the known one, the recruiter's word. */
final class Version20261201000300 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql(<<<'SQL'
            CREATE TABLE signing_code (
                offer_id int PRIMARY KEY REFERENCES offer ON DELETE CASCADE, code_mac char(64), since timestamptz NOT NULL, sends int NOT NULL DEFAULT 0,
                sent_at timestamptz, expires_at timestamptz, tries int NOT NULL DEFAULT 0
            )
            SQL);
        $this->addSql(<<<'SQL'
            CREATE TABLE signing_name (
                offer_id int PRIMARY KEY REFERENCES offer ON DELETE CASCADE, name text NOT NULL CHECK (length(name) BETWEEN 3 AND 200),
                state text NOT NULL CHECK (state IN ('asked', 'confirmed', 'refused')), asked_at timestamptz NOT NULL,
                decided_at timestamptz, decided_by int REFERENCES account, CHECK ((state = 'asked') = (decided_at IS NULL))
            )
            SQL);
    }
}
