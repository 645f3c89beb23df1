<?php

declare(strict_types=1);

namespace Jorvent\Core\Screening;

enum QuestionKind: string
{
    case YesNo = 'yes_no';
    case Single = 'single';
    case Number = 'number';
    case Text = 'text';
}
