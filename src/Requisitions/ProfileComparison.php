<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Core\Shared\Money;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Entity\Origin;

/** Compares a brief with the version of the role profile it was written from. */
final readonly class ProfileComparison
{
    private const PAY = ['payFrom', 'payTo'];

    public function __construct(private ProfileQuery $profiles)
    {
    }

    public function of(Origin $origin, Brief $brief): ?ComparedProfile
    {
        $head = null === $origin->profileId ? null : $this->profiles->head($origin->profileId);
        $content = null === $head ? null : $this->profiles->at($head->id, (int) $origin->profileVersion);
        if (null === $head || null === $content) {
            return null;
        }
        $values = WrittenFrom::content($content)->fields($brief->pay->currency);
        // bands are full-time years; a brief may state its pay otherwise
        $own = ['payFrom' => $brief->pay->yearFrom()?->minor, 'payTo' => $brief->pay->yearTo()?->minor];
        $own += $brief->toArray();
        $kept = [];
        foreach ($values as $field => $value) {
            $kept[$field] = $own[$field] === $value;
        }

        return new ComparedProfile(
            $head->id, $content->title, $content->level, (int) $origin->profileVersion, $head->version, $values, $kept,
        );
    }

    /**
     * The brief with some fields as the profile has them; pay always as a range.
     *
     * @param list<string> $fields
     */
    public function restore(Brief $brief, ComparedProfile $profile, array $fields): Brief
    {
        if ([] !== array_intersect($fields, self::PAY)) {
            $fields = [...$fields, ...self::PAY];
        }
        $taken = array_intersect_key($profile->values, array_flip($fields));
        foreach (self::PAY as $field) {
            if (\is_int($taken[$field] ?? null)) {
                $year = new Money($taken[$field], $brief->pay->currency);
                $taken[$field] = $brief->pay->terms()->stated($year)->minor;
            }
        }

        return $brief->with($taken);
    }
}
