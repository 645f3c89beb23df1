<?php

declare(strict_types=1);

namespace Jorvent\Interviews\Web;

use Jorvent\Core\Calendar\Attendee;
use Jorvent\Core\Scorecards\CompetencyLine;
use Jorvent\Core\Scorecards\Rating;
use Jorvent\Core\Shared\Interval;
use Jorvent\Drawing\DayStrip;
use Jorvent\Drawing\DotRow;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFunction;

/** Marks side by side and hours that fit, drawn. */
final readonly class InterviewTwig
{
    public function __construct(private TranslatorInterface $words)
    {
    }

    /** @param list<array{id: int, letter: string, name: string, ...}> $raters */
    #[AsTwigFunction('dot_row', isSafe: ['html'])]
    public function dotRow(CompetencyLine $line, array $raters): string
    {
        $letters = array_column($raters, 'letter', 'id');
        $names = array_column($raters, 'name', 'id');
        $said = array_map(static fn (Rating $r): string => ($names[(int) $r->rater] ?? '').' '.$r->value, $line->ratings);

        return DotRow::draw(array_map(static fn (Rating $r): array => ['letter' => $letters[(int) $r->rater] ?? '?', 'value' => $r->value], $line->ratings), $line->mean(), $line->differs(), $line->competency.': '.([] === $said ? $this->words->trans('nobody yet') : implode(', ', $said)));
    }

    /** @param list<Interval> $slots */
    #[AsTwigFunction('day_strip', isSafe: ['html'])]
    public function dayStrip(Attendee $attendee, Interval $day, array $slots, string $name): string
    {
        $free = \count(array_filter($slots, static fn (Interval $s): bool => $day->contains($s)));

        return DayStrip::draw($attendee, $day, $slots, $this->words->trans('strip.label', ['%name%' => $name, '%count%' => $free]));
    }

    #[AsTwigFunction('hour_scale', isSafe: ['html'])]
    public function hourScale(): string
    {
        return DayStrip::scale();
    }
}
