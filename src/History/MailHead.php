<?php

declare(strict_types=1);

namespace Jorvent\History;

use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Activity\Event\HeadWritten;
use Jorvent\Messages\Mailing;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;

/** Once a day the head of the log goes by mail to the admins of a whole company, where nobody can change it. */
#[AsEventListener]
final readonly class MailHead
{
    public function __construct(private StaffQuery $staff, private Mailing $mailing)
    {
    }

    public function __invoke(HeadWritten $event): void
    {
        $text = 'Keep this mail. It proves later that nothing in the activity log before today was changed:'
            ."\n\n".$event->line."\nTo check it: bin/console jorvent:log:check";
        foreach ($this->staff->admins() as $admin) {
            $subject = 'The activity log on '.$event->day;
            $this->mailing->toStaff('log-head-'.$event->day.'-'.$admin->id, $admin->id, $subject, $text);
        }
    }
}
