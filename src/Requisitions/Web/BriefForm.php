<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Pay\PayTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Platform\Text\RichText;
use Jorvent\Platform\Web\Input;
use Jorvent\Requisitions\Brief;
use Jorvent\Requisitions\BriefChoices;

/** What was typed into a brief, turned into one; what can not be read is refused at its field and what was typed stays. */
final class BriefForm
{
    /** @var list<Refusal> */
    public array $refusals = [];

    public function __construct(private readonly Input $input, private readonly Brief $old, private readonly BriefChoices $choices, private readonly RichText $text)
    {
    }

    /** What was typed, and for each field that could not be read what stood there before. */
    public function readable(): Brief
    {
        $typed = $this->brief();
        $unread = array_flip(array_map(static fn (Refusal $r): string => $r->field, $this->refusals));

        return [] === $unread ? $typed : Brief::fromArray([...$typed->toArray(), ...array_intersect_key($this->old->toArray(), $unread)]);
    }

    public function brief(): Brief
    {
        $old = $this->old;
        $input = $this->input;
        $site = $this->known('site', $old->site) ?? $old->site;
        $currency = $this->currency($site);
        $hours = $this->hours($old->pay->hours);

        return new Brief(
            $input->line('title'), $this->known('unit', $old->unit) ?? $old->unit, $site, $this->number('positions'), $this->known('requester', $old->requester) ?? $old->requester, $this->known('manager', $old->manager) ?? $old->manager, $this->known('recruiter', $old->recruiter) ?? $old->recruiter,
            $currency, $this->money('payFrom', $currency), $this->money('payTo', $currency), $this->day('openedOn'), $this->day('targetOn'), $this->number('yearsFrom'), $input->lines('musts'), $input->lines('wishes'), $this->choice('category', $this->choices->categories(), $old->category),
            $input->has('description') ? $this->text->clean($input->text('description')) : $old->description, $this->choice('employment', Brief::EMPLOYMENTS, $old->employment) ?? $old->employment, $this->choice('internalTitle', $this->choices->titles(), $old->internalTitle), $this->known('costCentre', $old->costCentre), $this->choice('country', array_keys($this->choices->countries()), $old->country),
            $this->known('family', $old->family), $this->known('partner', $old->partner), \in_array($input->line('employment'), ['fixed_term', 'seasonal', 'apprentice'], true) || $input->has('months') && '' !== $input->line('months') ? $this->number('months') : null, $this->choice('remote', Brief::REMOTE, $old->remote) ?? $old->remote,
            $this->number('yearsTo'), $this->choice('education', Brief::EDUCATION, $old->education), $this->choice('industry', Brief::INDUSTRIES, $old->industry), $input->lines('benefits'),
            new PayTerms($this->input->choice('frequency', Frequency::class, $old->pay->frequency), $input->int('pays') ?? $old->pay->pays, $hours, $input->int('share') ?? $old->pay->share), $this->choice('visibility', Brief::VISIBILITY, $old->visibility) ?? $old->visibility,
        );
    }

    /** Pay that stands keeps its currency when the site changes; another is chosen on purpose, with new figures. */
    private function currency(int $site): string
    {
        $of = $this->choices->currency($site) ?? $this->old->currency;
        if ($of === $this->old->currency || (null === $this->old->payFrom && null === $this->old->payTo)) {
            return $of;
        }
        if ($of !== $this->input->line('currency')) {
            return $this->old->currency;
        }
        foreach (['payFrom' => $this->old->payFrom, 'payTo' => $this->old->payTo] as $name => $was) {
            if (null !== $was && Money::parse($this->input->line($name), $of)?->units() === $was->units()) {
                $this->refusals[] = new Refusal($name, 'pay_in_new_currency', ['from' => $this->old->currency, 'to' => $of]);
            }
        }

        return $of;
    }

    private function number(string $name): ?int
    {
        $value = $this->input->int($name);
        if (null === $value && '' !== $this->input->line($name)) {
            $this->refusals[] = new Refusal($name, 'not_a_number');
        }

        return $value;
    }

    /** "37,5" as 3750. */
    private function hours(int $old): int
    {
        $typed = $this->input->line('hours');
        if ('' === $typed) {
            return $old;
        }
        if (1 !== preg_match('/^(\d{1,2})(?:[.,](\d{1,2}))?$/', $typed, $m)) {
            $this->refusals[] = new Refusal('hours', 'hours_out_of_range');

            return $old;
        }

        return 100 * (int) $m[1] + (int) str_pad($m[2] ?? '', 2, '0');
    }

    private function day(string $name): ?\DateTimeImmutable
    {
        $day = $this->input->day($name);
        if (null === $day && '' !== $this->input->line($name)) {
            $this->refusals[] = new Refusal($name, 'not_a_day');
        }

        return $day;
    }

    private function money(string $name, string $currency): ?Money
    {
        $money = Money::parse($this->input->line($name), $currency);
        if (null === $money && '' !== $this->input->line($name)) {
            $this->refusals[] = new Refusal($name, 'not_an_amount');
        }

        return $money;
    }

    /** @param list<string> $offered */
    private function choice(string $name, array $offered, ?string $old): ?string
    {
        $typed = $this->input->line($name);

        if (!$this->input->has($name) || $typed === $old) {
            return $old;
        }
        if ('' === $typed) {
            return null;
        }
        if (!\in_array($typed, $offered, true)) {
            $this->refusals[] = new Refusal($name, 'not_offered');

            return $old;
        }

        return $typed;
    }

    /** One of what its picker offers; the one that stands may stay even when it is offered no more. */
    private function known(string $name, ?int $old): ?int
    {
        if (!$this->input->has($name)) {
            return $old;
        }
        $id = $this->input->int($name);
        if (null === $id || $id === $old) {
            return $id;
        }
        if (!$this->choices->offers($name, $id)) {
            $this->refusals[] = new Refusal($name, 'unit' === $name ? 'unit_out_of_reach' : 'not_offered');

            return $old;
        }

        return $id;
    }
}
