<?php

declare(strict_types=1);

namespace Jorvent\Core\Careers;

/** How the credit stands that was promised for telling a friend of an opening. */
enum CreditState: string
{
    /** nothing was promised */
    case None = 'none';
    /** the friend is still being considered */
    case Open = 'open';
    /** the friend was not hired */
    case Lapsed = 'lapsed';
    /** the friend was hired, and has not stayed long enough yet */
    case Earned = 'earned';
    case Due = 'due';
    case Paid = 'paid';
}
