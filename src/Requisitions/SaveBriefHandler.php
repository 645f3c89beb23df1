<?php

declare(strict_types=1);

namespace Jorvent\Requisitions;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Entity\Account;
use Jorvent\Activity\ActivityLog;
use Jorvent\Core\Shared\FieldMerge;
use Jorvent\Core\Shared\Refused;
use Jorvent\Pipeline\RateApplicants;
use Jorvent\Platform\Database\Db;
use Jorvent\Requisitions\Entity\Requisition;
use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;

/** Keeps a brief. Who began from an older version is merged by field: what only the other changed is taken, what both changed differently is refused and shown. */
final readonly class SaveBriefHandler
{
    public function __construct(private RateApplicants $rate, private Db $db, private EntityManagerInterface $entities, private ClockInterface $clock, private ActivityLog $log, private BriefVersions $versions, private FieldRules $rules, private AskApproval $asking, private Security $security)
    {
    }

    public function __invoke(SaveBrief $save): SavedBrief
    {
        return $this->db->transaction(function () use ($save): SavedBrief {
            $requisition = $this->entities->find(Requisition::class, $save->requisition, LockMode::PESSIMISTIC_WRITE) ?? throw new \LogicException('No such requisition.');
            $before = $requisition->brief();
            $wanted = $save->brief;
            $seen = $save->seenVersion;
            $taken = [];
            if ($seen !== $requisition->version && null !== $base = $this->versions->at($save->requisition, $seen)) {
                $merge = FieldMerge::of($base->toArray(), $wanted->toArray(), $before->toArray());
                if ([] !== $merge->conflicts) {
                    throw Refused::because('saved_by_another', '', ['fields' => implode(',', $merge->conflicts)]);
                }
                [$wanted, $seen, $taken] = [Brief::fromArray($merge->merged), $requisition->version, $merge->taken];
            }
            $asks = false;
            if ($requisition->state->isUnderWay()) {
                $asks = $requisition->amend($wanted, $seen, $this->rules->fields('free'), $this->rules->fields('asks'), $this->clock->now());
            } else {
                $requisition->save($wanted, $seen, $this->clock->now());
            }
            $changed = array_flip($before->differences($requisition->brief()));
            if ([] !== $changed) {
                $user = $this->security->getUser();
                $this->versions->keep($requisition->id, $requisition->version, $requisition->brief(), $user instanceof Account ? $user->id : null);
                $this->log->record('brief.saved', 'requisition', $requisition->id, $requisition->id, change: ['before' => array_intersect_key($before->toArray(), $changed), 'after' => array_intersect_key($requisition->brief()->toArray(), $changed)]);
                ($this->rate)($requisition);
            }
            if ($asks) {
                $amended = $requisition->amendment() ?? throw new \LogicException('It was asked for just now.');
                $this->asking->askForAmendment($requisition, $amended);
                $fields = array_flip($requisition->brief()->differences($amended));
                $this->log->record('brief.amendment_asked', 'requisition', $requisition->id, $requisition->id, change: ['before' => array_intersect_key($requisition->brief()->toArray(), $fields), 'after' => array_intersect_key($amended->toArray(), $fields)]);
            }

            return new SavedBrief($requisition->version, $taken, $asks);
        });
    }
}
