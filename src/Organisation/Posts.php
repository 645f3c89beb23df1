<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\Post;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;

/** Who holds the posts that agree to requisitions. A post that nobody holds in a unit is the one above it. */
final readonly class Posts
{
    public function __construct(private Db $db, private ActivityLog $log)
    {
    }

    /** @return list<array{post: string, holder: ?int, above: ?string}> each post, who holds it here, and who would be asked in their stead */
    public function of(int $unit): array
    {
        $holders = $above = [];
        foreach ($this->db->rows('SELECT h.post, h.account_id, a.name, h.unit_id FROM post_holder h JOIN org_unit u ON u.id = h.unit_id JOIN org_unit mine ON starts_with(mine.path, u.path) JOIN account a ON a.id = h.account_id AND a.active WHERE mine.id = :u ORDER BY length(u.path)', ['u' => $unit]) as $row) {
            if ($row->int('unit_id') === $unit) {
                $holders[$row->str('post')] = $row->int('account_id');
            } else {
                $above[$row->str('post')] = $row->str('name');
            }
        }

        return array_map(static fn (Post $p): array => ['post' => $p->value, 'holder' => $holders[$p->value] ?? null, 'above' => $above[$p->value] ?? null], Post::cases());
    }

    /** @return list<Record> who can hold one: id, name */
    public function people(): array
    {
        return $this->db->rows("SELECT a.id, a.name FROM account a WHERE a.active AND EXISTS (SELECT 1 FROM account_grant g WHERE g.account_id = a.id AND g.role IN ('approver', 'manager', 'recruiter', 'admin')) ORDER BY a.name LIMIT 2000");
    }

    /** @param array<string, int|null> $holders account by post; null leaves the post to the unit above */
    public function fill(int $unit, array $holders): void
    {
        $this->db->transaction(function () use ($unit, $holders): void {
            $this->db->row('SELECT id FROM org_unit WHERE id = :u FOR UPDATE', ['u' => $unit]) ?? throw Refused::because('missing');
            $change = [];
            foreach ($this->of($unit) as ['post' => $post, 'holder' => $before]) {
                if (!\array_key_exists($post, $holders) || $holders[$post] === $before) {
                    continue;
                }
                $after = $holders[$post];
                $this->db->execute('DELETE FROM post_holder WHERE unit_id = :u AND post = :p', ['u' => $unit, 'p' => $post]);
                if (null !== $after) {
                    $this->db->row('SELECT id FROM account WHERE id = :a AND active', ['a' => $after]) ?? throw Refused::because('missing', 'holder');
                    $this->db->execute('INSERT INTO post_holder (unit_id, post, account_id) VALUES (:u, :p, :a)', ['u' => $unit, 'p' => $post, 'a' => $after]);
                }
                $change[$post] = [$before, $after];
            }
            if ([] !== $change) {
                $this->log->record('posts.filled', 'unit', $unit, change: $change);
            }
        });
    }
}
