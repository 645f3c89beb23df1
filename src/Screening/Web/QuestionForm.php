<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Core\Screening\Condition;
use Jorvent\Core\Screening\Option;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Platform\Web\Input;

/** One question as typed into the builder. */
final readonly class QuestionForm
{
    private const MOST_OPTIONS = 20;

    public function __construct(private Input $input, private Question $old)
    {
    }

    /** @param bool $another with one more answer to choose */
    public function question(bool $another): Question
    {
        $input = $this->input;
        $texts = array_filter(array_intersect_key($input->map('text'), array_flip(Question::LANGUAGES)), static fn (string $t): bool => '' !== $t);
        $options = $this->options();
        if ($another && $this->old->kind->isChosen() && QuestionKind::YesNo !== $this->old->kind && \count($options) < self::MOST_OPTIONS) {
            $options[] = new Option('o'.bin2hex(random_bytes(3)), []);
        }
        $stops = $input->map('stops');
        $on = $input->line('if_question');
        $keys = [] === $input->answers('if_keys') ? [] : array_values(array_filter(explode("\n", $input->answers('if_keys')[$on] ?? ''), static fn (string $k): bool => '' !== $k));

        return new Question(
            $this->old->id, [] === $texts ? ['en' => ''] : $texts, $this->old->kind, min(100, max(0, $input->int('weight') ?? $this->old->weight)), $input->has('required'), $options, $input->has('knock_out') || [] !== $stops,
            array_values(array_filter(array_map(static fn (Option $o): string => $o->key, $options), static fn (string $k): bool => !isset($stops[$k]))), $input->int('enough'), $input->int('least'), $input->int('most'), $input->day('latest')?->format('Y-m-d'),
            '' === $on ? null : new Condition($on, $keys, '' === $input->line('if_least') ? null : $input->line('if_least'), '' === $input->line('if_most') ? null : $input->line('if_most')), $this->old->locked, !$input->has('asked'),
        );
    }

    /** @return list<Option> */
    private function options(): array
    {
        $points = $this->input->map('points');
        $texts = [];
        foreach (Question::LANGUAGES as $language) {
            $texts[$language] = $this->input->map('option_'.$language);
        }
        $gone = $this->input->map('gone');
        $options = [];
        foreach ($this->old->options as $option) {
            if (isset($gone[$option->key])) {
                continue;
            }
            $own = array_filter(array_map(static fn (array $t): string => $t[$option->key] ?? '', $texts), static fn (string $t): bool => '' !== $t);
            $options[] = new Option($option->key, [] === $own ? $option->texts : $own, max(0, min(100, (int) ($points[$option->key] ?? $option->points))));
        }

        return $options;
    }
}
