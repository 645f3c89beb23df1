<?php

declare(strict_types=1);

namespace Jorvent\People;

use Jorvent\People\Store\Postings;
use Jorvent\People\Store\Words;
use Jorvent\Platform\Database\Db;

/** Keeps a person findable: by words (headline and the newest resume), and by what tells that they came before. Run in the transaction that changed either. */
final readonly class IndexCandidate
{
    public function __construct(private Db $db, private Postings $postings, private SamePerson $same)
    {
    }

    public function __invoke(int $candidate): void
    {
        $row = $this->db->row(
            'SELECT c.headline, c.city, c.years, c.pay_expected, c.pay_current, c.pay_currency, r.text, (SELECT x.per_euro FROM exchange_rate x WHERE x.currency = c.pay_currency ORDER BY x.day DESC LIMIT 1) AS per_euro
             FROM candidate c LEFT JOIN LATERAL (SELECT text FROM resume WHERE candidate_id = c.id ORDER BY created_at DESC, id DESC LIMIT 1) r ON true WHERE c.id = :id', ['id' => $candidate]);
        if (null !== $row) {
            $rate = $row->floatOrNull('per_euro');
            $euro = static fn (string $column): ?int => null === $rate || null === $row->intOrNull($column) ? null : (int) round($row->int($column) / 100 / $rate);
            $this->same->keep($candidate);
            $this->postings->put($candidate, (new Words())->vector($row->str('headline'), $row->strOrNull('text') ?? ''), Postings::facts($row->strOrNull('city'), $row->floatOrNull('years'), $euro('pay_expected'), $euro('pay_current')));
        }
    }
}
