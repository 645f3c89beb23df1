<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\People\Store\Words;
use Jorvent\Platform\Database\Db;

/** Keeps a person's words findable: headline and the newest resume. Run in the transaction that changed either. */
final readonly class IndexCandidate
{
    public function __construct(private Db $db)
    {
    }

    public function __invoke(int $candidate): void
    {
        $row = $this->db->row('SELECT c.headline, r.text FROM candidate c LEFT JOIN LATERAL (SELECT text FROM resume WHERE candidate_id = c.id ORDER BY created_at DESC, id DESC LIMIT 1) r ON true WHERE c.id = :id', ['id' => $candidate]);
        if (null !== $row) {
            $this->db->execute('INSERT INTO candidate_words (candidate_id, words) VALUES (:id, CAST(:words AS tsvector)) ON CONFLICT (candidate_id) DO UPDATE SET words = excluded.words', ['id' => $candidate, 'words' => (new Words())->vector($row->str('headline'), $row->strOrNull('text') ?? '')]);
        }
    }
}
