<?php

declare(strict_types=1);

namespace Jorvent\Core\Retention;

use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;

/** How long data is kept when its purpose is over, in months; and how many days before the end someone is asked. */
final readonly class Rules
{
    public const LONGEST = 60;

    public function __construct(public int $application = 12, public int $future = 12, public int $sourced = 6, public int $askDays = 30)
    {
        $wrong = [];
        foreach (['application' => $application, 'future' => $future, 'sourced' => $sourced] as $field => $months) {
            if ($months < 1 || $months > self::LONGEST) {
                $wrong[] = new Refusal($field, 'retention_out_of_range', ['limit' => self::LONGEST]);
            }
        }
        if ($askDays < 14 || $askDays > 90) {
            $wrong[] = new Refusal('ask_days', 'ask_days_out_of_range');
        }
        Refused::unlessEmpty($wrong);
    }

    public function months(Purpose $purpose): ?int
    {
        return match ($purpose) {
            Purpose::Application => $this->application,
            Purpose::Future => $this->future,
            Purpose::Sourced => $this->sourced,
            Purpose::Hired => null,
        };
    }

    /** The last day of what was over on a day: the same day so many months on, or the month's last. */
    public function after(Purpose $purpose, \DateTimeImmutable $over): ?\DateTimeImmutable
    {
        $months = $this->months($purpose);
        if (null === $months) {
            return null;
        }
        $month = $over->setTime(0, 0)->modify('first day of this month')->modify('+'.$months.' months');

        return $month->setDate((int) $month->format('Y'), (int) $month->format('n'), min((int) $over->format('j'), (int) $month->format('t')));
    }
}
