<?php

declare(strict_types=1);

namespace Jorvent\Activity;

use Jorvent\Activity\Read\ChainQuery;
use Jorvent\Activity\Store\ChainStore;
use Jorvent\Platform\Database\Db;

/**
 * A chain of hashes over the rows of the log: each link covers its row and the link before, so that a row that was
 * changed, taken out or put in between shows. Rows are linked after they are committed, in the order in which they are
 * found; what stands apart from a row (texts, names, addresses) is not part of it and can be emptied.
 */
final readonly class LogChain
{
    private const BATCH = 1_000;

    public function __construct(private Db $db, private ChainQuery $query, private ChainStore $store)
    {
    }

    /**
     * @param bool $whole looks through the whole log, not only its end
     *
     * @return int how many rows were linked
     */
    public function extend(bool $whole = false): int
    {
        $linked = 0;
        do {
            $linked += $batch = $this->db->transaction(fn (): int => $this->link($whole));
        } while (self::BATCH === $batch);

        return $linked;
    }

    /**
     * Reckons the whole chain again.
     *
     * @return array{links: int, broken: int|null} how many stand, and the row of the log at the first that does not hold
     */
    public function check(): array
    {
        $before = '';
        $links = $seq = 0;
        do {
            $rows = $this->query->linkedAfter($seq, self::BATCH);
            foreach ($rows as $row) {
                ++$links;
                if (!$row->holds($before)) {
                    return ['links' => $links, 'broken' => $row->id];
                }
                [$seq, $before] = [$row->link->seq ?? $seq, $row->link->hash ?? ''];
            }
        } while (self::BATCH === \count($rows));

        return ['links' => $links, 'broken' => null];
    }

    private function link(bool $whole): int
    {
        if (!$this->store->lock()) {
            return 0;
        }
        $head = $this->query->head();
        $links = [];
        foreach ($this->query->unlinked($whole, self::BATCH) as $row) {
            $head = new Link(($head->seq ?? 0) + 1, $row->id, $row->hash($head->hash ?? ''));
            $links[] = $head;
        }
        $this->store->add($links);

        return \count($links);
    }
}
