<?php

declare(strict_types=1);

namespace Jorvent\Platform\Database;

/**
 * Rows of a person in tables without an entity: they go over to another record of the same person, and back. The one
 * place for it, called by the module whose table it is.
 */
final readonly class OwnedRows
{
    public function __construct(private Db $db)
    {
    }

    /**
     * @param string $known  the column by which a row is known again
     * @param string $unless a condition under which a row stays, with :from and :to
     *
     * @return list<int> what moved, by that column
     */
    public function move(string $table, int $from, int $to, string $known = 'id', string $unless = 'false'): array
    {
        return array_map(static fn (Record $row): int => $row->int($known), $this->db->rows(
            "UPDATE $table SET candidate_id = :to WHERE candidate_id = :from AND NOT ($unless) RETURNING $known",
            ['from' => $from, 'to' => $to],
        ));
    }

    /**
     * As move(), for what someone can have only once: what the other has already stays.
     *
     * @return list<int>
     */
    public function moveMissing(string $table, int $from, int $to, string $known): array
    {
        $has = "EXISTS (SELECT 1 FROM $table x WHERE x.candidate_id = :to AND x.$known = $table.$known)";

        return $this->move($table, $from, $to, $known, $has);
    }

    /** @param list<int> $moved as move() told; what has gone elsewhere since stays there */
    public function back(string $table, int $from, int $to, array $moved, string $known = 'id'): void
    {
        if ([] !== $moved) {
            $this->db->execute(
                "UPDATE $table SET candidate_id = :from WHERE $known IN (:moved) AND candidate_id = :to",
                ['from' => $from, 'to' => $to, 'moved' => $moved],
            );
        }
    }
}
