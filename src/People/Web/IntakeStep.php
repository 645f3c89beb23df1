<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

/** What is done with resumes coming in. */
enum IntakeStep: string
{
    case Cancel = 'cancel';
    case Again = 'again';
    case Same = 'same';
    case Other = 'other';
    case Hand = 'hand';
    case Untie = 'untie';
}
