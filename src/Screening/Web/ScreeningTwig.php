<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Core\Screening\Question;
use Jorvent\Drawing\DotPlot;
use Jorvent\Drawing\WeightStrip;
use Symfony\Contracts\Translation\TranslatorInterface;
use Twig\Attribute\AsTwigFunction;

/** Weights of questions and marks of answers, drawn. */
final readonly class ScreeningTwig
{
    public function __construct(private TranslatorInterface $words)
    {
    }

    /** @param list<Question> $questions */
    #[AsTwigFunction('weight_strip', isSafe: ['html'])]
    public function weightStrip(array $questions, ?Question $open): string
    {
        $fields = array_map(static fn (Question $question): array => [
            'name' => $question->text('en'),
            'weight' => max(0, $question->weight),
            'on' => $question->id === $open?->id,
        ], $questions);
        $said = array_map(static fn (array $field): string => $field['name'].' '.$field['weight'], $fields);

        return WeightStrip::draw($fields, implode(', ', $said));
    }

    /** @param list<int> $scores */
    #[AsTwigFunction('score_dots', isSafe: ['html'])]
    public function scoreDots(array $scores): string
    {
        return DotPlot::draw($scores, 0, 100, null, $this->words->trans('scores.label', [
            '%count%' => \count($scores), '%low%' => min([...$scores, 100]), '%high%' => max([...$scores, 0]),
        ]));
    }
}
