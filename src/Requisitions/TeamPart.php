<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

enum TeamPart: string
{
    case Recruiter = 'recruiter';
    case Coordinator = 'coordinator';
    case Manager = 'manager';
    case Interviewer = 'interviewer';
    case Observer = 'observer';
}
