<?php

declare(strict_types=1);

namespace Jorvent\Core\Screening;

/**
 * A screening question. $weight is its share of 100; a question of weight 0 is not scored.
 *
 * Yes/no and single choice earn the points of the answer (0 to 100), multiple choice the sum of those chosen, at most 100; a number earns by how far it comes towards $enough,
 * a date everything up to $latest and nothing after. Texts are marked by hand.
 * A knock-out fails a chosen answer that is not among $accept (multiple: none is), a number below $least or above $most, a date after $latest. Numbers are whole.
 * A question that is $off is being written: nobody is asked it and it counts for nothing.
 * Answers are text: the key of an option, several keys a line each, digits, a day as 2026-03-01.
 */
final readonly class Question
{
    public const LANGUAGES = ['en', 'nb', 'pl'];
    public const MAX_NUMBER_DIGITS = 6;

    /**
     * @param array<string, string> $texts  by language
     * @param list<Option>          $options
     * @param list<string>          $accept keys of the answers that go on
     * @param string|null           $latest a day
     */
    public function __construct(
        public string $id,
        public array $texts,
        public QuestionKind $kind,
        public int $weight = 0,
        public bool $required = true,
        public array $options = [],
        public bool $knockOut = false,
        public array $accept = [],
        public ?int $enough = null,
        public ?int $least = null,
        public ?int $most = null,
        public ?string $latest = null,
        public ?Condition $showIf = null,
        public bool $locked = false,
        public bool $off = false,
    ) {
    }

    /** @param array<string, string> $texts the asked language, else English, else whichever there is */
    public static function inLanguage(array $texts, string $language): string
    {
        foreach ([$texts[$language] ?? '', $texts['en'] ?? '', ...array_values($texts)] as $text) {
            if ('' !== $text) {
                return $text;
            }
        }

        return '';
    }

    public function text(string $language): string
    {
        return self::inLanguage($this->texts, $language);
    }

    /** @return list<string> the keys one can pick, empty for free answers */
    public function choices(): array
    {
        return $this->kind->isChosen() ? array_map(static fn (Option $o): string => $o->key, $this->options) : [];
    }

    /** @return list<string> */
    public function picked(string $answer): array
    {
        return QuestionKind::Multiple === $this->kind ? array_values(array_filter(explode("\n", $answer), static fn (string $k): bool => '' !== $k)) : [$answer];
    }

    /** The answer as people read it. */
    public function said(string $answer, string $language): string
    {
        $texts = [];
        foreach ($this->options as $option) {
            $texts[$option->key] = $option->text($language);
        }

        return $this->kind->isChosen() ? implode(', ', array_map(static fn (string $k): string => $texts[$k] ?? $k, $this->picked($answer))) : $answer;
    }

    /** @return int|null points of 100; null when a person has to mark it */
    public function points(string $answer): ?int
    {
        $points = [];
        foreach ($this->options as $option) {
            $points[$option->key] = $option->points;
        }

        return match ($this->kind) {
            QuestionKind::Short, QuestionKind::Long => '' === $answer ? 0 : null,
            QuestionKind::Number => '' === $answer || null === $this->enough || $this->enough <= 0 ? 0 : max(0, min(100, intdiv(100 * (int) $answer, $this->enough))),
            QuestionKind::Date => '' !== $answer && (null === $this->latest || $answer <= $this->latest) ? 100 : 0,
            default => min(100, array_sum(array_map(static fn (string $k): int => $points[$k] ?? 0, $this->picked($answer)))),
        };
    }

    public function fails(string $answer): bool
    {
        if (!$this->knockOut || '' === $answer) {
            return false;
        }

        return match ($this->kind) {
            QuestionKind::Short, QuestionKind::Long => false,
            QuestionKind::Number => (null !== $this->least && (int) $answer < $this->least) || (null !== $this->most && (int) $answer > $this->most),
            QuestionKind::Date => null !== $this->latest && $answer > $this->latest,
            default => [] === array_intersect($this->picked($answer), $this->accept),
        };
    }

    /** @param array<array-key, mixed> $a as toArray() gives it */
    public static function fromArray(array $a): self
    {
        $int = static fn (string $f): ?int => \is_int($a[$f] ?? null) ? $a[$f] : null;
        $options = [];
        foreach (\is_array($a['options'] ?? null) ? $a['options'] : [] as $option) {
            if (\is_array($option) && \is_string($option['key'] ?? null)) {
                $options[] = new Option($option['key'], self::texts($option['texts'] ?? []), \is_int($option['points'] ?? null) ? $option['points'] : 0);
            }
        }
        $if = $a['showIf'] ?? null;

        return new self(
            \is_string($a['id'] ?? null) ? $a['id'] : '', self::texts($a['texts'] ?? []), QuestionKind::tryFrom(\is_string($a['kind'] ?? null) ? $a['kind'] : '') ?? QuestionKind::Long, $int('weight') ?? 0, (bool) ($a['required'] ?? true), $options, (bool) ($a['knockOut'] ?? false), self::strings($a['accept'] ?? []),
            $int('enough'), $int('least'), $int('most'), \is_string($a['latest'] ?? null) ? $a['latest'] : null,
            \is_array($if) && \is_string($if['question'] ?? null) ? new Condition($if['question'], self::strings($if['keys'] ?? []), \is_string($if['least'] ?? null) ? $if['least'] : null, \is_string($if['most'] ?? null) ? $if['most'] : null) : null, (bool) ($a['locked'] ?? false), (bool) ($a['off'] ?? false),
        );
    }

    /** @return array<string, mixed> options and texts as lists, for their order is the order shown and a JSON object keeps none */
    public function toArray(): array
    {
        return [
            'id' => $this->id, 'texts' => self::pairs($this->texts), 'kind' => $this->kind->value, 'weight' => $this->weight, 'required' => $this->required,
            'options' => array_map(static fn (Option $o): array => ['key' => $o->key, 'texts' => self::pairs($o->texts), 'points' => $o->points], $this->options), 'knockOut' => $this->knockOut, 'accept' => $this->accept,
            'enough' => $this->enough, 'least' => $this->least, 'most' => $this->most, 'latest' => $this->latest,
            'showIf' => null === $this->showIf ? null : ['question' => $this->showIf->question, 'keys' => $this->showIf->keys, 'least' => $this->showIf->least, 'most' => $this->showIf->most], 'locked' => $this->locked, 'off' => $this->off,
        ];
    }

    public function weighing(int $weight): self
    {
        return self::fromArray([...$this->toArray(), 'weight' => $weight]);
    }

    /** @return array<string, string> */
    private static function texts(mixed $pairs): array
    {
        $texts = [];
        foreach (\is_array($pairs) ? $pairs : [] as $pair) {
            if (\is_array($pair) && \is_string($pair[0] ?? null) && \is_string($pair[1] ?? null)) {
                $texts[$pair[0]] = $pair[1];
            }
        }

        return $texts;
    }

    /**
     * @param array<string, string> $texts
     *
     * @return list<array{string, string}>
     */
    private static function pairs(array $texts): array
    {
        return array_map(static fn (string $l, string $t): array => [$l, $t], array_keys($texts), array_values($texts));
    }

    /** @return list<string> */
    private static function strings(mixed $values): array
    {
        return array_values(array_filter(\is_array($values) ? $values : [], is_string(...)));
    }
}
