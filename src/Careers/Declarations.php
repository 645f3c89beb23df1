<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Careers\Declared;
use Jorvent\Core\Reporting\SmallGroups;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Psr\Clock\ClockInterface;

/**
 * What applicants say of themselves of their own free will. It is asked after the application is sent, on a form that knows neither the person nor the application; all that is kept is a count, by department and quarter,
 * of each answer on its own. Shown are quarters that are over, and no group under the smallest size.
 */
final readonly class Declarations
{
    public const LEAST = 5;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private ApplyDrafts $drafts)
    {
    }

    public function settings(): Record
    {
        return $this->db->row('SELECT * FROM declaration WHERE id = 1') ?? throw new \LogicException('It has settings.');
    }

    /** @return list<string> questions, none when nothing is asked */
    public function asked(): array
    {
        return array_values(array_filter($this->settings()->strings('asked'), static fn (string $q): bool => isset(Declared::QUESTIONS[$q])));
    }

    /** @param list<string> $asked */
    public function save(array $asked, int $smallest, int $seen): void
    {
        Refused::unlessEmpty(array_values(array_filter([
            $smallest < self::LEAST || $smallest > 1000 ? new Refusal('smallest', 'group_too_small', ['limit' => self::LEAST]) : null,
            [] === array_diff($asked, array_keys(Declared::QUESTIONS)) ? null : new Refusal('asked', 'not_offered'),
        ])));
        $this->db->transaction(function () use ($asked, $smallest, $seen): void {
            if (0 === $this->db->execute('UPDATE declaration SET asked = CAST(:a AS jsonb), smallest = :s, version = version + 1 WHERE id = 1 AND version = :v', ['a' => json_encode(array_values($asked), \JSON_THROW_ON_ERROR), 's' => $smallest, 'v' => $seen])) {
                throw Refused::because('saved_by_another');
            }
            $this->log->record('declaration.saved', 'declaration', 1, change: ['asked' => implode(', ', $asked), 'smallest' => $smallest]);
        });
    }

    /**
     * Counts the answers, once for an application; which one it was is not kept.
     *
     * @param array<string, string> $answers by question
     */
    public function count(string $draft, array $answers): void
    {
        $answers = Declared::accept($answers, $this->asked());
        $this->db->transaction(function () use ($draft, $answers): void {
            $row = $this->drafts->take($draft);
            if (null === $row || !$this->drafts->declared($draft)) {
                return;
            }
            foreach ($answers as $question => $answer) {
                $this->db->execute('INSERT INTO declared (unit_id, quarter, question, answer, n) SELECT unit_id, date_trunc(\'quarter\', CAST(:now AS date)), :q, :a, 1 FROM requisition_head WHERE id = :r ON CONFLICT (unit_id, quarter, question, answer) DO UPDATE SET n = declared.n + 1', ['now' => $this->clock->now()->format('Y-m-d'), 'q' => $question, 'a' => $answer, 'r' => $row->int('requisition_id')]);
            }
        });
    }

    /**
     * Of the last quarters that are over.
     *
     * @param 'quarter'|'division' $by
     *
     * @return array<string, array{groups: array<string, array<string, int|null>|null>, all: array<string, int|null>|null}> by question: counts of the answers by group, newest or largest first, and of all together; null where a group is too small to be shown
     */
    public function shown(string $by, int $quarters = 8): array
    {
        $now = $this->clock->now();
        $current = $now->setDate((int) $now->format('Y'), 3 * intdiv((int) $now->format('n') - 1, 3) + 1, 1);
        $rows = $this->db->rows(
            'SELECT d.question, d.answer, '.('quarter' === $by ? "to_char(d.quarter, 'YYYY \"Q\"Q')" : "coalesce((SELECT a.name FROM unit_place a WHERE a.kind = 'division' AND (starts_with(u.path, a.path)) LIMIT 1), u.name)").' AS part, sum(d.n) AS n
             FROM declared d JOIN unit_place u ON u.id = d.unit_id WHERE d.quarter < :now AND d.quarter >= CAST(:now AS date) - make_interval(months => 3 * :q) GROUP BY 1, 2, 3 ORDER BY 3 DESC', ['now' => $current->format('Y-m-d'), 'q' => $quarters]);
        $counts = [];
        foreach ($rows as $row) {
            $counts[$row->str('question')][$row->str('part')][$row->str('answer')] = $row->int('n');
        }
        $smallest = max(1, $this->settings()->int('smallest'));
        $shown = [];
        foreach (Declared::QUESTIONS as $question => $answers) {
            $groups = array_map(static fn (array $group): array => array_map(static fn (string $a): int => $group[$a] ?? 0, array_combine($answers, $answers)), $counts[$question] ?? []);
            if ([] === $groups) {
                continue;
            }
            $all = array_map(static fn (string $a): int => array_sum(array_column($groups, $a)), array_combine($answers, $answers));
            $shown[$question] = ['groups' => SmallGroups::among($groups, $smallest), 'all' => SmallGroups::of($all, $smallest)];
        }

        return $shown;
    }
}
