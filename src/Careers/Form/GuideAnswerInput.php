<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Jorvent\Careers\Entity\GuideAnswer;

/** A question and its answer, as they are typed. */
final class GuideAnswerInput
{
    public ?string $version = '0';
    public ?string $locale = 'en';
    public ?string $question = null;
    public ?string $answer = null;

    public function __construct(?GuideAnswer $answer)
    {
        if (null !== $answer) {
            $this->version = (string) $answer->version();
            [$this->locale, $this->question] = [$answer->locale(), $answer->question()];
            $this->answer = $answer->answer();
        }
    }
}
