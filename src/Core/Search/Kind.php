<?php

declare(strict_types=1);

namespace Jorvent\Core\Search;

/** What a criterion looks at. */
enum Kind: string
{
    case Years = 'years';
    case Title = 'title';
    case Employer = 'employer';
    case Work = 'work';
    case Industry = 'industry';
    case Place = 'place';
    case Remote = 'remote';
    case Pay = 'pay';
    case Notice = 'notice';
    case FirstDay = 'first_day';
    case Permit = 'permit';
    case Level = 'level';
    case Field = 'field';
    case School = 'school';
    case Mode = 'mode';
    case Finished = 'finished';
    case Language = 'language';
    case Certificate = 'certificate';
    case Active = 'active';
    case Considers = 'considers';
    case Chance = 'chance';
    case Tag = 'tag';
    case Written = 'written';
    case Barred = 'barred';
    case Pipeline = 'pipeline';
    case SetAside = 'set_aside';
    case OneJob = 'one_job';
    case OneStudy = 'one_study';

    public const LEVELS = ['upper_secondary' => 1, 'vocational' => 2, 'bachelor' => 3, 'master' => 4, 'doctorate' => 5];
    public const LANGUAGE_LEVELS = ['A1' => 1, 'A2' => 2, 'B1' => 3, 'B2' => 4, 'C1' => 5, 'C2' => 6];

    /** A part of one job: it may be tied, and asked about when. */
    public function ofJob(): bool
    {
        return \in_array($this, [self::Title, self::Employer, self::Work, self::Industry], true);
    }

    /** A part of one study. */
    public function ofStudy(): bool
    {
        return \in_array($this, [self::Level, self::Field, self::School, self::Mode, self::Finished], true);
    }

    /** @return bool its values are free words, matched as phrases */
    public function ofWords(): bool
    {
        return \in_array($this, [self::Title, self::Employer, self::Field, self::School, self::Certificate], true);
    }

    /** One of its values is enough, and each is counted as an alternative. */
    public function hasValues(): bool
    {
        return \in_array($this, [self::Title, self::Employer, self::Work, self::Industry, self::Place, self::Permit, self::Field, self::School, self::Mode, self::Language, self::Certificate, self::Tag, self::Pipeline, self::SetAside], true);
    }

    /** What one step wider is, for those that have steps: years, km, hundredths of the amount, days, months or percent. */
    public function step(): ?int
    {
        return match ($this) {
            self::Years, self::Finished, self::Level => 1,
            self::Place => 20,
            self::Pay => 5,
            self::Notice, self::FirstDay => 30,
            self::Active, self::Considers => 3,
            self::Chance => 10,
            default => null,
        };
    }
}
