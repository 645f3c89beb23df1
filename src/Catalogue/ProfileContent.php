<?php

declare(strict_types=1);

namespace Jorvent\Catalogue;

use Jorvent\Core\Shared\Refusal;

/** What a version of a role profile says. */
final readonly class ProfileContent
{
    public const FIELDS = [
        'title', 'level', 'family', 'summary', 'description', 'musts', 'wishes', 'yearsFrom', 'yearsTo', 'education',
        'bands', 'benefits', 'competencies', 'interviewQuestions', 'questions',
    ];
    public const EDUCATION = ['upper_secondary', 'vocational', 'bachelor', 'master', 'doctorate'];
    private const MOST_YEARS = 60;

    public function __construct(
        public string $title,
        public string $level,
        /** a job family */
        public int $family,
        public string $summary,
        /** as HTML, cleaned */
        public string $description,
        /** @var list<string> */
        public array $musts,
        /** @var list<string> */
        public array $wishes,
        public ?int $yearsFrom,
        public ?int $yearsTo,
        public ?string $education,
        /** @var array<string, array{int, int}> whole units of a full-time year, from and to, by currency */
        public array $bands,
        /** @var list<string> */
        public array $benefits,
        /** @var list<array<array-key, mixed>> name, and low, middle, high: behaviour that is seen at 1, 3 and 5 */
        public array $competencies,
        /** @var list<string> */
        public array $interviewQuestions,
        /** @var list<array<array-key, mixed>> as Question::toArray() gives them */
        public array $questions,
    ) {
    }

    /** @return list<Refusal> at title, yearsFrom, yearsTo or bands */
    public function blockers(): array
    {
        $refusals = [
            ...'' === $this->title ? [new Refusal('title', 'missing')] : [],
            ...self::isYears($this->yearsFrom, 0) ? [] : [new Refusal('yearsFrom', 'years_out_of_range')],
            ...self::isYears($this->yearsTo, $this->yearsFrom ?? 0) ? [] : [new Refusal('yearsTo', 'years_upside_down')],
        ];
        foreach ($this->bands as $currency => [$from, $to]) {
            if ($from <= 0 || $to <= $from) {
                $refusals[] = new Refusal('bands', 'band_upside_down', ['currency' => $currency]);
            }
        }

        return $refusals;
    }

    /** @return array<string, mixed> by FIELDS */
    public function toArray(): array
    {
        $content = [];
        foreach (self::FIELDS as $field) {
            $content[$field] = $this->{$field};
        }
        $bands = $this->bands;
        ksort($bands);

        return ['bands' => $bands] + $content;
    }

    /** @param array<array-key, mixed> $kept as toArray() gives it; what is missing or of another kind is left out */
    public static function fromArray(array $kept): self
    {
        $text = static fn (string $field): string => \is_string($kept[$field] ?? null) ? $kept[$field] : '';
        $int = static fn (string $field): ?int => \is_int($kept[$field] ?? null) ? $kept[$field] : null;
        $list = static fn (string $field): array => \is_array($kept[$field] ?? null) ? $kept[$field] : [];
        $texts = static fn (string $field): array => array_values(array_filter($list($field), is_string(...)));
        $objects = static fn (string $field): array => array_values(array_filter($list($field), is_array(...)));

        return new self(
            $text('title'),
            $text('level'),
            $int('family') ?? 0,
            $text('summary'),
            $text('description'),
            $texts('musts'),
            $texts('wishes'),
            $int('yearsFrom'),
            $int('yearsTo'),
            '' === $text('education') ? null : $text('education'),
            self::bands($list('bands')),
            $texts('benefits'),
            $objects('competencies'),
            $texts('interviewQuestions'),
            $objects('questions'),
        );
    }

    private static function isYears(?int $years, int $least): bool
    {
        return null === $years || ($years >= $least && $years <= self::MOST_YEARS);
    }

    /**
     * @param array<array-key, mixed> $kept
     *
     * @return array<string, array{int, int}> by currency
     */
    private static function bands(array $kept): array
    {
        $bands = [];
        foreach ($kept as $currency => $band) {
            if (\is_array($band) && \is_int($band[0] ?? null) && \is_int($band[1] ?? null)) {
                $bands[(string) $currency] = [$band[0], $band[1]];
            }
        }
        ksort($bands);

        return $bands;
    }
}
