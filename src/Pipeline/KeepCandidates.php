<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;

/** Several found people are kept at once: each who may be, and for each of the others why not. Taken back together. */
final readonly class KeepCandidates
{
    public const MOST = 200;

    public function __construct(private KeepCandidate $keep, private UndoSteps $undo, private Db $db)
    {
    }

    /**
     * @param list<string> $refs as KeepCandidate takes them
     *
     * @return array{kept: int, left: array<string, list<string>>} how many were kept; names of those left out, by the code of the first reason
     */
    public function __invoke(int $requisition, array $refs, int $by): array
    {
        $refs = array_values(array_unique($refs));
        if (\count($refs) > self::MOST) {
            throw Refused::because('too_many_marked', '', ['limit' => self::MOST]);
        }
        $kept = $left = [];
        foreach ($refs as $ref) {
            try {
                $kept[] = ['id' => ($this->keep)($requisition, $ref, $by, remember: false)];
            } catch (Refused $refused) {
                $left[$refused->refusals[0]->code][] = $ref;
            } catch (NotNow|RefusedByThem) {
                $left['outside_silent'][] = $ref;
            }
        }
        if ([] !== $kept) {
            $this->undo->remember($by, 'keep', ['requisition' => $requisition, 'steps' => $kept]);
        }

        return ['kept' => \count($kept), 'left' => array_map($this->names(...), $left)];
    }

    /**
     * @param list<string> $refs
     *
     * @return list<string>
     */
    private function names(array $refs): array
    {
        $names = [];
        foreach ($this->db->rows('SELECT id, name FROM candidate WHERE id = ANY (CAST(:ids AS int[]))', ['ids' => '{'.implode(',', array_filter($refs, ctype_digit(...))).'}']) as $row) {
            $names[$row->str('id')] = $row->str('name');
        }

        return array_map(static fn (string $ref): string => $names[$ref] ?? (string) strstr($ref, ':', true), $refs);
    }
}
