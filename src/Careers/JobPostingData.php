<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Core\Shared\Money;
use Jorvent\Platform\Database\Record;

/** An opening as schema.org JobPosting, for machines: all that is recommended and known; what is not known is left out, not made up. */
final class JobPostingData
{
    private const EDUCATION = ['upper_secondary' => 'high school', 'vocational' => 'professional certificate', 'bachelor' => 'bachelor degree', 'master' => 'postgraduate degree', 'doctorate' => 'postgraduate degree'];

    /** @return array<string, mixed> */
    public static function of(Record $opening, string $company, string $url, string $site): array
    {
        $currency = $opening->str('currency');
        $kind = match ($opening->str('employment')) {
            'permanent' => 'FULL_TIME', 'apprentice' => 'INTERN', default => 'TEMPORARY',
        };
        $zone = new \DateTimeZone($opening->str('zone'));
        $until = $opening->instantOrNull('until');
        $address = array_filter(['@type' => 'PostalAddress', 'addressLocality' => $opening->str('city'), 'addressRegion' => $opening->str('region'), 'postalCode' => $opening->str('postcode'), 'addressCountry' => $opening->str('country')], static fn (string $v): bool => '' !== $v);
        $education = self::EDUCATION[$opening->strOrNull('education') ?? ''] ?? null;
        $years = $opening->intOrNull('years_from');
        $low = $opening->intOrNull('pay_min');
        $units = static fn (?int $minor): ?int => null === $minor ? null : (new Money($minor, $currency))->units();
        $data = [
            '@context' => 'https://schema.org/', '@type' => 'JobPosting', 'title' => $opening->str('title'), 'description' => $opening->str('description'), 'identifier' => ['@type' => 'PropertyValue', 'name' => $company, 'value' => 'R-'.$opening->int('number')],
            'datePosted' => $opening->instantOrNull('live_at')?->setTimezone($zone)->format('Y-m-d'), 'validThrough' => null === $until ? null : (new \DateTimeImmutable($until->format('Y-m-d').' 23:59:59', $zone))->format('Y-m-d\TH:i:sP'), 'url' => $url, 'directApply' => true, 'inLanguage' => $opening->strOrNull('text_locale') ?? 'en',
            'employmentType' => $opening->int('share') < 100 ? [$kind, 'PART_TIME'] : $kind, 'workHours' => self::hours($opening), 'totalJobOpenings' => $opening->int('positions'), 'hiringOrganization' => ['@type' => 'Organization', 'name' => $company, 'sameAs' => $site],
            'jobLocation' => ['@type' => 'Place', 'address' => $address], 'jobLocationType' => 'fully' === $opening->str('remote') ? 'TELECOMMUTE' : null, 'applicantLocationRequirements' => 'fully' === $opening->str('remote') ? ['@type' => 'Country', 'name' => $opening->str('country')] : null,
            'industry' => 'Sea transport', 'occupationalCategory' => $opening->strOrNull('category'), 'skills' => implode(', ', [...$opening->strings('musts'), ...$opening->strings('wishes')]) ?: null, 'jobBenefits' => implode(', ', $opening->strings('benefits')) ?: null,
            'experienceRequirements' => null === $years || 0 === $years ? null : ['@type' => 'OccupationalExperienceRequirements', 'monthsOfExperience' => 12 * $years], 'educationRequirements' => null === $education ? null : ['@type' => 'EducationalOccupationalCredential', 'credentialCategory' => $education],
            'baseSalary' => null === $low ? null : ['@type' => 'MonetaryAmount', 'currency' => $currency, 'value' => array_filter(['@type' => 'QuantitativeValue', 'minValue' => $units($low), 'maxValue' => $units($opening->intOrNull('pay_max')), 'unitText' => strtoupper($opening->str('pay_frequency'))], static fn (mixed $v): bool => null !== $v)],
        ];

        return array_filter($data, static fn (mixed $v): bool => null !== $v && '' !== $v);
    }

    private static function hours(Record $opening): ?string
    {
        $hours = $opening->floatOrNull('hours');

        return null === $hours || $hours <= 0 ? null : rtrim(rtrim(number_format($hours * $opening->int('share') / 100, 1, '.', ''), '0'), '.').' hours a week';
    }
}
