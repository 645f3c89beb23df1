<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Access;

/** What a person is on one requisition. */
enum Part: string
{
    case Requester = 'requester';
    case Recruiter = 'recruiter';
    case Manager = 'manager';
    case Partner = 'partner';
    case Approver = 'approver';
    case Interviewer = 'interviewer';
    case Coordinator = 'coordinator';
    case Observer = 'observer';
}
