<?php

declare(strict_types=1);

namespace Jorvent\Messages\Read;

use Jorvent\Platform\Database\Db;

/** How often people were written to. */
final readonly class LetterCountQuery
{
    public function __construct(private Db $db)
    {
    }

    public function of(int $candidate): LettersOfPerson
    {
        $row = $this->db->row(
            'SELECT count(*) AS written, count(answered_at) AS answered, CAST(max(written_at) AS date) AS last_on
             FROM letter WHERE candidate_id = :candidate',
            ['candidate' => $candidate],
        ) ?? throw new \LogicException('A count always has a row.');

        return new LettersOfPerson($row->int('written'), $row->int('answered'), $row->instantOrNull('last_on'));
    }
}
