<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\Entity\ApplyDraft;
use Jorvent\Careers\Read\Opening;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\Questionnaire;

/** A draft that can still be sent, with what it is for. */
final readonly class OpenDraft
{
    public function __construct(
        public string $key,
        public ApplyDraft $draft,
        public Opening $opening,
        private Questionnaire $questionnaire,
    ) {
    }

    public function questionnaire(): Questionnaire
    {
        return $this->questionnaire;
    }

    /** @return list<Question> */
    public function questions(): array
    {
        return $this->questionnaire->questions;
    }

    /** @return array<string, string> by question */
    public function answers(): array
    {
        return $this->draft->answers();
    }

    /** @return array<string, bool> by question, whether what was answered before leads to it */
    public function shown(): array
    {
        return $this->questionnaire->shown($this->draft->answers());
    }
}
