<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Core\Screening\Question;

/** Which question is open, and in which language the phone beside it is. */
final readonly class Opened
{
    public function __construct(public string $q = '', public string $lang = 'en')
    {
    }

    public function language(): string
    {
        return \in_array($this->lang, Question::LANGUAGES, true) ? $this->lang : 'en';
    }
}
