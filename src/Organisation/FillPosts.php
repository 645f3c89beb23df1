<?php

declare(strict_types=1);

namespace Jorvent\Organisation;

use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\Post;
use Jorvent\Organisation\Entity\PostHolder;
use Jorvent\Organisation\Repository\PostRepository;
use Jorvent\Organisation\Store\UnitStore;
use Jorvent\Platform\Database\Db;

/** Says who holds the posts of a unit that agree to requisitions. */
final readonly class FillPosts
{
    public function __construct(
        private Db $db,
        private UnitStore $units,
        private PostRepository $posts,
        private StaffQuery $staff,
        private ActivityLog $log,
    ) {
    }

    /**
     * @param array<string, int|null> $holders account by post, those that are not named stay as they are; null leaves
     *                                         a post to the unit above
     *
     * @throws Refused when there is no such unit, or a holder is nobody who may sign in
     */
    public function __invoke(int $unit, array $holders): void
    {
        $this->db->transaction(function () use ($unit, $holders): void {
            if (!$this->units->hold($unit)) {
                throw Refused::because('missing');
            }
            $held = $this->posts->of($unit);
            $change = [];
            foreach (array_intersect_key($holders, array_flip(self::posts())) as $post => $after) {
                $before = $held[$post]->accountId ?? null;
                if ($after !== $before) {
                    $this->pass($held[$post] ?? null, $unit, Post::from($post), $after);
                    $change[$post] = [$before, $after];
                }
            }
            if ([] !== $change) {
                $this->log->record('posts.filled', 'unit', $unit, change: $change);
            }
        });
    }

    private function pass(?PostHolder $held, int $unit, Post $post, ?int $to): void
    {
        if (null !== $to && !$this->staff->isActive($to)) {
            throw Refused::because('missing', 'holder');
        }
        match (true) {
            null === $to => null === $held ? null : $this->posts->remove($held),
            null === $held => $this->posts->add(new PostHolder($unit, $post, $to)),
            default => $held->passTo($to),
        };
    }

    /** @return list<string> */
    private static function posts(): array
    {
        return array_map(static fn (Post $p): string => $p->value, Post::cases());
    }
}
