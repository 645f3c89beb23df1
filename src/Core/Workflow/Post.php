<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

/** A post in the organisation that approves. */
enum Post: string
{
    case DepartmentHead = 'department_head';
    case Finance = 'finance';
    case People = 'people';
    case Division = 'division';
    case Board = 'board';
}
