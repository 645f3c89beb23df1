<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Repository;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Organisation\Entity\PostHolder;

final readonly class PostRepository
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** @return array<string, PostHolder> of a unit, by post */
    public function of(int $unit): array
    {
        $byPost = [];
        foreach ($this->entities->getRepository(PostHolder::class)->findBy(['unitId' => $unit]) as $holder) {
            $byPost[$holder->post->value] = $holder;
        }

        return $byPost;
    }

    /** @return list<PostHolder> the posts that someone holds */
    public function heldBy(int $account): array
    {
        return $this->entities->getRepository(PostHolder::class)->findBy(['accountId' => $account]);
    }

    public function add(PostHolder $holder): void
    {
        $this->entities->persist($holder);
    }

    public function remove(PostHolder $holder): void
    {
        $this->entities->remove($holder);
    }
}
