<?php

declare(strict_types=1);

namespace Jorvent\Careers\Form;

use Jorvent\Careers\Applicant;
use Jorvent\Careers\Read\Narrowed;

/** Who leaves a resume without an opening, and what they would like. */
final class LeaveResumeInput
{
    public ?string $name;
    public ?string $email;
    public ?string $phone;
    public ?string $city;
    /** @var array<string, string|null> by facet */
    public array $wanted = ['category' => null, 'city' => null];
    /** the version of the text that was agreed to */
    public ?string $consent = null;

    /** @param Applicant|null $known as they were written for an opening that closed */
    public function __construct(?Applicant $known)
    {
        [$this->name, $this->email] = [$known?->name, $known?->email];
        [$this->phone, $this->city] = [$known?->phone, $known?->city];
    }

    public function applicant(): Applicant
    {
        return Applicant::of([
            'name' => $this->name ?? '',
            'email' => $this->email ?? '',
            'phone' => $this->phone ?? '',
            'city' => $this->city ?? '',
        ]);
    }

    public function narrowed(): Narrowed
    {
        return Narrowed::of($this->wanted);
    }
}
