<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Jorvent\Core\Shared\Refusal;

/** What a version of a role profile says. Bands are whole units of a full-time year by currency; the description is sanitised HTML. */
final readonly class ProfileContent
{
    public const FIELDS = ['title', 'level', 'family', 'summary', 'description', 'musts', 'wishes', 'yearsFrom', 'yearsTo', 'education', 'bands', 'benefits', 'competencies', 'interviewQuestions', 'questions'];

    /**
     * @param list<string>                       $musts
     * @param list<string>                       $wishes
     * @param array<string, array{int, int}>     $bands
     * @param list<string>                       $benefits
     * @param list<array<array-key, mixed>>      $competencies       name, low, middle, high: behavioural anchors at 1, 3 and 5
     * @param list<string>                       $interviewQuestions
     * @param list<array<array-key, mixed>>      $questions          as Question::toArray() gives them
     */
    public function __construct(public string $title, public string $level, public int $family, public string $summary, public string $description, public array $musts, public array $wishes, public ?int $yearsFrom, public ?int $yearsTo, public ?string $education, public array $bands, public array $benefits, public array $competencies, public array $interviewQuestions, public array $questions)
    {
    }

    /** @return list<Refusal> */
    public function blockers(): array
    {
        $refusals = array_values(array_filter([
            '' === $this->title ? new Refusal('title', 'missing') : null,
            null !== $this->yearsFrom && ($this->yearsFrom < 0 || $this->yearsFrom > 60) ? new Refusal('yearsFrom', 'years_out_of_range') : null,
            null !== $this->yearsTo && ($this->yearsTo < ($this->yearsFrom ?? 0) || $this->yearsTo > 60) ? new Refusal('yearsTo', 'years_upside_down') : null,
        ]));
        foreach ($this->bands as $currency => [$from, $to]) {
            if ($from <= 0 || $to <= $from) {
                $refusals[] = new Refusal('bands', 'band_upside_down', ['currency' => $currency]);
            }
        }

        return $refusals;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $bands = $this->bands;
        ksort($bands);

        return [
            'title' => $this->title, 'level' => $this->level, 'family' => $this->family, 'summary' => $this->summary, 'description' => $this->description, 'musts' => $this->musts, 'wishes' => $this->wishes, 'yearsFrom' => $this->yearsFrom, 'yearsTo' => $this->yearsTo, 'education' => $this->education,
            'bands' => $bands, 'benefits' => $this->benefits, 'competencies' => $this->competencies, 'interviewQuestions' => $this->interviewQuestions, 'questions' => $this->questions,
        ];
    }

    /** @return array<string, mixed> by column of role_profile */
    public function columns(): array
    {
        $a = $this->toArray();

        return [
            'title' => $a['title'], 'level' => $a['level'], 'family_id' => $a['family'], 'summary' => $a['summary'], 'description' => $a['description'], 'musts' => $a['musts'], 'wishes' => $a['wishes'], 'years_from' => $a['yearsFrom'], 'years_to' => $a['yearsTo'], 'education' => $a['education'],
            'bands' => [] === $this->bands ? new \stdClass() : $a['bands'], 'benefits' => $a['benefits'], 'competencies' => $a['competencies'], 'interview_questions' => $a['interviewQuestions'], 'questions' => $a['questions'],
        ];
    }

    /** @param array<array-key, mixed> $a */
    public static function fromArray(array $a): self
    {
        $text = static fn (string $f): string => \is_string($a[$f] ?? null) ? $a[$f] : '';
        $int = static fn (string $f): ?int => \is_int($a[$f] ?? null) ? $a[$f] : null;
        $strings = static fn (string $f): array => array_values(array_filter(\is_array($a[$f] ?? null) ? $a[$f] : [], is_string(...)));
        $objects = static fn (string $f): array => array_values(array_filter(\is_array($a[$f] ?? null) ? $a[$f] : [], is_array(...)));
        $bands = [];
        foreach (\is_array($a['bands'] ?? null) ? $a['bands'] : [] as $currency => $band) {
            if (\is_array($band) && \is_int($band[0] ?? null) && \is_int($band[1] ?? null)) {
                $bands[(string) $currency] = [$band[0], $band[1]];
            }
        }
        ksort($bands);

        return new self($text('title'), $text('level'), $int('family') ?? 0, $text('summary'), $text('description'), $strings('musts'), $strings('wishes'), $int('yearsFrom'), $int('yearsTo'), '' === $text('education') ? null : $text('education'), $bands, $strings('benefits'), $objects('competencies'), $strings('interviewQuestions'), $objects('questions'));
    }
}
