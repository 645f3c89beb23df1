<?php

declare(strict_types=1);

namespace Jorvent\Core\Screening;

enum QuestionKind: string
{
    case YesNo = 'yes_no';
    case Single = 'single';
    case Multiple = 'multiple';
    case Number = 'number';
    case Date = 'date';
    case Short = 'short';
    case Long = 'long';

    public function isChosen(): bool
    {
        return \in_array($this, [self::YesNo, self::Single, self::Multiple], true);
    }

    /** Free text earns what a person marks it with, not what a machine reads in it. */
    public function isMarkedByHand(): bool
    {
        return self::Short === $this || self::Long === $this;
    }
}
