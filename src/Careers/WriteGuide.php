<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Activity\ActivityLog;
use Jorvent\Careers\Entity\GuideAnswer;
use Jorvent\Careers\Entity\GuideOffered;
use Jorvent\Careers\Entity\GuideSettings;
use Jorvent\Careers\Repository\SiteTextRepository;
use Jorvent\Platform\Database\Db;

/** What an admin sets of the guide, and what it may answer. */
final readonly class WriteGuide
{
    public function __construct(private Db $db, private SiteTextRepository $texts, private ActivityLog $log)
    {
    }

    /** @param array<string, string> $greetings by language */
    public function settings(GuideOffered $offered, string $contact, array $greetings, int $seen): void
    {
        $this->db->transaction(function () use ($offered, $contact, $greetings, $seen): void {
            $this->texts->heldGuide()->change($offered, $contact, $greetings, $seen);
            $this->log->record('guide.saved', 'guide', GuideSettings::ID, change: ['offered' => $offered->value]);
        });
    }

    public function add(string $locale, string $question, string $answer): void
    {
        $this->db->transaction(function () use ($locale, $question, $answer): void {
            $written = new GuideAnswer($locale, $question, $answer);
            $this->texts->add($written);
            $this->log->record('guide.answer_written', 'guide', $written->id, change: ['language' => $locale]);
        });
    }

    /** @param int $seen the version that was edited */
    public function change(int $id, string $locale, string $question, string $answer, int $seen): void
    {
        $this->db->transaction(function () use ($id, $locale, $question, $answer, $seen): void {
            $this->texts->heldAnswer($id)->change($locale, $question, $answer, $seen);
            $this->log->record('guide.answer_written', 'guide', $id, change: ['language' => $locale]);
        });
    }

    public function remove(int $id): void
    {
        $this->db->transaction(function () use ($id): void {
            $this->texts->remove($this->texts->heldAnswer($id));
            $this->log->record('guide.answer_struck', 'guide', $id);
        });
    }
}
