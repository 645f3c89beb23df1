<?php

declare(strict_types=1);

namespace Jorvent\Core\Scorecards;

/** Whether an interviewer would hire. */
enum Recommendation: string
{
    case Yes = 'yes';
    case Unsure = 'unsure';
    case No = 'no';
}
