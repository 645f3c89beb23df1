<?php

declare(strict_types=1);

namespace Jorvent\Catalogue;

use Jorvent\Catalogue\Repository\ProfileRepository;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;

/** The screening questions of a profile are written beside its newest version, and become the next one. */
final readonly class QuestionsOfProfile
{
    public function __construct(private Db $db, private ProfileRepository $profiles, private Catalogue $catalogue)
    {
    }

    /**
     * @return list<array<array-key, mixed>> those being written, else those of the newest version
     *
     * @throws Refused when there is no such profile
     */
    public function questions(int $profile): array
    {
        return $this->profiles->find($profile)->questions();
    }

    public function version(int $profile): int
    {
        return $this->profiles->find($profile)->version;
    }

    public function hasDraft(int $profile): bool
    {
        return $this->profiles->find($profile)->hasDraft();
    }

    /** @param callable(list<array<array-key, mixed>>): (list<array<array-key, mixed>>|null) $change null for none */
    public function change(int $profile, callable $change): void
    {
        $this->db->transaction(function () use ($profile, $change): void {
            $held = $this->profiles->held($profile);
            $questions = $change($held->questions());
            if (null !== $questions) {
                $held->draftQuestions($questions);
            }
        });
    }

    /** @param list<array<array-key, mixed>> $questions of the next version */
    public function publish(int $profile, array $questions, string $note, int $by): void
    {
        $this->db->transaction(function () use ($profile, $questions, $note, $by): void {
            $held = $this->profiles->held($profile);
            $content = $held->at($held->version) ?? throw Refused::because('missing');
            $next = ProfileContent::fromArray(['questions' => $questions] + $content->toArray());
            $this->catalogue->revise($profile, $next, $held->version, $note, $by);
            $held->discardDraft();
        });
    }

    public function discard(int $profile): void
    {
        $this->db->transaction(fn () => $this->profiles->held($profile)->discardDraft());
    }
}
