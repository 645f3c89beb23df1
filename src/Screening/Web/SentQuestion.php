<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

/** Which question was sent, and what is to be done with it. */
final readonly class SentQuestion
{
    /** @param string $lang language of the preview beside it */
    public function __construct(
        public string $question = '',
        public QuestionAct $then = QuestionAct::Keep,
        public string $lang = 'en',
    ) {
    }
}
