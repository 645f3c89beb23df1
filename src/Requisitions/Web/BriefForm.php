<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Input;
use Jorvent\Requisitions\Brief;
use Jorvent\Requisitions\Entity\Requisition;

/** What was typed into a brief, turned into one; what can not be read is refused at its field and what was typed stays. */
final class BriefForm
{
    public const QUESTIONS = 5;

    /** @var list<Refusal> */
    public array $refusals = [];

    public function __construct(private readonly Input $input, private readonly Requisition $requisition, private readonly Db $db)
    {
    }

    public function brief(): Brief
    {
        $old = $this->requisition->brief();
        $input = $this->input;
        $site = $this->known('site', 'site', $old->site);
        $currency = $this->db->row('SELECT currency FROM site WHERE id = :id', ['id' => $site])?->str('currency') ?? $old->currency;

        return new Brief(
            $input->line('title'), $this->known('unit', 'org_unit', $old->unit), $site, $this->number('positions'),
            \in_array($input->line('employment'), Brief::EMPLOYMENTS, true) ? $input->line('employment') : $old->employment,
            $this->known('manager', 'account', $old->manager), $this->known('recruiter', 'account', $old->recruiter), $currency, $this->money('payFrom', $currency), $this->money('payTo', $currency),
            $this->day('openedOn'), $this->day('targetOn'), $this->number('yearsFrom'), $input->lines('musts'), $input->lines('wishes'), '' === $input->line('category') ? null : $input->line('category'), $input->text('description'), $this->questions(),
        );
    }

    private function questions(): Questionnaire
    {
        $text = $this->input->map('question_text');
        $kind = $this->input->map('question_kind');
        $weight = $this->input->map('question_weight');
        $stops = $this->input->map('question_stops');
        $options = $this->input->map('question_options');
        $questions = [];
        foreach ($text as $id => $written) {
            if ('' === $written || \count($questions) >= self::QUESTIONS) {
                continue;
            }
            $type = QuestionKind::tryFrom($kind[$id] ?? '') ?? QuestionKind::YesNo;
            $enough = QuestionKind::Number === $type ? max(1, (int) ($options[$id] ?? '1')) : null;
            $points = match ($type) {
                QuestionKind::YesNo => ['yes' => 100, 'no' => 0],
                QuestionKind::Single => self::options($options[$id] ?? ''),
                default => [],
            };
            $questions[] = new Question(mb_substr((string) preg_replace('/[^a-z0-9]/', '', $id), 0, 20) ?: 'q'.\count($questions), $written, $type, QuestionKind::Text === $type ? 0 : max(0, min(100, (int) ($weight[$id] ?? '0'))), true, $points, QuestionKind::YesNo === $type && isset($stops[$id]) ? ['no'] : [], $enough);
        }

        return new Questionnaire($questions);
    }

    /** @return array<string, int> "Yes 100" per line gives the answer and its points */
    private static function options(string $text): array
    {
        $options = [];
        foreach (explode("\n", $text) as $line) {
            if (1 === preg_match('/^(.+?)\s*[=:\s]\s*(\d{1,3})$/u', trim($line), $m)) {
                $options[$m[1]] = min(100, (int) $m[2]);
            } elseif ('' !== trim($line)) {
                $options[trim($line)] = 0;
            }
        }

        return $options;
    }

    private function number(string $name): ?int
    {
        $value = $this->input->int($name);
        if (null === $value && '' !== $this->input->line($name)) {
            $this->refusals[] = new Refusal($name, 'not_a_number');
        }

        return $value;
    }

    private function day(string $name): ?\DateTimeImmutable
    {
        $day = $this->input->day($name);
        if (null === $day && '' !== $this->input->line($name)) {
            $this->refusals[] = new Refusal($name, 'not_a_day');
        }

        return $day;
    }

    private function money(string $name, string $currency): ?Money
    {
        $money = Money::parse($this->input->line($name), $currency);
        if (null === $money && '' !== $this->input->line($name)) {
            $this->refusals[] = new Refusal($name, 'not_an_amount');
        }

        return $money;
    }

    private function known(string $name, string $table, int $old): int
    {
        $id = $this->input->int($name);
        if (null === $id || $id === $old) {
            return $old;
        }
        if (0 === $this->db->int("SELECT count(*) FROM $table WHERE id = :id", ['id' => $id])) {
            $this->refusals[] = new Refusal($name, 'missing');

            return $old;
        }

        return $id;
    }
}
