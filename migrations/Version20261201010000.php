<?php

declare(strict_types=1);

namespace Jorvent\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201010000 extends AbstractMigration
{
    private const HEALTH = ['misses', 'rests_until', 'last_error', 'answered_at', 'fetched_at'];

    public function getDescription(): string
    {
        return 'Adverts as entities: how a board answers apart from its settings, a version of postings, payments, views';
    }

    public function up(Schema $schema): void
    {
        $this->health();
        $this->addSql('ALTER TABLE posting ADD version INTEGER DEFAULT 1 NOT NULL');
        // the key of a board never changes
        $this->addSql('ALTER TABLE posting DROP CONSTRAINT posting_board_fkey');
        $this->addSql('ALTER TABLE posting ADD CONSTRAINT posting_board_fkey FOREIGN KEY (board) REFERENCES board (key)');
        $this->addSql('ALTER TABLE spend RENAME TO advert_payment');
        $this->addSql('ALTER INDEX spend_pkey RENAME TO advert_payment_pkey');
        $this->addSql('ALTER INDEX spend_posting_id_day_amount_currency_note_key RENAME TO advert_payment_once');
        $this->addSql('ALTER SEQUENCE spend_id_seq RENAME TO advert_payment_id_seq');
        $this->addSql('CREATE VIEW posting_head AS SELECT p.id, p.requisition_id, p.board, b.name AS board_name, p.code,
            p.locale, p.state, p.want, p.from_on, p.until, p.inside_until, p.asked_at, p.live_at, p.ended_at, p.reason
            FROM posting p JOIN board b ON b.key = p.board');
        $this->addSql('CREATE VIEW posting_visits AS SELECT d.posting_id, p.requisition_id, p.board, d.day, d.visits,
            d.started FROM posting_day d JOIN posting p ON p.id = d.posting_id');
        $this->addSql('CREATE VIEW advert_in AS SELECT requisition_id, locale, title, description, saved_at, opening_words
            FROM advert_text');
        $this->addSql("CREATE VIEW application_reach AS SELECT id, requisition_id, posting_id, origin, applied_at, touches,
            stage <> 'new' AND knock_out IN ('none', 'overruled') AS qualified,
            stage IN ('interview', 'decision', 'offer', 'hired') AS interviewed, state = 'hired' AS hired
            FROM application");
    }

    /** Workers write how a board answers; that must not count as a change of what an admin has set. */
    private function health(): void
    {
        $this->addSql('CREATE TABLE board_health (
            board TEXT NOT NULL PRIMARY KEY REFERENCES board (key) ON DELETE CASCADE,
            misses INTEGER DEFAULT 0 NOT NULL CHECK (misses >= 0), rests_until TIMESTAMP WITH TIME ZONE DEFAULT NULL,
            last_error TEXT DEFAULT NULL, answered_at TIMESTAMP WITH TIME ZONE DEFAULT NULL,
            fetched_at TIMESTAMP WITH TIME ZONE DEFAULT NULL)');
        $columns = implode(', ', self::HEALTH);
        $this->addSql("INSERT INTO board_health (board, $columns) SELECT key, $columns FROM board");
        foreach (self::HEALTH as $column) {
            $this->addSql('ALTER TABLE board DROP '.$column);
        }
    }
}
