<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

use Jorvent\Core\Query\Document;

/** All a search may look at of a person, in full values. Null is: not known. */
final readonly class Profile
{
    /** Of a longer list the newest count when things are tied to one. */
    public const STINTS = 24;
    public const STUDIES = 8;
    public const LICENCES = 12;

    /**
     * @param float|null            $years      of work, in all
     * @param list<Stint>           $stints     newest first
     * @param list<Study>           $studies
     * @param list<Licence>         $licences
     * @param array<string, int>    $languages  rank of Kind::LANGUAGE_LEVELS by ISO 639 code, 0 for a level not told
     * @param int|null              $expects    whole units of $currency for a full year
     * @param list<string>          $permits    countries one may work in (ISO 3166)
     * @param \DateTimeImmutable|null $considers the day they said they would consider a move
     * @param int                   $asked      letters that wanted an answer
     * @param int                   $answered   of these
     * @param list<string>          $tags       folded
     * @param list<string>          $pipelines  numbers of requisitions they are in
     * @param list<string>          $setAside   numbers of requisitions they were set aside for
     * @param bool                  $read        whether there is a resume at all
     * @param list<string>          $said       skills, certificates, fields of study, languages and what else is told outside of jobs, without who it is
     * @param int|null              $expectsEuro whole euro of a year, by the rate of the day they were indexed
     */
    public function __construct(
        public Document $document,
        public ?float $years = null,
        public array $stints = [],
        public array $studies = [],
        public array $licences = [],
        public array $languages = [],
        public ?string $town = null,
        public ?string $country = null,
        public ?bool $moves = null,
        public ?bool $remote = null,
        public ?int $expects = null,
        public string $currency = '',
        public ?int $notice = null,
        public ?\DateTimeImmutable $firstDay = null,
        public array $permits = [],
        public ?\DateTimeImmutable $active = null,
        public ?\DateTimeImmutable $considers = null,
        public int $asked = 0,
        public int $answered = 0,
        public ?\DateTimeImmutable $written = null,
        public ?\DateTimeImmutable $barredUntil = null,
        public array $tags = [],
        public array $pipelines = [],
        public array $setAside = [],
        public ?int $expectsEuro = null,
        public ?int $earnsEuro = null,
        public bool $read = true,
        public array $said = [],
    ) {
    }
}
