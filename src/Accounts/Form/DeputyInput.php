<?php

declare(strict_types=1);

namespace Jorvent\Accounts\Form;

use Jorvent\Accounts\Entity\DelegationKind;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Web\Form\Choice;

/** Who stands in, about what, and from when to when. */
final class DeputyInput
{
    public ?Choice $to = null;
    public ?DelegationKind $kind = null;
    public ?\DateTimeImmutable $fromDay = null;
    public ?\DateTimeImmutable $toDay = null;
    public ?string $reason = null;

    private static function missing(string $field): Refusal
    {
        return new Refusal($field, str_ends_with($field, '_day') ? 'not_a_day' : 'missing');
    }

    /**
     * @return array{int, DelegationKind, \DateTimeImmutable, \DateTimeImmutable, string}
     *
     * @throws Refused where something is left out
     */
    public function whole(): array
    {
        if (null === $this->to || null === $this->kind || null === $this->fromDay || null === $this->toDay) {
            $all = ['to' => $this->to, 'kind' => $this->kind, 'from_day' => $this->fromDay, 'to_day' => $this->toDay];
            Refused::unlessEmpty(array_map(self::missing(...), array_keys(array_filter($all, is_null(...)))));
            throw new \LogicException('Something is missing.');
        }

        return [$this->to->id, $this->kind, $this->fromDay, $this->toDay, trim($this->reason ?? '')];
    }
}
