<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

enum Urgency: string
{
    case Overdue = 'overdue';
    case Soon = 'soon';
    case Later = 'later';
}
