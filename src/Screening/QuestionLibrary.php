<?php

declare(strict_types=1);

namespace Jorvent\Screening;

use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Screening\Entity\LibraryQuestion;
use Jorvent\Screening\Repository\LibraryRepository;
use Psr\Clock\ClockInterface;

/** Screening questions that are kept to be asked again. */
final readonly class QuestionLibrary
{
    public function __construct(
        private Db $db,
        private LibraryRepository $library,
        private ClockInterface $clock,
        private ActivityLog $log,
    ) {
    }

    /** @throws Refused at name */
    public function keep(Question $question, string $name, int $by): void
    {
        $this->db->transaction(function () use ($question, $name, $by): void {
            $kept = new LibraryQuestion($name, $question, $by, $this->clock->now());
            $this->library->add($kept);
            $this->log->record('question.kept', 'question', $kept->id);
        });
    }

    /** @throws Refused at name */
    public function rename(int $id, string $name): void
    {
        $this->db->transaction(function () use ($id, $name): void {
            $this->library->held($id)->rename($name);
            $this->log->record('question.renamed', 'question', $id, change: ['name' => $name]);
        });
    }

    public function retire(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $this->library->held($id)->retire($this->clock->now());
            $this->log->record('question.retired', 'question', $id);
        });
    }

    public function takeBack(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $this->library->held($id)->takeBack();
            $this->log->record('question.revived', 'question', $id);
        });
    }

    /**
     * A question of a set that begins with what a kept one says.
     *
     * @param string $as its id in the set
     *
     * @throws Refused when it is offered no more
     */
    public function begin(int $id, string $as, bool $off): Question
    {
        return $this->library->find($id)->begin($as, $off);
    }
}
