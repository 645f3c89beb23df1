<?php

declare(strict_types=1);

namespace Jorvent\Screening;

use Jorvent\Activity\ActivityLog;
use Jorvent\Catalogue\QuestionsOfProfile;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Refused;

/**
 * The questions a requisition begins with when it is written from a profile. They are written beside the version in
 * use, and become the next version when someone says so.
 */
final readonly class ProfileQuestions implements QuestionSet
{
    public function __construct(
        private int $id,
        private QuestionsOfProfile $profiles,
        private ActivityLog $log,
    ) {
    }

    public function questions(): Questionnaire
    {
        return Questionnaire::fromArray($this->profiles->questions($this->id));
    }

    public function version(): int
    {
        return $this->profiles->version($this->id);
    }

    public function isUnderWay(): bool
    {
        return false;
    }

    /** Whether something has been written that is no version yet. */
    public function isDraft(): bool
    {
        return $this->profiles->hasDraft($this->id);
    }

    public function change(callable $change): void
    {
        $this->profiles->change($this->id, function (array $kept) use ($change): ?array {
            $before = Questionnaire::fromArray($kept);
            $after = new Questionnaire($change($before->questions));
            if ($after->toArray() === $before->toArray()) {
                return null;
            }
            $count = \count($after->questions);
            $this->log->record('questions.saved', 'profile', $this->id, change: ['questions' => $count]);

            return $after->toArray();
        });
    }

    /**
     * Makes what was written the profile's next version.
     *
     * @throws Refused while the questions are not sound
     */
    public function publish(string $note, int $by): void
    {
        $questions = $this->questions();
        Refused::unlessEmpty($questions->blockers());
        $this->profiles->publish($this->id, $questions->toArray(), $note, $by);
    }

    /** Throws away what is no version yet. */
    public function discard(): void
    {
        $this->profiles->discard($this->id);
    }
}
