<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Activity\ActivityLog;
use Jorvent\Careers\Entity\DeclarationSettings;
use Jorvent\Careers\Read\DeclaredBy;
use Jorvent\Careers\Read\DeclaredQuery;
use Jorvent\Careers\Repository\DraftRepository;
use Jorvent\Careers\Repository\SiteTextRepository;
use Jorvent\Careers\Store\DeclaredStore;
use Jorvent\Core\Careers\Declared;
use Jorvent\Core\Reporting\SmallGroups;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Read\FactsQuery;

/**
 * What applicants say of themselves of their own free will. It is asked after the application is sent, on a form that
 * knows neither the person nor the application; all that is kept is a count of each answer on its own, by department
 * and quarter. Shown are quarters that are over, and no group under the smallest size.
 */
final readonly class Declarations
{
    public function __construct(
        private Db $db,
        private SiteTextRepository $texts,
        private DeclaredQuery $query,
        private DeclaredStore $store,
        private DraftRepository $drafts,
        private FactsQuery $requisitions,
        private ActivityLog $log,
    ) {
    }

    public function settings(): DeclarationSettings
    {
        return $this->texts->declaration();
    }

    /** @return list<string> questions; none when nothing is asked */
    public function asked(): array
    {
        return $this->settings()->asked();
    }

    /** @param list<string> $asked */
    public function save(array $asked, int $smallest, int $seen): void
    {
        $this->db->transaction(function () use ($asked, $smallest, $seen): void {
            $this->texts->heldDeclaration()->change($asked, $smallest, $seen);
            $change = ['asked' => implode(', ', $asked), 'smallest' => $smallest];
            $this->log->record('declaration.saved', 'declaration', DeclarationSettings::ID, change: $change);
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
            $sent = $this->drafts->heldIfFree($draft);
            if (true === $sent?->declare()) {
                $unit = $this->requisitions->of($sent->requisitionId)->brief->place->unit;
                $this->store->count($unit, $answers);
            }
        });
    }

    /**
     * Of the last quarters that are over.
     *
     * @return array<string, array{
     *     groups: array<string, array<string, int|null>|null>,
     *     all: array<string, int|null>|null,
     * }> by question: counts of the answers by group, and of all together; null where a group is too small to be shown
     */
    public function shown(DeclaredBy $by, int $quarters = 8): array
    {
        $counts = $this->query->groups($by, $quarters);
        $smallest = $this->settings()->smallest();
        $shown = [];
        foreach (array_intersect_key(Declared::QUESTIONS, $counts) as $question => $answers) {
            $none = array_fill_keys($answers, 0);
            // each group has all answers, in the order they are asked
            $groups = array_map(
                static fn (array $group): array => array_replace($none, array_intersect_key($group, $none)),
                $counts[$question],
            );
            $all = array_map(
                static fn (string $answer): int => array_sum(array_column($groups, $answer)),
                array_combine($answers, $answers),
            );
            $shown[$question] = [
                'groups' => SmallGroups::among($groups, $smallest),
                'all' => SmallGroups::of($all, $smallest),
            ];
        }

        return $shown;
    }
}
