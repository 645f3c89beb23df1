<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Postings: for each key and segment of 65 536 candidates the bits of those who have it; pay that candidates named; what outside databases answered. */
final class Version20261124000800 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        foreach (explode(";\n\n", self::SQL) as $statement) {
            $this->addSql(trim($statement));
        }
    }

    private const SQL = <<<'SQL'
        ALTER TABLE candidate ADD pay_current bigint CHECK (pay_current > 0), ADD pay_expected bigint CHECK (pay_expected > 0), ADD pay_currency char(3), ADD CHECK ((pay_current IS NULL AND pay_expected IS NULL) OR pay_currency IS NOT NULL);

        ALTER TABLE candidate_words ADD facts text[] NOT NULL DEFAULT '{}';

        CREATE TABLE post (key text COLLATE "C" NOT NULL, seg smallint NOT NULL, n int NOT NULL CHECK (n >= 0), bits bit varying(65536) NOT NULL, PRIMARY KEY (key, seg));

        CREATE TABLE post_phrase (key text COLLATE "C" PRIMARY KEY, query tsquery NOT NULL);

        CREATE FUNCTION post_put(keys text[], candidate int, present boolean) RETURNS void LANGUAGE sql AS $$
            INSERT INTO post (key, seg, n, bits) SELECT k, candidate >> 16, CASE WHEN present THEN 1 ELSE 0 END, set_bit(repeat('0', 65536)::varbit, candidate & 65535, CASE WHEN present THEN 1 ELSE 0 END) FROM (SELECT DISTINCT unnest(keys) AS k ORDER BY 1) x
            ON CONFLICT (key, seg) DO UPDATE SET n = post.n + CASE WHEN get_bit(post.bits, candidate & 65535) = 1 THEN CASE WHEN present THEN 0 ELSE -1 END ELSE CASE WHEN present THEN 1 ELSE 0 END END, bits = set_bit(post.bits, candidate & 65535, CASE WHEN present THEN 1 ELSE 0 END) $$;

        CREATE TABLE outside_count (requisition_id int NOT NULL REFERENCES requisition ON DELETE CASCADE, bank text NOT NULL, query text NOT NULL, count int, error text, asked_at timestamptz NOT NULL, PRIMARY KEY (requisition_id, bank))
        SQL;
}
