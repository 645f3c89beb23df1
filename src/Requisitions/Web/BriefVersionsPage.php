<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Refused;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\ProfileComparison;
use Jorvent\Requisitions\Read\BriefNames;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Requisitions\Read\VersionQuery;
use Jorvent\Requisitions\SaveBrief;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryString;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** A brief beside another version of itself, or beside the profile it began from, field by field. */
#[Route('/r/{number}/brief', requirements: ['number' => '\d{1,9}'])]
final class BriefVersionsPage extends SignedInPage
{
    public function __construct(
        private readonly RequisitionQuery $views,
        private readonly VersionQuery $versions,
        private readonly ProfileComparison $profiles,
        private readonly BriefNames $names,
    ) {
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/versions', name: 'brief_versions', methods: ['GET'])]
    public function versions(
        #[ByNumber] Requisition $requisition, #[MapQueryString] Compared $asked = new Compared(),
    ): Response {
        $list = $this->versions->list($requisition->id);
        $from = $asked->from ?? ($list[1] ?? $list[0] ?? null)->version ?? 1;
        $to = $asked->to ?? ($list[0] ?? null)->version ?? 1;
        [$before, $after] = [$this->versions->at($requisition->id, $from), $this->versions->at($requisition->id, $to)];

        return $this->render('requisitions/versions.html.twig', [
            'view' => $this->views->byNumber($requisition->number),
            'list' => $list,
            'from' => $from,
            'to' => $to,
            'before' => $before,
            'after' => $after,
            'names' => $this->names->of($before, $after),
            'changed' => null === $before || null === $after ? [] : $before->differences($after),
        ]);
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/profile', name: 'brief_profile', methods: ['GET'])]
    public function profile(#[ByNumber] Requisition $requisition): Response
    {
        $brief = $requisition->brief();
        $profile = $this->profiles->of($requisition->origin, $brief) ?? throw $this->createNotFoundException();
        $before = $this->profiles->restore($brief, $profile, array_keys($profile->values));

        return $this->render('requisitions/profile.html.twig', [
            'view' => $this->views->byNumber($requisition->number),
            'requisition' => $requisition,
            'brief' => $brief,
            'profile' => $profile,
            'before' => $before,
            'names' => $this->names->of($brief, $before),
        ]);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/profile', name: 'brief_take_back', methods: ['POST'])]
    public function takeBack(
        #[MapRequestPayload] TakeBack $act, #[ByNumber] Requisition $requisition, SaveBrief $save,
    ): Response {
        $brief = $requisition->brief();
        $profile = $this->profiles->of($requisition->origin, $brief) ?? throw $this->createNotFoundException();
        $take = function () use ($act, $requisition, $brief, $profile, $save): void {
            if (!\array_key_exists($act->field, $profile->values)) {
                throw Refused::because('missing');
            }
            $restored = $this->profiles->restore($brief, $profile, [$act->field]);
            $save($requisition->id, $restored, $requisition->version, $this->me()->id);
        };

        return $this->act($take, 'brief_taken_back', 'brief_profile', ['number' => $requisition->number]);
    }
}
