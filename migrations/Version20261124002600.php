<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Search: who stands under which key as sets of bits, with the transaction that changed them; towns; what people said of moving, notice and permits. */
final class Version20261124002600 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        foreach (explode(";\n\n", self::SQL) as $statement) {
            $this->addSql(trim($statement));
        }
        foreach (array_chunk(self::towns(), 50) as $towns) {
            $this->addSql('INSERT INTO town (names, country, latitude, longitude, people) SELECT string_to_array(n, \'|\'), c, la, lo, p FROM (VALUES '.implode(', ', array_map(static fn (array $t): string => \sprintf("('%s', '%s', %F, %F, %d)", str_replace("'", "''", $t[0]), $t[1], $t[2], $t[3], $t[4]), $towns)).') t (n, c, la, lo, p)');
        }
    }

    /** @return list<array{string, string, float, float, int}> names, country, degrees, people */
    private static function towns(): array
    {
        $towns = [];
        foreach (file(__DIR__.'/towns.csv', \FILE_IGNORE_NEW_LINES | \FILE_SKIP_EMPTY_LINES) ?: [] as $line) {
            [$names, $country, $latitude, $longitude, $people] = explode(',', $line) + ['', '', '', '', ''];
            $towns[] = [$names, $country, (float) $latitude, (float) $longitude, (int) $people];
        }

        return $towns;
    }

    private const SQL = <<<'SQL'
        DROP FUNCTION post_put;

        DROP TABLE post, post_phrase;

        DROP INDEX candidate_words_gin;

        ALTER TABLE candidate_words DROP facts, ADD facts bytea NOT NULL DEFAULT '', ALTER words SET COMPRESSION lz4;

        CREATE TABLE post (key text COLLATE "C" NOT NULL, seg smallint NOT NULL, n int NOT NULL CHECK (n >= 0), ver xid8 NOT NULL, data bytea COMPRESSION lz4 NOT NULL, PRIMARY KEY (key, seg));

        CREATE INDEX post_ver ON post (key, ver);

        CREATE INDEX post_empty ON post (key) WHERE n = 0;

        CREATE TABLE post_run (key text COLLATE "C" PRIMARY KEY, query tsquery NOT NULL, used_on date NOT NULL);

        CREATE TABLE post_epoch (epoch int NOT NULL);

        INSERT INTO post_epoch VALUES (1);

        CREATE FUNCTION post_item(place int) RETURNS bytea LANGUAGE sql IMMUTABLE AS $$ SELECT set_byte(set_byte('\x0000'::bytea, 0, place & 255), 1, place >> 8) $$;

        CREATE FUNCTION post_at(data bytea, place int) RETURNS int LANGUAGE plpgsql IMMUTABLE AS $$
            DECLARE item bytea := post_item(place); start int := 1; found int;
            BEGIN
                IF length(data) = 8192 THEN RETURN get_bit(data, place); END IF;
                LOOP
                    found := position(item IN substring(data FROM start));
                    IF found = 0 THEN RETURN 0; END IF;
                    IF (start + found - 1) % 2 = 1 THEN RETURN start + found - 1; END IF;
                    start := start + found;
                END LOOP;
            END $$;

        CREATE FUNCTION post_with(data bytea, place int, present boolean) RETURNS bytea LANGUAGE plpgsql IMMUTABLE AS $$
            DECLARE item bytea := post_item(place); wide bytea;
            BEGIN
                IF length(data) = 8192 THEN RETURN set_bit(data, place, present::int); END IF;
                IF present = (post_at(data, place) > 0) THEN RETURN data; END IF;
                IF present AND length(data) < 2048 THEN RETURN data || item; END IF;
                IF present THEN
                    wide := set_bit(decode(repeat('00', 8192), 'hex'), place, 1);
                    FOR i IN 0 .. length(data) / 2 - 1 LOOP wide := set_bit(wide, get_byte(data, 2 * i) + 256 * get_byte(data, 2 * i + 1), 1); END LOOP;
                    RETURN wide;
                END IF;
                RETURN overlay(data PLACING ''::bytea FROM post_at(data, place) FOR 2);
            END $$;

        CREATE FUNCTION post_put(keys text[], present boolean[], candidate int) RETURNS void LANGUAGE sql AS $$
            INSERT INTO post (key, seg, n, ver, data) SELECT k, candidate >> 16, p::int, pg_current_xact_id(), CASE WHEN p THEN post_item(candidate & 65535) ELSE '' END FROM (SELECT k COLLATE "C" AS k, p FROM unnest(keys, present) x (k, p) ORDER BY 1) y
            ON CONFLICT (key, seg) DO UPDATE SET n = post.n + CASE WHEN (post_at(post.data, candidate & 65535) > 0) = (excluded.n = 1) THEN 0 ELSE 2 * excluded.n - 1 END, ver = excluded.ver, data = post_with(post.data, candidate & 65535, excluded.n = 1) $$;

        CREATE FUNCTION post_application() RETURNS trigger LANGUAGE plpgsql AS $$
            BEGIN
                IF TG_OP <> 'INSERT' AND OLD.state = 'active' AND (TG_OP = 'DELETE' OR NEW.state <> 'active' OR NEW.candidate_id <> OLD.candidate_id) THEN
                    PERFORM post_put(ARRAY['in:' || (SELECT number FROM requisition WHERE id = OLD.requisition_id)], ARRAY[false], OLD.candidate_id);
                    IF NOT EXISTS (SELECT 1 FROM application WHERE candidate_id = OLD.candidate_id AND state = 'active' AND id <> OLD.id) THEN PERFORM post_put(ARRAY['in:any'], ARRAY[false], OLD.candidate_id); END IF;
                END IF;
                IF TG_OP <> 'DELETE' AND NEW.state = 'active' AND (TG_OP = 'INSERT' OR OLD.state <> 'active' OR NEW.candidate_id <> OLD.candidate_id) THEN
                    PERFORM post_put(ARRAY['in:' || (SELECT number FROM requisition WHERE id = NEW.requisition_id)], ARRAY[true], NEW.candidate_id);
                    IF NOT EXISTS (SELECT 1 FROM application WHERE candidate_id = NEW.candidate_id AND state = 'active' AND id <> NEW.id) THEN PERFORM post_put(ARRAY['in:any'], ARRAY[true], NEW.candidate_id); END IF;
                END IF;
                RETURN NULL;
            END $$;

        CREATE TRIGGER post_application AFTER INSERT OR UPDATE OF state, candidate_id OR DELETE ON application FOR EACH ROW EXECUTE FUNCTION post_application();

        CREATE FUNCTION post_verdict() RETURNS trigger LANGUAGE plpgsql AS $$
            BEGIN
                IF TG_OP = 'DELETE' OR TG_OP = 'UPDATE' THEN PERFORM post_put(ARRAY['aside:' || (SELECT number FROM requisition WHERE id = OLD.requisition_id)], ARRAY[false], OLD.candidate_id); END IF;
                IF TG_OP = 'INSERT' OR TG_OP = 'UPDATE' THEN PERFORM post_put(ARRAY['aside:' || (SELECT number FROM requisition WHERE id = NEW.requisition_id)], ARRAY[true], NEW.candidate_id); END IF;
                RETURN NULL;
            END $$;

        CREATE TRIGGER post_verdict AFTER INSERT OR DELETE OR UPDATE OF candidate_id, requisition_id ON verdict FOR EACH ROW EXECUTE FUNCTION post_verdict();

        CREATE TABLE town (id int PRIMARY KEY GENERATED BY DEFAULT AS IDENTITY, names text[] NOT NULL CHECK (cardinality(names) > 0), country char(2) NOT NULL, latitude double precision NOT NULL, longitude double precision NOT NULL, people int NOT NULL);

        ALTER TABLE candidate ADD notice_days int CHECK (notice_days >= 0), ADD first_day date, ADD permits text[] NOT NULL DEFAULT '{}', ADD remote boolean, ADD considers_on date, ADD asked int NOT NULL DEFAULT 0, ADD answered int NOT NULL DEFAULT 0, ADD written_on date, ADD CHECK (answered <= asked);

        CREATE TABLE answer_chance (learned_on date NOT NULL, percent jsonb NOT NULL, calibration jsonb NOT NULL, letters int NOT NULL)
        SQL;
}
