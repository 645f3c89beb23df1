<?php

declare(strict_types=1);

namespace Jorvent\Screening\Form;

use Jorvent\Core\Screening\Condition;
use Jorvent\Core\Screening\Option;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;

/** One question as typed into the builder. */
final class QuestionInput
{
    private const MOST_OPTIONS = 20;
    /** Points and weights are out of so many. */
    private const FULL = 100;

    /** @var array<string, string|null> by language */
    public array $text;
    public bool $asked;
    public bool $required;
    public bool $knockOut;
    public ?int $weight;
    public ?int $enough;
    public ?int $least;
    public ?int $most;
    public ?\DateTimeImmutable $latest;
    /** @var array<string, OptionInput> by key */
    public array $options = [];
    public ?string $ifQuestion;
    /** @var array<string, list<string>> keys chosen, by earlier question */
    public array $ifKeys = [];
    public ?string $ifLeast;
    public ?string $ifMost;
    public ?string $name = null;

    public function __construct(private readonly Question $old)
    {
        $this->text = $old->texts;
        [$this->asked, $this->required, $this->knockOut] = [!$old->off, $old->required, $old->knockOut];
        [$this->weight, $this->enough] = [$old->weight, $old->enough];
        [$this->least, $this->most] = [$old->least, $old->most];
        $this->latest = null === $old->latest ? null : new \DateTimeImmutable($old->latest);
        foreach ($old->options as $option) {
            $stops = $old->knockOut && !\in_array($option->key, $old->accept, true);
            $this->options[$option->key] = OptionInput::of($option, $stops);
        }
        $this->ifQuestion = $old->showIf?->question;
        [$this->ifLeast, $this->ifMost] = [$old->showIf?->least, $old->showIf?->most];
        if (null !== $old->showIf) {
            $this->ifKeys[$old->showIf->question] = $old->showIf->keys;
        }
    }

    /**
     * @param bool $another with one more answer to choose
     *
     * @throws Refused at weight, or at the points of an answer
     */
    public function question(bool $another): Question
    {
        Refused::unlessEmpty($this->outOfRange());
        $options = $this->options();
        if ($another && $this->takesAnother($options)) {
            $options[] = new Option('o'.bin2hex(random_bytes(3)), []);
        }
        $stops = array_filter($this->options, static fn (OptionInput $option): bool => $option->stops);
        $keys = array_map(static fn (Option $option): string => $option->key, $options);

        return new Question(
            id: $this->old->id,
            texts: $this->texts(),
            kind: $this->old->kind,
            // an emptied field is no answer: what stood there stays
            weight: $this->weight ?? $this->old->weight,
            required: $this->required,
            options: $options,
            knockOut: $this->isKnockOut($stops),
            accept: array_values(array_filter($keys, static fn (string $key): bool => !isset($stops[$key]))),
            enough: $this->enough,
            least: $this->least,
            most: $this->most,
            latest: $this->latest?->format('Y-m-d'),
            showIf: $this->condition(),
            locked: $this->old->locked,
            off: !$this->asked,
        );
    }

    /**
     * Answers that can be chosen stop by themselves; a number or a day stops only when that is ticked.
     *
     * @param array<string, OptionInput> $stops
     */
    private function isKnockOut(array $stops): bool
    {
        return $this->old->kind->isChosen() ? [] !== $stops : $this->knockOut;
    }

    /** @return list<Refusal> */
    private function outOfRange(): array
    {
        $refusals = [];
        if (self::isOut($this->weight)) {
            $refusals[] = new Refusal('weight', 'weight_out_of_range');
        }
        foreach ($this->options as $key => $option) {
            if (self::isOut($option->points)) {
                $refusals[] = new Refusal('options.'.$key.'.points', 'points_out_of_range');
            }
        }

        return $refusals;
    }

    private static function isOut(?int $share): bool
    {
        return null !== $share && ($share < 0 || $share > self::FULL);
    }

    /** @return array<string, string> by language */
    private function texts(): array
    {
        $texts = array_filter($this->text, static fn (?string $text): bool => null !== $text && '' !== $text);

        return [] === $texts ? ['en' => ''] : $texts;
    }

    /** When it is shown only after some answers to an earlier question. */
    private function condition(): ?Condition
    {
        $on = $this->ifQuestion;

        return null === $on ? null : new Condition(
            $on, array_values($this->ifKeys[$on] ?? []), $this->ifLeast, $this->ifMost,
        );
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
        $options = [];
        foreach ($this->old->options as $option) {
            $typed = $this->options[$option->key];
            if (!$typed->gone) {
                $options[] = $typed->typed($option);
            }
        }

        return $options;
    }
}
