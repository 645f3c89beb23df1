<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

enum BriefState: string
{
    case Draft = 'draft';
    case Asked = 'asked';
    case SentBack = 'sent_back';
    case Approved = 'approved';
    case Declined = 'declined';
    case Filled = 'filled';
    case Cancelled = 'cancelled';

    public function isEditable(): bool
    {
        return self::Draft === $this || self::SentBack === $this;
    }
}
