<?php

declare(strict_types=1);

namespace Jorvent\Core\Screening;

/**
 * A screening question. $weight is its share of 100; a question of weight 0 is not scored. Yes/no and single choice earn by option
 * (points 0 to 100 per option), a number by how far it comes towards $enough. An answer among $stops fails a knock-out question.
 */
final readonly class Question
{
    /**
     * @param array<string, int> $options points of 100 by option text; for yes/no the keys "yes" and "no"
     * @param list<string>       $stops
     */
    public function __construct(
        public string $id,
        public string $text,
        public QuestionKind $kind,
        public int $weight = 0,
        public bool $required = true,
        public array $options = [],
        public array $stops = [],
        public ?int $enough = null,
    ) {
    }

    public function isKnockOut(): bool
    {
        return [] !== $this->stops;
    }

    /** @return list<string> the answers one can pick, empty for free ones */
    public function choices(): array
    {
        return match ($this->kind) {
            QuestionKind::YesNo => ['yes', 'no'],
            QuestionKind::Single => array_map(strval(...), array_keys($this->options)),
            default => [],
        };
    }

    /** @return int|null points of 100, null when the answer earns none by nature or was not given */
    public function points(?string $answer): ?int
    {
        if (null === $answer || '' === $answer || QuestionKind::Text === $this->kind) {
            return null;
        }
        if (QuestionKind::Number === $this->kind) {
            return null === $this->enough || $this->enough <= 0 ? null : max(0, min(100, intdiv(100 * (int) $answer, $this->enough)));
        }

        return $this->options[$answer] ?? 0;
    }

    /** @param array{id?: mixed, text?: mixed, kind?: mixed, weight?: mixed, required?: mixed, options?: mixed, stops?: mixed, enough?: mixed} $data */
    public static function fromArray(array $data): self
    {
        $options = [];
        foreach (\is_array($data['options'] ?? null) ? $data['options'] : [] as $pair) {
            if (\is_array($pair) && \is_string($pair[0] ?? null)) {
                $options[$pair[0]] = \is_int($pair[1] ?? null) ? $pair[1] : 0;
            }
        }
        $stops = array_values(array_filter(\is_array($data['stops'] ?? null) ? $data['stops'] : [], is_string(...)));

        return new self(
            \is_string($data['id'] ?? null) ? $data['id'] : '',
            \is_string($data['text'] ?? null) ? $data['text'] : '',
            QuestionKind::tryFrom(\is_string($data['kind'] ?? null) ? $data['kind'] : '') ?? QuestionKind::Text,
            \is_int($data['weight'] ?? null) ? $data['weight'] : 0,
            (bool) ($data['required'] ?? true),
            $options,
            $stops,
            \is_int($data['enough'] ?? null) ? $data['enough'] : null,
        );
    }

    /** @return array{id: string, text: string, kind: string, weight: int, required: bool, options: list<array{string, int}>, stops: list<string>, enough: int|null} options as pairs, for their order is the order shown and a JSON object keeps none */
    public function toArray(): array
    {
        return ['id' => $this->id, 'text' => $this->text, 'kind' => $this->kind->value, 'weight' => $this->weight, 'required' => $this->required, 'options' => array_map(static fn (string|int $text, int $points): array => [(string) $text, $points], array_keys($this->options), $this->options), 'stops' => $this->stops, 'enough' => $this->enough];
    }
}
