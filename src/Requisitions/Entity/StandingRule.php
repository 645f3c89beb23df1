<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Jorvent\Core\Shared\Decoded;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\ApprovalCondition;
use Jorvent\Core\Workflow\ApprovalRule;
use Jorvent\Core\Workflow\Post;
use Jorvent\Platform\Database\Schema\InstantType;

/** A rule by which briefs are approved. It never changes: another takes its place, so that what it asked for stays explained. */
#[ORM\Entity]
#[ORM\Table(name: 'approval_rule')]
class StandingRule
{
    /** @phpstan-readonly-allow-private-mutation */
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public int $id;

    #[ORM\Column(type: Types::TEXT)]
    private string $name;

    #[ORM\Column]
    private int $rank;

    /** @var list<array<array-key, mixed>> fact, operator and value each */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true, 'default' => '[]'])]
    private array $conditions;

    #[ORM\Column(options: ['default' => true])]
    private bool $allOf;

    /** @var list<string> */
    #[ORM\Column(type: Types::JSON, options: ['jsonb' => true])]
    private array $posts;

    #[ORM\Column(options: ['default' => false])]
    private bool $anyOf;

    #[ORM\Column(type: InstantType::NAME, nullable: true)]
    private ?\DateTimeImmutable $retiredAt = null;

    public function __construct(
        ApprovalRule $rule,
        /** not readonly: Doctrine sets it anew when it refreshes a locked row @phpstan-readonly-allow-private-mutation */
        #[ORM\Column(type: InstantType::NAME, options: ['default' => 'now()'])]
        public \DateTimeImmutable $savedAt,
    ) {
        Refused::unlessEmpty($rule->blockers());
        [$this->name, $this->rank, $this->allOf, $this->anyOf] = [$rule->name, $rule->rank, $rule->all, $rule->anyOf];
        $this->conditions = array_map(get_object_vars(...), $rule->conditions);
        $this->posts = array_map(static fn (Post $post): string => $post->value, $rule->posts);
    }

    public function retire(\DateTimeImmutable $now): void
    {
        if (null !== $this->retiredAt) {
            throw Refused::because('missing');
        }
        $this->retiredAt = $now;
    }

    public function rule(): ApprovalRule
    {
        $posts = array_map(Post::tryFrom(...), $this->posts);

        return new ApprovalRule(
            $this->id,
            $this->name,
            $this->rank,
            array_map(self::condition(...), $this->conditions),
            $this->allOf,
            array_values(array_filter($posts, static fn (?Post $post): bool => null !== $post)),
            $this->anyOf,
        );
    }

    /** @param array<array-key, mixed> $kept */
    private static function condition(array $kept): ApprovalCondition
    {
        $from = new Decoded($kept);

        return new ApprovalCondition(
            $from->text('fact') ?? '',
            $from->text('operator') ?? '',
            $from->whole('value') ?? $from->text('value') ?? 0,
        );
    }
}
