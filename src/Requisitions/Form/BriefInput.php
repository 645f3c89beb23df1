<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Form;

use Jorvent\Accounts\Read\PartChoice;
use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Pay\PayTerms;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Organisation\Read\UnitChoice;
use Jorvent\Platform\Text\RichText;
use Jorvent\Platform\Web\Form\Choice;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Brief\Employment;
use Jorvent\Requisitions\Brief\Job;
use Jorvent\Requisitions\Brief\Pay;
use Jorvent\Requisitions\Brief\Place;
use Jorvent\Requisitions\Brief\Remote;
use Jorvent\Requisitions\Brief\Team;
use Jorvent\Requisitions\Brief\Time;
use Jorvent\Requisitions\Brief\Visibility;
use Jorvent\Requisitions\Brief\Wants;
use Jorvent\Requisitions\Read\BriefOptions;
use Jorvent\Requisitions\Read\SiteOption;

/** A brief as it is typed, and the version that was read. A field that can not be read keeps what stood there. */
final class BriefInput
{
    public ?string $title = null;
    public ?string $internalTitle = null;
    public ?int $positions = null;
    public ?Choice $family = null;
    public ?string $industry = null;
    public ?string $category = null;
    public ?string $description = null;
    public ?Employment $employment = null;
    public ?int $months = null;
    public ?\DateTimeImmutable $openedOn = null;
    public ?\DateTimeImmutable $targetOn = null;
    public ?PartChoice $requester = null;
    public ?PartChoice $manager = null;
    public ?PartChoice $recruiter = null;
    public ?PartChoice $partner = null;
    public ?Visibility $visibility = null;
    public ?UnitChoice $unit = null;
    public ?UnitChoice $costCentre = null;
    public ?SiteOption $site = null;
    public ?string $country = null;
    public ?Remote $remote = null;
    public ?int $travelDays = null;
    public ?string $musts = null;
    public ?string $wishes = null;
    public ?string $education = null;
    public ?int $yearsFrom = null;
    public ?int $yearsTo = null;
    public ?string $currency = null;
    public ?string $payFrom = null;
    public ?string $payTo = null;
    public ?Frequency $frequency = null;
    public ?int $pays = null;
    /** hundredths of an hour */
    public ?int $hours = null;
    public ?int $share = null;
    public ?string $benefits = null;
    public ?string $version = null;

    public function __construct(private readonly Brief $old, private readonly BriefOptions $options, int $version)
    {
        $this->version = (string) $version;
        $this->show($old);
    }

    /** Puts a brief into the fields. */
    public function show(Brief $brief): void
    {
        [$job, $team, $place, $pay, $options] = [$brief->job, $brief->team, $brief->place, $brief->pay, $this->options];
        [$this->title, $this->internalTitle, $this->positions] = [$job->title, $job->internalTitle, $job->positions];
        [$this->industry, $this->category, $this->description] = [$job->industry, $job->category, $job->description];
        $this->family = BriefOptions::find($options->families, $job->family);
        [$this->employment, $this->months] = [$brief->time->employment, $brief->time->months];
        [$this->openedOn, $this->targetOn] = [$brief->time->openedOn, $brief->time->targetOn];
        foreach (['requester', 'manager', 'recruiter', 'partner'] as $part) {
            $this->{$part} = BriefOptions::find($options->people, $team->{$part});
        }
        $this->visibility = $team->visibility;
        $this->unit = BriefOptions::find($options->units(), $place->unit);
        $this->costCentre = BriefOptions::find($options->costCentres(), $place->costCentre);
        $this->site = BriefOptions::find($options->sites, $place->site);
        [$this->country, $this->remote, $this->travelDays] = [$place->country, $place->remote, $place->travelDays];
        [$this->musts, $this->wishes] = [self::joined($brief->wants->musts), self::joined($brief->wants->wishes)];
        [$this->education, $this->yearsFrom] = [$brief->wants->education, $brief->wants->yearsFrom];
        $this->yearsTo = $brief->wants->yearsTo;
        [$this->currency, $this->payFrom, $this->payTo] = [$pay->currency, self::amount($pay->from()), self::amount($pay->to())];
        [$this->frequency, $this->pays] = [$pay->terms()->frequency, $pay->terms()->pays];
        [$this->hours, $this->share] = [$pay->terms()->hours, $pay->terms()->share];
        $this->benefits = self::joined($pay->benefits);
    }

    /**
     * The brief as it was typed.
     *
     * @param list<Refusal> $refusals gets the amounts that can not be read; the brief keeps what stood there
     */
    public function brief(RichText $rich, array &$refusals): Brief
    {
        $old = $this->old;
        $site = $this->site->id ?? $old->place->site;
        $employment = $this->employment ?? $old->time->employment;

        return new Brief(
            new Job(
                title: $this->title ?? '',
                positions: $this->positions,
                internalTitle: $this->internalTitle,
                family: $this->family?->id,
                industry: $this->industry,
                category: $this->category,
                description: $rich->clean($this->description ?? ''),
            ),
            new Team(
                requester: $this->requester->id ?? $old->team->requester,
                manager: $this->manager->id ?? $old->team->manager,
                recruiter: $this->recruiter->id ?? $old->team->recruiter,
                partner: $this->partner?->id,
                visibility: $this->visibility ?? $old->team->visibility,
            ),
            new Place(
                unit: $this->unit->id ?? $old->place->unit,
                site: $site,
                costCentre: $this->costCentre?->id,
                country: $this->country,
                remote: $this->remote ?? $old->place->remote,
                travelDays: $this->travelDays,
            ),
            new Time($employment, $this->months, $this->openedOn, $this->targetOn),
            new Wants(
                musts: self::lines($this->musts),
                wishes: self::lines($this->wishes),
                education: $this->education,
                yearsFrom: $this->yearsFrom,
                yearsTo: $this->yearsTo,
            ),
            $this->pay($site, $refusals),
        );
    }

    /** @param list<Refusal> $refusals */
    private function pay(int $site, array &$refusals): Pay
    {
        $old = $this->old->pay;
        $terms = $old->terms();
        $currency = $this->currencyAt($site);
        $pay = new Pay(
            $currency,
            $this->read('payFrom', $currency, $old->from(), $refusals),
            $this->read('payTo', $currency, $old->to(), $refusals),
            new PayTerms(
                $this->frequency ?? $terms->frequency,
                $this->pays ?? $terms->pays,
                $this->hours ?? $terms->hours,
                $this->share ?? $terms->share,
            ),
            self::lines($this->benefits),
        );
        if ($currency !== $old->currency) {
            array_push($refusals, ...self::relabelled($old, $pay));
        }

        return $pay;
    }

    /** Pay that stands keeps its currency when the site changes; another is chosen on purpose, with new figures. */
    private function currencyAt(int $site): string
    {
        $old = $this->old->pay;
        $currency = $this->options->currency($site) ?? $old->currency;
        $isEmpty = null === $old->from() && null === $old->to();

        return $isEmpty || $currency === $this->currency ? $currency : $old->currency;
    }

    /** @return list<Refusal> at amounts that are the same figures as before, in another currency */
    private static function relabelled(Pay $old, Pay $new): array
    {
        $refusals = [];
        foreach (['payFrom' => [$old->from(), $new->from()], 'payTo' => [$old->to(), $new->to()]] as $field => [$was, $is]) {
            if (null !== $was && $was->units() === $is?->units()) {
                $data = ['from' => $old->currency, 'to' => $new->currency];
                $refusals[] = new Refusal($field, 'pay_in_new_currency', $data);
            }
        }

        return $refusals;
    }

    /** @param list<Refusal> $refusals */
    private function read(string $field, string $currency, ?Money $old, array &$refusals): ?Money
    {
        $typed = trim('payFrom' === $field ? $this->payFrom ?? '' : $this->payTo ?? '');
        $amount = Money::parse($typed, $currency);
        if (null === $amount && '' !== $typed) {
            $refusals[] = new Refusal($field, 'not_an_amount');

            return $currency === $old?->currency ? $old : null;
        }

        return $amount;
    }

    private static function amount(?Money $money): ?string
    {
        return null === $money ? null : $money->grouped();
    }

    /** @param list<string> $lines */
    private static function joined(array $lines): string
    {
        return implode("\n", $lines);
    }

    /** @return list<string> */
    private static function lines(?string $text): array
    {
        $lines = array_map(trim(...), explode("\n", $text ?? ''));

        return array_values(array_filter($lines, static fn (string $line): bool => '' !== $line));
    }
}
