<?php

declare(strict_types=1);

namespace Jorvent\People\Form;

use Jorvent\Core\Retention\Rules;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Entity\RetentionRules;

/** How long data is kept, as it is typed: months, and days before the end. */
final class RetentionRulesInput
{
    public ?string $version;
    public ?int $application;
    public ?int $future;
    public ?int $sourced;
    public ?int $askDays;

    public function __construct(RetentionRules $saved)
    {
        $rules = $saved->rules();
        $this->version = (string) $saved->version();
        [$this->application, $this->future] = [$rules->application, $rules->future];
        [$this->sourced, $this->askDays] = [$rules->sourced, $rules->askDays];
    }

    /** @throws Refused at the fields that are out of range, or empty */
    public function typed(): Rules
    {
        return new Rules($this->application ?? 0, $this->future ?? 0, $this->sourced ?? 0, $this->askDays ?? 0);
    }
}
