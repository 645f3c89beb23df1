<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Read;

use Jorvent\Core\Workflow\Post;

/** A post in a unit: who holds it there, and who is asked while nobody does. */
final readonly class PostRow
{
    public function __construct(
        public Post $post,
        /** an account */
        public ?int $holder,
        /** the name of who holds it in the nearest unit above */
        public ?string $above,
    ) {
    }
}
