<?php

declare(strict_types=1);

namespace Jorvent\Catalogue\Form;

use Jorvent\Catalogue\ProfileContent;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Text\RichText;
use Jorvent\Platform\Web\Form\Choice;

/** A role profile as it is typed, and the version that was read. */
final class ProfileInput
{
    /** Rows for competencies beyond those there are. */
    private const MORE_COMPETENCIES = 2;

    public ?string $title = null;
    public ?string $level = null;
    public ?Choice $family = null;
    public ?string $summary = null;
    public ?string $musts = null;
    public ?string $wishes = null;
    public ?int $yearsFrom = null;
    public ?int $yearsTo = null;
    public ?string $education = null;
    /** @var array<string, BandInput> by currency */
    public array $bands = [];
    public ?string $benefits = null;
    public ?string $interviewQuestions = null;
    /** @var array<int, array<string, string|null>> */
    public array $competencies = [];
    public ?string $description = null;
    public ?string $version = null;
    public ?string $note = null;

    /**
     * @param list<Choice> $families
     * @param list<string> $currencies that sites pay in
     */
    public static function of(ProfileContent $content, ?int $version, array $families, array $currencies): self
    {
        $input = new self();
        [$input->title, $input->level, $input->summary] = [$content->title, $content->level, $content->summary];
        $input->family = Choice::in($families, $content->family);
        [$input->musts, $input->wishes] = [self::joined($content->musts), self::joined($content->wishes)];
        [$input->yearsFrom, $input->yearsTo] = [$content->yearsFrom, $content->yearsTo];
        $input->education = $content->education;
        foreach (array_unique([...$currencies, ...array_keys($content->bands)]) as $currency) {
            [$from, $to] = $content->bands[$currency] ?? [null, null];
            $input->bands[$currency] = new BandInput($currency, self::amount($from), self::amount($to));
        }
        $input->benefits = self::joined($content->benefits);
        $input->interviewQuestions = self::joined($content->interviewQuestions);
        foreach ([...$content->competencies, ...array_fill(0, self::MORE_COMPETENCIES, [])] as $competency) {
            $text = static fn (string $field): ?string => \is_string($competency[$field] ?? null) ? $competency[$field] : null;
            $input->competencies[] = array_combine(CompetencyType::FIELDS, array_map($text, CompetencyType::FIELDS));
        }
        $input->description = $content->description;
        $input->version = (string) $version;

        return $input;
    }

    /**
     * @param list<array<array-key, mixed>> $questions which are written elsewhere
     *
     * @throws Refused at bands, when an amount is none
     */
    public function content(RichText $rich, array $questions): ProfileContent
    {
        $bands = [];
        foreach ($this->bands as $currency => $band) {
            if (!$band->isEmpty()) {
                $bands[$currency] = $band->units();
            }
        }

        return new ProfileContent(
            $this->title ?? '',
            $this->level ?? '',
            $this->family->id ?? 0,
            $this->summary ?? '',
            $rich->clean($this->description ?? ''),
            self::lines($this->musts),
            self::lines($this->wishes),
            $this->yearsFrom,
            $this->yearsTo,
            $this->education,
            $bands,
            self::lines($this->benefits),
            $this->namedCompetencies(),
            self::lines($this->interviewQuestions),
            $questions,
        );
    }

    /** @return list<array<string, string>> */
    private function namedCompetencies(): array
    {
        $named = array_filter($this->competencies, static fn (array $c): bool => '' !== trim($c['name'] ?? ''));

        return array_values(array_map(
            static fn (array $c): array => array_map(static fn (?string $text): string => $text ?? '', $c),
            $named,
        ));
    }

    /** @param list<string> $lines */
    private static function joined(array $lines): string
    {
        return implode("\n", $lines);
    }

    /** @return list<string> */
    private static function lines(?string $text): array
    {
        $lines = array_map(trim(...), explode("\n", $text ?? ''));

        return array_values(array_filter($lines, static fn (string $line): bool => '' !== $line));
    }

    private static function amount(?int $units): ?string
    {
        return null === $units ? null : number_format($units, 0, '.', ' ');
    }
}
