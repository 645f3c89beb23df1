<?php

declare(strict_types=1);

namespace Jorvent\Pipeline;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Mask;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\HiringAct;
use Jorvent\Outside\ResumeBanks\BankPerson;
use Jorvent\Outside\ResumeBanks\ResumeBanks;
use Jorvent\People\BankViews;
use Jorvent\People\BringIn;
use Jorvent\People\FitOfCandidates;
use Jorvent\Pipeline\Entity\Application;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Read\FactsQuery;
use Jorvent\Requisitions\Read\RequisitionFacts;
use Psr\Clock\ClockInterface;

/** A found person is kept: an application with origin "sourced". Nothing is kept before the brief is approved. */
final readonly class KeepCandidate
{
    public function __construct(private Db $db, private EntityManagerInterface $entities, private FactsQuery $requisitions, private ClockInterface $clock, private ActivityLog $log, private ResumeBanks $banks, private BankViews $views, private BringIn $bringIn, private FitOfCandidates $fits, private Applications $applications, private StageVisits $visits, private UndoSteps $undo, private KeepBlockers $blockers, private Mask $mask, private Situations $situations)
    {
    }

    /**
     * @param string $ref      an own candidate's number, or "BANK:REF" for someone in an outside database
     * @param bool   $meant    kept although they were closed out lately
     * @param bool   $remember as a step of its own to be taken back
     *
     * @return int the application
     */
    public function __invoke(int $requisitionId, string $ref, int $by, bool $meant = false, bool $remember = true): int
    {
        [$bank, $outside] = str_contains($ref, ':') ? [strstr($ref, ':', true), substr($ref, 1 + (int) strpos($ref, ':'))] : [null, $ref];
        $person = null;
        if (\is_string($bank)) {
            // a view is not spent on what will be refused
            if (!$this->requisitions->of($requisitionId)->isApproved()) {
                throw Refused::because('not_approved');
            }
            $known = $this->db->row('SELECT coalesce(merged_into, id) AS id FROM candidate WHERE outside_ref = :ref LIMIT 1', ['ref' => $ref])?->int('id');
            $from = $this->banks->get($bank) ?? throw Refused::because('candidate_gone');
            $person = null === $known ? $this->views->spend($bank, $outside, $requisitionId, $by, static fn (): BankPerson => $from->fetch($outside)) : null;
            $ref = (string) $known;
        }

        if (null === $person && 1 !== preg_match('/^\d{1,9}$/D', $ref)) {
            throw Refused::because('candidate_gone');
        }

        return $this->db->transaction(function () use ($requisitionId, $ref, $by, $meant, $remember, $person, $bank): int {
            $requisition = $this->requisitions->of($requisitionId);
            $this->situations->checkRequisition(HiringAct::Keep, $requisitionId);
            $candidate = null === $person ? (int) $ref : ($this->bringIn)((string) $bank, $person);
            $account = $this->entities->find(Account::class, $by) ?? throw new \LogicException('Somebody keeps.');
            // whoever is hidden from them is not there for them
            if ($this->mask->hides($account, $candidate)) {
                throw Refused::because('candidate_gone');
            }
            $this->db->row('SELECT id FROM candidate WHERE id = :id AND erased_at IS NULL FOR UPDATE', ['id' => $candidate]) ?? throw Refused::because('candidate_gone');
            Refused::unlessEmpty($this->blockers->of($requisitionId, [$candidate], $meant)[$candidate] ?? []);
            $id = $this->keep($requisition, $candidate);
            if ($remember) {
                $this->undo->remember($by, 'keep', ['requisition' => $requisitionId, 'steps' => [['id' => $id]]]);
            }

            return $id;
        });
    }

    private function keep(RequisitionFacts $requisition, int $candidate): int
    {
        $application = new Application($candidate, $requisition->id, 'sourced', null, $this->clock->now());
        $fit = $this->fits->one($requisition, $candidate);
        if (null !== $fit) {
            $application->rate($fit);
        }
        $this->applications->add($application);
        $this->visits->enter($application->id, $application->stage);
        $this->db->execute('DELETE FROM verdict WHERE requisition_id = :r AND candidate_id = :c', ['r' => $requisition->id, 'c' => $candidate]);
        $this->log->record('candidate.kept', 'application', $application->id, $requisition->id, $candidate);

        return $application->id;
    }
}
