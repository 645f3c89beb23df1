<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

enum Role: string
{
    case Admin = 'admin';
    case Recruiter = 'recruiter';
    case Coordinator = 'coordinator';
    case Manager = 'manager';
    case Approver = 'approver';
    case Interviewer = 'interviewer';
}
