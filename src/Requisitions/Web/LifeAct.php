<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

/** What is done to a requisition under way, or ended. */
enum LifeAct: string
{
    case Hold = 'hold';
    case Resume = 'resume';
    case Cancel = 'cancel';
    case Positions = 'positions';
    case Reopen = 'reopen';
}
