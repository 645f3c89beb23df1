<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Catalogue\ProfileContent;
use Jorvent\Catalogue\Read\ProfileHead;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Money;
use Jorvent\Organisation\SiteFacts;
use Jorvent\Requisitions\Brief\Brief;
use Jorvent\Requisitions\Brief\Team;
use Jorvent\Requisitions\Entity\Origin;

/** What a role profile gives to a requisition that is written from it. */
final readonly class WrittenFrom
{
    private function __construct(
        public ?ProfileContent $profile,
        public Origin $origin,
        public Questionnaire $questions,
    ) {
    }

    public static function nothing(): self
    {
        return new self(null, new Origin(), new Questionnaire([]));
    }

    public static function profile(ProfileHead $profile): self
    {
        $content = $profile->content;

        return new self(
            $content,
            new Origin($profile->id, $profile->version, $content->competencies),
            Questionnaire::fromArray($content->questions),
        );
    }

    /** Of a version that is not the newest. */
    public static function content(ProfileContent $content): self
    {
        return new self($content, new Origin(), new Questionnaire([]));
    }

    /**
     * A first draft.
     *
     * @param array<string, string> $dates of the brief
     */
    public function brief(int $unit, int $site, SiteFacts $place, Team $team, array $dates): Brief
    {
        return Brief::fromArray([
            ...$team->toArray(),
            ...$this->fields($place->currency),
            ...$dates,
            'positions' => 1,
            'currency' => $place->currency,
            'unit' => $unit,
            'site' => $site,
            'country' => $place->place->country,
        ]);
    }

    /**
     * The fields of a brief that a profile fills.
     *
     * @return array<string, mixed> as Brief::toArray() gives them; pay for full-time years
     */
    public function fields(string $currency): array
    {
        $profile = $this->profile;
        if (null === $profile) {
            return [];
        }
        $band = $profile->bands[$currency] ?? null;
        $minor = static fn (?int $units): ?int => null === $units ? null : Money::major($units, $currency)->minor;

        return [
            'title' => $profile->title,
            'internalTitle' => $profile->title.' '.$profile->level,
            'family' => $profile->family,
            'musts' => $profile->musts,
            'wishes' => $profile->wishes,
            'yearsFrom' => $profile->yearsFrom,
            'yearsTo' => $profile->yearsTo,
            'education' => $profile->education,
            'benefits' => $profile->benefits,
            'description' => $profile->description,
            'payFrom' => $minor($band[0] ?? null),
            'payTo' => $minor($band[1] ?? null),
        ];
    }
}
