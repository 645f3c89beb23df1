<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Core\Calendar\WorkingHours;
use Jorvent\Core\Shared\Refused;

/** How someone works: zone and hours, dark pages, single keys. */
final class PreferencesInput
{
    public ?string $zone = null;
    public ?\DateTimeImmutable $workFrom = null;
    public ?\DateTimeImmutable $workTo = null;
    public bool $night = false;
    public bool $keys = false;

    public static function of(Account $account): self
    {
        $midnight = new \DateTimeImmutable('1970-01-01 UTC');
        $time = static fn (int $minutes): \DateTimeImmutable => $midnight->modify('+'.$minutes.' minutes');
        $input = new self();
        $input->zone = $account->zone;
        [$input->workFrom, $input->workTo] = [$time($account->workFrom), $time($account->workTo)];
        [$input->night, $input->keys] = [$account->nightWatch, $account->singleKeys];

        return $input;
    }

    /** @throws Refused at the field that is wrong */
    public function apply(Account $account): void
    {
        $zone = WorkingHours::zone($this->zone ?? '') ?? throw Refused::because('zone_unknown', 'zone');
        $from = self::minutes($this->workFrom) ?? throw Refused::because('not_a_time', 'work_from');
        $to = self::minutes($this->workTo) ?? throw Refused::because('not_a_time', 'work_to');
        if ($from >= $to) {
            throw Refused::because('hours_upside_down', 'work_to');
        }
        $account->prefer($this->night, $this->keys, $zone, $from, $to);
    }

    private static function minutes(?\DateTimeImmutable $time): ?int
    {
        return null === $time ? null : 60 * (int) $time->format('G') + (int) $time->format('i');
    }
}
