<?php

declare(strict_types=1);

namespace Jorvent\Platform\Delivery\Message;

/** The queues of config/packages/messenger.yaml. */
final class Transport
{
    /** What leaves: mails, boards, the HR records. A worker of its own. */
    public const OUTSIDE = 'outside';
    /** Short work in the house that someone waits for. */
    public const SOON = 'soon';
    /** Long work in pieces: imports, reading many resumes. */
    public const LONG = 'long';
    /** What has failed for good and waits for a person. */
    public const FAILED = 'failed';
}
