<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Read;

/** What an approver asked before deciding, and the answer when there is one. */
final readonly class QuestionRow
{
    public function __construct(
        public int $id,
        public string $asker,
        public string $question,
        public ?string $answerer,
        public ?string $answer,
    ) {
    }
}
