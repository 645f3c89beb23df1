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
    /** Points and weights are out of so many. */
    private const FULL = 100;

    public function __construct(private Input $input, private Question $old)
    {
    }

    /** @param bool $another with one more answer to choose */
    public function question(bool $another): Question
    {
        $input = $this->input;
        $options = $this->options();
        if ($another && $this->takesAnother($options)) {
            $options[] = new Option('o'.bin2hex(random_bytes(3)), []);
        }
        $stops = $input->map('stops');
        $keys = array_map(static fn (Option $option): string => $option->key, $options);

        return new Question(
            id: $this->old->id,
            texts: $this->texts(),
            kind: $this->old->kind,
            weight: min(self::FULL, max(0, $input->int('weight') ?? $this->old->weight)),
            required: $input->has('required'),
            options: $options,
            knockOut: $input->has('knock_out') || [] !== $stops,
            accept: array_values(array_filter($keys, static fn (string $key): bool => !isset($stops[$key]))),
            enough: $input->int('enough'),
            least: $input->int('least'),
            most: $input->int('most'),
            latest: $input->day('latest')?->format('Y-m-d'),
            showIf: $this->condition(),
            locked: $this->old->locked,
            off: !$input->has('asked'),
        );
    }

    /** @return array<string, string> by language */
    private function texts(): array
    {
        $typed = array_intersect_key($this->input->map('text'), array_flip(Question::LANGUAGES));
        $texts = array_filter($typed, static fn (string $text): bool => '' !== $text);

        return [] === $texts ? ['en' => ''] : $texts;
    }

    /** When it is shown only after some answers to an earlier question. */
    private function condition(): ?Condition
    {
        $on = $this->input->line('if_question');
        if ('' === $on) {
            return null;
        }
        $chosen = explode("\n", $this->input->answers('if_keys')[$on] ?? '');
        $keys = array_values(array_filter($chosen, static fn (string $key): bool => '' !== $key));

        [$least, $most] = [$this->input->line('if_least'), $this->input->line('if_most')];

        return new Condition($on, $keys, '' === $least ? null : $least, '' === $most ? null : $most);
    }

    /** @param list<Option> $options */
    private function takesAnother(array $options): bool
    {
        $kind = $this->old->kind;

        return $kind->isChosen() && QuestionKind::YesNo !== $kind && \count($options) < self::MOST_OPTIONS;
    }

    /** @return list<Option> those there were, as they are now, without those left out */
    private function options(): array
    {
        $points = $this->input->map('points');
        $gone = $this->input->map('gone');
        $texts = [];
        foreach (Question::LANGUAGES as $language) {
            $texts[$language] = $this->input->map('option_'.$language);
        }
        $options = [];
        foreach ($this->old->options as $option) {
            if (isset($gone[$option->key])) {
                continue;
            }
            $typed = array_map(static fn (array $of): string => $of[$option->key] ?? '', $texts);
            $own = array_filter($typed, static fn (string $text): bool => '' !== $text);
            $worth = max(0, min(self::FULL, (int) ($points[$option->key] ?? $option->points)));
            $options[] = new Option($option->key, [] === $own ? $option->texts : $own, $worth);
        }

        return $options;
    }
}
