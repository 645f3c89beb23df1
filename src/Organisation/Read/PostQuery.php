<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

use Jorvent\Core\Workflow\Post;
use Jorvent\Platform\Database\Db;

final readonly class PostQuery
{
    public function __construct(private Db $db)
    {
    }

    /** @return list<PostRow> each post of a unit */
    public function of(int $unit): array
    {
        $holders = $above = [];
        foreach ($this->db->rows(
            'SELECT h.post, h.account_id, a.name, h.unit_id FROM post_holder h JOIN org_unit u ON u.id = h.unit_id
             JOIN org_unit mine ON starts_with(mine.path, u.path) JOIN staff_name a ON a.id = h.account_id AND a.active
             WHERE mine.id = :u ORDER BY length(u.path)',
            ['u' => $unit],
        ) as $row) {
            if ($row->int('unit_id') === $unit) {
                $holders[$row->str('post')] = $row->int('account_id');
            } else {
                $above[$row->str('post')] = $row->str('name');
            }
        }

        return array_map(
            static fn (Post $p): PostRow => new PostRow($p, $holders[$p->value] ?? null, $above[$p->value] ?? null),
            Post::cases(),
        );
    }

    /** @return array<int, int> how many posts of each unit are held, by unit */
    public function heldByUnit(): array
    {
        $held = [];
        foreach ($this->db->rows('SELECT unit_id, count(*) AS n FROM post_holder GROUP BY unit_id') as $row) {
            $held[$row->int('unit_id')] = $row->int('n');
        }

        return $held;
    }
}
