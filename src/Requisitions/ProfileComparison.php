<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Catalogue\ProfileContent;
use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Core\Shared\Money;

/** Compares a brief with the version of the role profile it was written from. */
final readonly class ProfileComparison
{
    public function __construct(private ProfileQuery $profiles)
    {
    }

    /**
     * @return array{id: int, title: string, level: string, family: string, version: int, newest: int, values: array<string, mixed>, kept: array<string, bool>}|null
     *                                                                                                                                                               values by field of the brief, and whether the brief has them the same
     */
    public function of(?int $profile, ?int $version, Brief $brief): ?array
    {
        $head = null === $profile ? null : $this->profiles->head($profile);
        $content = null === $head ? null : $this->profiles->at($head->id, (int) $version);
        if (null === $head || null === $content) {
            return null;
        }
        $values = self::values($content, $brief->currency);
        $own = ['payFrom' => $brief->yearFrom()?->minor, 'payTo' => $brief->yearTo()?->minor] + $brief->toArray();
        $kept = [];
        foreach ($values as $field => $value) {
            $kept[$field] = $own[$field] === $value;
        }

        return [
            'id' => $head->id,
            'title' => $content->title,
            'level' => $content->level,
            'family' => $head->family,
            'version' => (int) $version,
            'newest' => $head->version,
            'values' => $values,
            'kept' => $kept,
        ];
    }

    /** @return array<string, mixed> what a profile gives to a brief, by field of the brief */
    private static function values(ProfileContent $content, string $currency): array
    {
        $band = $content->bands[$currency] ?? null;
        $minor = static fn (?int $units): ?int => null === $units ? null : Money::major($units, $currency)->minor;

        return [
            'title' => $content->title,
            'internalTitle' => $content->title.' '.$content->level,
            'family' => $content->family,
            'musts' => $content->musts,
            'wishes' => $content->wishes,
            'yearsFrom' => $content->yearsFrom,
            'yearsTo' => $content->yearsTo,
            'education' => $content->education,
            'benefits' => $content->benefits,
            'description' => $content->description,
            'payFrom' => $minor($band[0] ?? null),
            'payTo' => $minor($band[1] ?? null),
        ];
    }
}
