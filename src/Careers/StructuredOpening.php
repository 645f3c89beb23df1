<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Careers\Read\Opening;

/**
 * An opening for machines, as schema.org's JobPosting: all that is recommended and known. What is not known is left
 * out, not made up.
 */
final class StructuredOpening
{
    /** Levels of education in the words that readers of JobPosting know. */
    private const EDUCATION = [
        'upper_secondary' => 'high school',
        'vocational' => 'professional certificate',
        'bachelor' => 'bachelor degree',
        'master' => 'postgraduate degree',
        'doctorate' => 'postgraduate degree',
    ];

    /**
     * @param string $address of the opening
     * @param string $site    of the company
     *
     * @return array<string, mixed>
     */
    public static function of(Opening $opening, string $company, string $address, string $site): array
    {
        return self::known([
            '@context' => 'https://schema.org/',
            '@type' => 'JobPosting',
            'title' => $opening->text->title,
            'description' => $opening->text->description,
            'identifier' => ['@type' => 'PropertyValue', 'name' => $company, 'value' => 'R-'.$opening->number],
            ...self::days($opening),
            'url' => $address,
            'directApply' => true,
            'inLanguage' => $opening->text->locale ?? 'en',
            'employmentType' => self::employment($opening),
            'workHours' => self::hours($opening),
            'totalJobOpenings' => $opening->terms->positions,
            'hiringOrganization' => ['@type' => 'Organization', 'name' => $company, 'sameAs' => $site],
            ...self::place($opening),
            'occupationalCategory' => $opening->wants->category,
            'skills' => implode(', ', [...$opening->wants->musts, ...$opening->wants->wishes]),
            'jobBenefits' => implode(', ', $opening->text->benefits),
            ...self::requirements($opening),
            'baseSalary' => self::salary($opening),
        ]);
    }

    /**
     * @return array<string, string|null> the day it was posted, and until when one can apply: to the end of that day
     */
    private static function days(Opening $opening): array
    {
        $zone = $opening->place->zone();
        $last = null === $opening->days->until
            ? null
            : new \DateTimeImmutable($opening->days->until->format('Y-m-d').' 23:59:59', $zone);

        return [
            'datePosted' => $opening->days->liveAt?->setTimezone($zone)->format('Y-m-d'),
            'validThrough' => $last?->format('Y-m-d\TH:i:sP'),
        ];
    }

    /** @return string|list<string> */
    private static function employment(Opening $opening): string|array
    {
        $kind = match ($opening->terms->employment) {
            'permanent' => 'FULL_TIME',
            'apprentice' => 'INTERN',
            default => 'TEMPORARY',
        };

        return $opening->terms->hours->isPartTime() ? [$kind, 'PART_TIME'] : $kind;
    }

    private static function hours(Opening $opening): ?string
    {
        $hours = $opening->terms->hours->week();

        return null === $hours ? null : rtrim(rtrim(number_format($hours, 1, '.', ''), '0'), '.').' hours a week';
    }

    /** @return array<string, mixed> */
    private static function place(Opening $opening): array
    {
        $place = $opening->place;
        $country = ['@type' => 'Country', 'name' => $place->country];

        return [
            'jobLocation' => ['@type' => 'Place', 'address' => self::known([
                '@type' => 'PostalAddress',
                'addressLocality' => $place->city,
                'addressRegion' => $place->region,
                'postalCode' => $place->postcode,
                'addressCountry' => $place->country,
            ])],
            'jobLocationType' => $opening->terms->isFromAnywhere() ? 'TELECOMMUTE' : null,
            'applicantLocationRequirements' => $opening->terms->isFromAnywhere() ? $country : null,
        ];
    }

    /** @return array<string, mixed> */
    private static function requirements(Opening $opening): array
    {
        $education = self::EDUCATION[$opening->wants->education ?? ''] ?? null;
        $years = $opening->wants->years ?? 0;

        return [
            'experienceRequirements' => 0 === $years ? null : [
                '@type' => 'OccupationalExperienceRequirements', 'monthsOfExperience' => 12 * $years,
            ],
            'educationRequirements' => null === $education ? null : [
                '@type' => 'EducationalOccupationalCredential', 'credentialCategory' => $education,
            ],
        ];
    }

    /** @return array<string, mixed>|null */
    private static function salary(Opening $opening): ?array
    {
        if (null === $opening->terms->payFrom) {
            return null;
        }

        return [
            '@type' => 'MonetaryAmount',
            'currency' => $opening->terms->payFrom->currency,
            'value' => self::known([
                '@type' => 'QuantitativeValue',
                'minValue' => $opening->terms->payFrom->units(),
                'maxValue' => $opening->terms->payTo?->units(),
                'unitText' => strtoupper($opening->terms->frequency->value),
            ]),
        ];
    }

    /**
     * @param array<string, mixed> $values
     *
     * @return array<string, mixed>
     */
    private static function known(array $values): array
    {
        return array_filter($values, static fn (mixed $value): bool => null !== $value && '' !== $value);
    }
}
