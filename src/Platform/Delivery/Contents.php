<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery;

use Jorvent\Platform\Database\Db;

/** Reads what a delivery says, for handing it over. */
final readonly class Contents
{
    public function __construct(private Db $db, private SealedSecrets $secrets)
    {
    }

    public function of(string $key): Content
    {
        $row = $this->db->row(
            'SELECT p.content, d.sealed FROM delivery d LEFT JOIN personal_value p ON p.id = d.personal_id WHERE d.key = :key',
            ['key' => $key],
        ) ?? throw new \LogicException('There is no such delivery.');

        return new Content($row->json('content'), $this->secrets->open($row->strOrNull('sealed')));
    }
}
