<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\Brief;
use Jorvent\Requisitions\BriefNames;
use Jorvent\Requisitions\BriefVersions;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\ProfileComparison;
use Jorvent\Requisitions\RequisitionViews;
use Jorvent\Requisitions\SaveBrief;
use Jorvent\Requisitions\SaveBriefHandler;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** A brief beside another version of itself, or beside the profile it began from, field by field. */
#[Route('/r/{number}/brief', requirements: ['number' => '\d{1,9}'])]
final class BriefVersionsPage extends Page
{
    public function __construct(private readonly EntityManagerInterface $entities, private readonly RequisitionViews $views, private readonly BriefVersions $versions, private readonly ProfileComparison $profiles, private readonly BriefNames $names)
    {
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/versions', name: 'brief_versions', methods: ['GET'])]
    public function versions(int $number, Request $request): Response
    {
        $view = $this->views->byNumber($number);
        $list = $this->versions->list($view->id());
        $from = self::whole($request, 'from') ?: (($list[1] ?? $list[0] ?? null)?->int('version') ?? 1);
        $to = self::whole($request, 'to') ?: (($list[0] ?? null)?->int('version') ?? 1);
        [$a, $b] = [$this->versions->at($view->id(), $from), $this->versions->at($view->id(), $to)];

        return $this->render('requisitions/versions.html.twig', ['view' => $view, 'list' => $list, 'from' => $from, 'to' => $to, 'before' => $a, 'after' => $b, 'names' => $this->names->of($a, $b), 'changed' => null === $a || null === $b ? [] : $a->differences($b)]);
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/profile', name: 'brief_profile', methods: ['GET'])]
    public function profile(int $number): Response
    {
        $requisition = $this->requisition($number);
        $brief = $requisition->brief();
        $profile = $this->profiles->of($requisition->profileId, $requisition->profileVersion, $brief) ?? throw $this->createNotFoundException();

        $before = $this->withProfile($brief, $profile['values'], array_keys($profile['values']));

        return $this->render('requisitions/profile.html.twig', [
            'view' => $this->views->byNumber($number), 'requisition' => $requisition, 'brief' => $brief, 'profile' => $profile, 'before' => $before,
            'names' => $this->names->of($brief, $before),
        ]);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/profile', name: 'brief_take_back', methods: ['POST'])]
    public function takeBack(int $number, Request $request, SaveBriefHandler $save): Response
    {
        $requisition = $this->requisition($number);
        $input = Input::of($request);
        $brief = $requisition->brief();
        $profile = $this->profiles->of($requisition->profileId, $requisition->profileVersion, $brief) ?? throw $this->createNotFoundException();
        $field = $input->line('field');

        return $this->act(function () use ($save, $requisition, $brief, $profile, $field): void {
            if (!\array_key_exists($field, $profile['values'])) {
                throw Refused::because('missing');
            }
            $save(new SaveBrief($requisition->id, $this->withProfile($brief, $profile['values'], 'payFrom' === $field || 'payTo' === $field ? ['payFrom', 'payTo'] : [$field]), $requisition->version));
        }, 'brief_taken_back', 'brief_profile', ['number' => $number]);
    }

    /**
     * The brief with some fields as the profile has them; bands are full-time years, so they are restated on the brief's terms.
     *
     * @param array<string, mixed> $values
     * @param list<string>         $fields
     */
    private function withProfile(Brief $brief, array $values, array $fields): Brief
    {
        $taken = array_intersect_key($values, array_flip($fields));
        foreach (['payFrom', 'payTo'] as $field) {
            if (isset($taken[$field]) && \is_int($taken[$field])) {
                $taken[$field] = $brief->pay->stated(new Money($taken[$field], $brief->currency))->minor;
            }
        }

        return Brief::fromArray([...$brief->toArray(), ...$taken]);
    }

    private function requisition(int $number): Requisition
    {
        return $this->entities->getRepository(Requisition::class)->findOneBy(['number' => $number]) ?? throw $this->createNotFoundException();
    }
}
