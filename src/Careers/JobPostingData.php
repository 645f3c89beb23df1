<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Core\Shared\Money;
use Jorvent\Platform\Database\Record;

/** An opening as schema.org JobPosting, for machines. */
final class JobPostingData
{
    /** @return array<string, mixed> */
    public static function of(Record $opening, string $url): array
    {
        $currency = $opening->str('currency');
        $data = [
            '@context' => 'https://schema.org/', '@type' => 'JobPosting', 'title' => $opening->str('title'), 'description' => $opening->str('description'),
            'identifier' => ['@type' => 'PropertyValue', 'name' => 'Skerry Line', 'value' => 'R-'.$opening->int('number')], 'datePosted' => $opening->instantOrNull('live_at')?->format('Y-m-d'), 'url' => $url,
            'employmentType' => match ($opening->str('employment')) {
                'permanent' => 'FULL_TIME', 'apprentice' => 'INTERN', default => 'TEMPORARY',
            },
            'hiringOrganization' => ['@type' => 'Organization', 'name' => 'Skerry Line'], 'totalJobOpenings' => $opening->int('positions'), 'directApply' => true,
            'jobLocation' => ['@type' => 'Place', 'address' => ['@type' => 'PostalAddress', 'addressLocality' => $opening->str('city'), 'addressCountry' => $opening->str('country')]],
        ];
        if ('fully' === $opening->str('remote')) {
            $data += ['jobLocationType' => 'TELECOMMUTE', 'applicantLocationRequirements' => ['@type' => 'Country', 'name' => $opening->str('country')]];
        }
        if ($opening->int('share') < 100) {
            $data['employmentType'] = [$data['employmentType'], 'PART_TIME'];
        }
        if ([] !== $opening->strings('benefits')) {
            $data['jobBenefits'] = implode(', ', $opening->strings('benefits'));
        }
        if (null !== $opening->strOrNull('until')) {
            $data['validThrough'] = $opening->str('until').'T23:59:59Z';
        }
        if (null !== $opening->intOrNull('pay_min')) {
            $data['baseSalary'] = ['@type' => 'MonetaryAmount', 'currency' => $currency, 'value' => ['@type' => 'QuantitativeValue', 'minValue' => (new Money($opening->int('pay_min'), $currency))->units(), 'maxValue' => (new Money($opening->int('pay_max'), $currency))->units(), 'unitText' => strtoupper($opening->str('pay_frequency'))]];
        }

        return $data;
    }
}
