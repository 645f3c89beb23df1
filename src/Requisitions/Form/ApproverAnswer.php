<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

/** What the form of an approver sends: a decision, or a question before it. */
enum ApproverAnswer: string
{
    case Agreed = 'agreed';
    case SentBack = 'sent_back';
    case Declined = 'declined';
    case Question = 'question';
}
