<?php

declare(strict_types=1);

namespace Jorvent\Core\Workflow;

use Jorvent\Core\Shared\Refusal;

/** What may stand against keeping someone found for a requisition. */
final readonly class KeepFacts
{
    /**
     * @param bool                    $here     works here now
     * @param string|null             $spared   their employer, where there is an agreement not to approach its people
     * @param bool                    $inside   an application for this requisition is there already
     * @param \DateTimeImmutable|null $closedOn the last time they were closed out for another requisition
     * @param int|null                $closedOf its number
     */
    public function __construct(public ?\DateTimeImmutable $barredUntil = null, public bool $here = false, public ?string $spared = null, public string $note = '', public bool $inside = false, public ?\DateTimeImmutable $closedOn = null, public ?int $closedOf = null)
    {
    }

    /**
     * Everything that stands against it. Who was closed out lately is left in peace for some days; someone who means it may keep one of them all the same.
     *
     * @param int  $cooling days after being closed out, 0 for none
     * @param bool $meant   kept all the same
     *
     * @return list<Refusal>
     */
    public function blockers(\DateTimeImmutable $now, int $cooling, bool $meant = false): array
    {
        $free = $this->closedOn?->add(new \DateInterval('P'.max(0, $cooling).'D'));

        return array_values(array_filter([
            $this->inside ? new Refusal('', 'already_in_pipeline') : null,
            null !== $this->barredUntil && $this->barredUntil > $now ? new Refusal('', 'do_not_contact', ['until' => $this->barredUntil->format('Y-m-d')]) : null,
            $this->here ? new Refusal('', 'employed_here') : null,
            null !== $this->spared ? new Refusal('', 'no_poach', ['employer' => $this->spared, 'note' => $this->note]) : null,
            !$meant && null !== $free && $free > $now ? new Refusal('', 'cooling_off', ['until' => $free->format('Y-m-d'), 'number' => (string) $this->closedOf]) : null,
        ]));
    }
}
