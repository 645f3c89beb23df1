<?php

declare(strict_types=1);

namespace Jorvent\Pipeline\Web;

/** What someone gives for a text, as typed. */
final readonly class MarkedAnswer
{
    public function __construct(public string $question = '', public string $mark = '')
    {
    }

    /** Below zero when it is no number. */
    public function points(): int
    {
        return 1 === preg_match('/^\d{1,9}$/D', trim($this->mark)) ? (int) trim($this->mark) : -1;
    }
}
