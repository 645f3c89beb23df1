<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\Stage;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Delivery\Deliveries;
use Psr\Clock\ClockInterface;

/**
 * What a person did last and can take back: keep, set aside, move, close out. Each step is checked to be still as it was left,
 * so that taking back never undoes what someone else did since.
 */
final readonly class UndoSteps
{
    /** An act can be taken back for this long. */
    public const MINUTES = 60;

    public function __construct(private Db $db, private ClockInterface $clock, private ActivityLog $log, private Applications $applications, private StageVisits $visits, private Deliveries $deliveries)
    {
    }

    /** @param array<string, mixed> $data */
    public function remember(int $account, string $act, array $data): void
    {
        $this->db->insert('undo_step', ['account_id' => $account, 'act' => $act, 'data' => $data, 'at' => $this->clock->now()]);
    }

    /** @return string which act was taken back */
    public function undoLast(int $account): string
    {
        return $this->db->transaction(function () use ($account): string {
            $row = $this->db->row('SELECT id, act, data FROM undo_step WHERE account_id = :a AND undone_at IS NULL AND at > :since ORDER BY id DESC LIMIT 1 FOR UPDATE', ['a' => $account, 'since' => $this->clock->now()->modify('-'.self::MINUTES.' minutes')])
                ?? throw Refused::because('nothing_to_undo');
            $data = $row->json('data');
            match ($row->str('act')) {
                'keep' => $this->each($data, function (array $step): void {
                    $this->unkeep(self::number($step, 'id'));
                }),
                'set_aside' => $this->each($data, function (array $step) use ($data): void {
                    $this->db->execute('DELETE FROM verdict WHERE requisition_id = :r AND candidate_id = :c', ['r' => self::number($data, 'requisition'), 'c' => self::number($step, 'id')]);
                }),
                'move' => $this->each($data, $this->unmove(...)),
                'close_out' => $this->each($data, $this->reopen(...)),
                default => throw new \LogicException('An unknown act.'),
            };
            $this->db->execute('UPDATE undo_step SET undone_at = :now WHERE id = :id', ['id' => $row->int('id'), 'now' => $this->clock->now()]);
            $this->log->record('undone', $row->str('act'), $row->int('id'), self::number($data, 'requisition'));

            return $row->str('act');
        });
    }

    private function unkeep(int $id): void
    {
        $application = $this->applications->lock($id);
        $touched = $this->db->int('SELECT (SELECT count(*) FROM interview WHERE application_id = :id) + (SELECT count(*) FROM offer WHERE application_id = :id) + (SELECT count(*) FROM stage_visit WHERE application_id = :id) - 1', ['id' => $id]);
        if ('sourced' !== $application->origin || Stage::New !== $application->stage || 0 !== $touched) {
            throw Refused::because('changed_since');
        }
        $this->db->execute('DELETE FROM application WHERE id = :id', ['id' => $id]);
    }

    /** @param array<array-key, mixed> $step */
    private function unmove(array $step): void
    {
        $application = $this->applications->lock(self::number($step, 'id'));
        if ($application->stage->value !== $step['to'] || \Jorvent\Core\Workflow\ApplicationState::Active !== $application->state) {
            throw Refused::because('changed_since');
        }
        $application->putBack(Stage::from(self::text($step, 'from')), new \DateTimeImmutable(self::text($step, 'since')));
        $this->visits->back($application->id, $application->stage);
    }

    /** @param array<array-key, mixed> $step */
    private function reopen(array $step): void
    {
        $application = $this->applications->lock(self::number($step, 'id'));
        if ($this->deliveries->left('close_out-'.$application->id.'-')) {
            throw Refused::because('word_already_sent');
        }
        $this->deliveries->drop('close_out-'.$application->id.'-');
        $application->reopen(Stage::from(self::text($step, 'from')), new \DateTimeImmutable(self::text($step, 'since')));
        $this->db->execute('UPDATE stage_visit SET left_at = NULL WHERE id = (SELECT max(id) FROM stage_visit WHERE application_id = :id)', ['id' => $application->id]);
    }

    /**
     * @param array<array-key, mixed>                  $data
     * @param callable(array<array-key, mixed>): void $undo
     */
    private function each(array $data, callable $undo): void
    {
        foreach (\is_array($data['steps'] ?? null) ? $data['steps'] : [] as $step) {
            $undo(\is_array($step) ? $step : []);
        }
    }

    /** @param array<array-key, mixed> $data */
    private static function number(array $data, string $key): int
    {
        return \is_int($data[$key] ?? null) ? $data[$key] : 0;
    }

    /** @param array<array-key, mixed> $data */
    private static function text(array $data, string $key): string
    {
        return \is_string($data[$key] ?? null) ? $data[$key] : '';
    }
}
