<?php

declare(strict_types=1);

namespace Jorvent\Screening;

use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Requisitions\QuestionsOfRequisition;
use Jorvent\Requisitions\Read\FactsQuery;

/** The questions that a requisition asks its applicants. */
final readonly class RequisitionQuestions implements QuestionSet
{
    public function __construct(
        private int $id,
        private FactsQuery $requisitions,
        private QuestionsOfRequisition $questions,
    ) {
    }

    public function questions(): Questionnaire
    {
        return $this->requisitions->of($this->id)->questionnaire();
    }

    public function version(): int
    {
        return $this->requisitions->of($this->id)->questionsVersion;
    }

    public function isUnderWay(): bool
    {
        return $this->requisitions->of($this->id)->state->isUnderWay();
    }

    public function change(callable $change): void
    {
        $this->questions->change(
            $this->id,
            static fn (Questionnaire $before): Questionnaire => new Questionnaire($change($before->questions)),
        );
    }
}
