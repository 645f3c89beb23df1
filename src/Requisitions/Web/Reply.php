<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Symfony\Component\Serializer\Attribute\SerializedName;

/** The answer to what an approver asked. */
final readonly class Reply
{
    public function __construct(
        #[SerializedName('approval_question')]
        public int $question,
        public string $answer = '',
    ) {
    }
}
