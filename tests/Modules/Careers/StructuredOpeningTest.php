<?php

declare(strict_types=1);

namespace Jorvent\Tests\Modules\Careers;

use Jorvent\Careers\Read\Opening;
use Jorvent\Careers\Read\OpeningDays;
use Jorvent\Careers\Read\OpeningHours;
use Jorvent\Careers\Read\OpeningPlace;
use Jorvent\Careers\Read\OpeningTeam;
use Jorvent\Careers\Read\OpeningTerms;
use Jorvent\Careers\Read\OpeningText;
use Jorvent\Careers\Read\OpeningWants;
use Jorvent\Careers\StructuredOpening;
use Jorvent\Core\Pay\Frequency;
use Jorvent\Core\Shared\Money;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

#[CoversClass(StructuredOpening::class)]
#[CoversClass(Opening::class)]
#[CoversClass(OpeningHours::class)]
#[CoversClass(OpeningTerms::class)]
final class StructuredOpeningTest extends TestCase
{
    public function testAllThatIsKnownIsTold(): void
    {
        $pay = [Money::major(67_000, 'CAD'), Money::major(82_000, 'CAD')];
        $data = self::data(new OpeningTerms(
            'permanent', 'no', 2, null, new OpeningHours(3750, 100), $pay[0], $pay[1], Frequency::Year,
        ));
        self::assertSame([
            '@context' => 'https://schema.org/',
            '@type' => 'JobPosting',
            'title' => 'Ticketing Data Analyst',
            'description' => '<p>Count tickets.</p>',
            'identifier' => ['@type' => 'PropertyValue', 'name' => 'Ferries', 'value' => 'R-2205'],
            'datePosted' => '2026-12-01',
            'validThrough' => '2026-12-22T23:59:59-04:00',
            'url' => 'https://ferries.example/careers/2205',
            'directApply' => true,
            'inLanguage' => 'en',
            'employmentType' => 'FULL_TIME',
            'workHours' => '37.5 hours a week',
            'totalJobOpenings' => 2,
            'hiringOrganization' => [
                '@type' => 'Organization', 'name' => 'Ferries', 'sameAs' => 'https://ferries.example/careers',
            ],
            'jobLocation' => ['@type' => 'Place', 'address' => [
                '@type' => 'PostalAddress', 'addressLocality' => 'Halifax', 'addressRegion' => 'Nova Scotia',
                'postalCode' => 'B3H', 'addressCountry' => 'CA',
            ]],
            'occupationalCategory' => 'Ashore',
            'skills' => 'SQL, statistics, French',
            'jobBenefits' => 'Pension',
            'experienceRequirements' => [
                '@type' => 'OccupationalExperienceRequirements', 'monthsOfExperience' => 36,
            ],
            'educationRequirements' => [
                '@type' => 'EducationalOccupationalCredential', 'credentialCategory' => 'bachelor degree',
            ],
            'baseSalary' => [
                '@type' => 'MonetaryAmount',
                'currency' => 'CAD',
                'value' => [
                    '@type' => 'QuantitativeValue', 'minValue' => 67_000, 'maxValue' => 82_000, 'unitText' => 'YEAR',
                ],
            ],
        ], $data);
    }

    public function testWhatIsNotKnownIsLeftOut(): void
    {
        $data = self::data(new OpeningTerms(
            'apprentice', 'fully', 1, 6, new OpeningHours(null, 100), null, null, Frequency::Month,
        ));
        self::assertSame('INTERN', $data['employmentType']);
        self::assertSame('TELECOMMUTE', $data['jobLocationType']);
        self::assertSame(['@type' => 'Country', 'name' => 'CA'], $data['applicantLocationRequirements']);
        self::assertArrayNotHasKey('baseSalary', $data);
        self::assertArrayNotHasKey('workHours', $data);
    }

    /** @param int $fullWeek in hundredths of an hour */
    #[TestWith([3750, 100, '37.5 hours a week', 'FULL_TIME'])]
    #[TestWith([4000, 100, '40 hours a week', 'FULL_TIME'])]
    #[TestWith([3750, 60, '22.5 hours a week', ['FULL_TIME', 'PART_TIME']])]
    #[TestWith([3550, 33, '11.7 hours a week', ['FULL_TIME', 'PART_TIME']])]
    public function testHoursAreThoseThatAreWorked(int $fullWeek, int $share, string $hours, mixed $employment): void
    {
        $data = self::data(new OpeningTerms(
            'permanent', 'no', 1, null, new OpeningHours($fullWeek, $share), null, null, Frequency::Year,
        ));
        self::assertSame([$hours, $employment], [$data['workHours'], $data['employmentType']]);
    }

    public function testAnAmountWithoutSmallerUnitsIsToldAsItIs(): void
    {
        $data = self::data(new OpeningTerms(
            'permanent', 'no', 1, null, new OpeningHours(null, 100), Money::major(5_000_000, 'JPY'), null, Frequency::Year,
        ));
        $salary = $data['baseSalary'] ?? null;
        self::assertIsArray($salary);
        self::assertSame(
            ['@type' => 'QuantitativeValue', 'minValue' => 5_000_000, 'unitText' => 'YEAR'], $salary['value'],
        );
    }

    /** @return array<string, mixed> */
    private static function data(OpeningTerms $terms): array
    {
        $opening = new Opening(
            1,
            2205,
            new OpeningText('Ticketing Data Analyst', '<p>Count tickets.</p>', null, ['Pension']),
            new OpeningWants('Ashore', ['SQL', 'statistics'], ['French'], 3, 'bachelor'),
            $terms,
            new OpeningPlace('Halifax', 'Nova Scotia', 'B3H', 'CA', 'America/Halifax'),
            new OpeningTeam(6, 'Ticketing', 'Solveig Aune'),
            new OpeningDays(
                new \DateTimeImmutable('2026-12-02 02:00 UTC'), new \DateTimeImmutable('2026-12-22'), null, null, true, false,
            ),
        );

        return StructuredOpening::of(
            $opening, 'Ferries', 'https://ferries.example/careers/2205', 'https://ferries.example/careers',
        );
    }
}
