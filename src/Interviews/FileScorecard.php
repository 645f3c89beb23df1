<?php

declare(strict_types=1);

namespace Jorvent\Interviews;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Scorecards\Rating;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Pipeline\Situations;
use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;

/** An interviewer's card: kept while being written, final once submitted. */
final readonly class FileScorecard
{
    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Situations $situations)
    {
    }

    /**
     * @param array<string, array{value: int|null, evidence: string}> $ratings by competency
     * @param list<string>                                            $competencies
     */
    public function __invoke(int $interview, int $account, array $ratings, array $competencies, ?string $recommendation, string $summary, bool $submit): void
    {
        $this->db->transaction(function () use ($interview, $account, $ratings, $competencies, $recommendation, $summary, $submit): void {
            $row = $this->db->row(
                'SELECT i.application_id, lower(i.during) AS starts, p.requisition_id, i.candidate_id, s.submitted_at FROM interview i JOIN application p ON p.id = i.application_id
                 LEFT JOIN scorecard s ON s.interview_id = i.id AND s.account_id = :a WHERE i.id = :i FOR UPDATE OF i',
                ['i' => $interview, 'a' => $account],
            ) ?? throw Refused::because('interview_gone');
            $this->situations->check(HiringAct::FileScorecard, $row->int('application_id'), interview: $interview);
            if (null !== $row->strOrNull('submitted_at')) {
                throw Refused::because('card_submitted');
            }
            if ($submit) {
                Refused::unlessEmpty($this->blockers($ratings, $competencies, $recommendation, $row->instant('starts')));
            }
            $now = $this->clock->now();
            $kept = [];
            foreach ($ratings as $competency => $rating) {
                $kept[] = ['competency' => $competency, ...$rating];
            }
            $this->db->execute(
                'INSERT INTO scorecard (interview_id, account_id, ratings, recommendation, summary, saved_at, submitted_at) VALUES (:i, :a, CAST(:r AS jsonb), :rec, :sum, :now, :sub)
                 ON CONFLICT (interview_id, account_id) DO UPDATE SET ratings = excluded.ratings, recommendation = excluded.recommendation, summary = excluded.summary, saved_at = excluded.saved_at, submitted_at = excluded.submitted_at',
                ['i' => $interview, 'a' => $account, 'r' => json_encode($kept, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), 'rec' => $recommendation, 'sum' => $summary, 'now' => $now, 'sub' => $submit ? $now : null],
            );
            if ($submit) {
                $this->log->record('scorecard.submitted', 'interview', $interview, $row->int('requisition_id'), $row->int('candidate_id'), ['recommendation' => $recommendation]);
            }
        });
    }

    /**
     * @param array<string, array{value: int|null, evidence: string}> $ratings
     * @param list<string>                                            $competencies
     *
     * @return list<Refusal>
     */
    private function blockers(array $ratings, array $competencies, ?string $recommendation, \DateTimeImmutable $starts): array
    {
        $refusals = [];
        foreach ($competencies as $i => $competency) {
            $value = $ratings[$competency]['value'] ?? null;
            if (null === $value || $value < Rating::LOWEST || $value > Rating::HIGHEST) {
                $refusals[] = new Refusal('rating.'.$i, 'rating_missing');
            } elseif ('' === trim($ratings[$competency]['evidence'])) {
                $refusals[] = new Refusal('rating.'.$i, 'evidence_missing');
            }
        }
        if (null === $recommendation) {
            $refusals[] = new Refusal('recommendation', 'recommendation_missing');
        }
        if ($starts > $this->clock->now()) {
            $refusals[] = new Refusal('', 'interview_ahead');
        }

        return $refusals;
    }
}
