<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\Boards\QuaysideJobs;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\Approvals;
use Jorvent\Requisitions\AskApproval;
use Jorvent\Requisitions\Brief;
use Jorvent\Requisitions\DecideBrief;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\ExchangeRates;
use Jorvent\Requisitions\RequisitionViews;
use Jorvent\Requisitions\SaveBrief;
use Jorvent\Requisitions\SaveBriefHandler;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The brief: what is wanted, why, on what terms; written, asked for, decided here. */
#[Route('/r/{number}', requirements: ['number' => '\d{1,9}'])]
final class BriefPage extends Page
{
    public function __construct(private readonly Db $db, private readonly EntityManagerInterface $entities, private readonly RequisitionViews $views, private readonly Approvals $approvals, private readonly AskApproval $asking, private readonly ExchangeRates $rates)
    {
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/brief', name: 'brief', methods: ['GET'])]
    public function show(int $number): Response
    {
        return $this->page($number, null, Errors::none());
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/brief', name: 'brief_save', methods: ['POST'])]
    public function save(int $number, Request $request, SaveBriefHandler $save): Response
    {
        $requisition = $this->requisition($number);
        $input = Input::of($request);
        $form = new BriefForm($input, $requisition, $this->db);
        $brief = $form->brief();
        try {
            Refused::unlessEmpty($form->refusals);
            $save(new SaveBrief($requisition->id, $brief, $input->int('version') ?? 0));
            if ('ask' === $input->line('then')) {
                ($this->asking)($requisition->id);
                $this->say('brief_asked');
            }
        } catch (Refused $refused) {
            return $this->page($number, $brief, Errors::of($refused->refusals), $input);
        }

        return $this->redirectToRoute('brief', ['number' => $number], Response::HTTP_SEE_OTHER);
    }

    /** Keeps the draft while it is typed; answers with the new version, or with what stands against it. */
    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/brief/keep', name: 'brief_keep', methods: ['POST'])]
    public function keep(int $number, Request $request, SaveBriefHandler $save): Response
    {
        $requisition = $this->requisition($number);
        $input = Input::of($request);
        $form = new BriefForm($input, $requisition, $this->db);
        try {
            $brief = $form->brief();
            Refused::unlessEmpty($form->refusals);

            return new JsonResponse(['version' => $save(new SaveBrief($requisition->id, $brief, $input->int('version') ?? 0))]);
        } catch (Refused $refused) {
            return new JsonResponse(['refused' => array_map(static fn ($r): array => ['field' => $r->field, 'code' => $r->code], $refused->refusals)], 422);
        }
    }

    #[Gate(Permission::Decide, Gate::REQUISITION)]
    #[Route('/brief/decide', name: 'brief_decide', methods: ['POST'])]
    public function decide(int $number, Request $request, DecideBrief $decide, Subject $_subject): Response
    {
        $input = Input::of($request);
        $answer = match ($input->line('answer')) {
            'agreed' => 'agreed', 'declined' => 'declined', default => 'sent_back',
        };
        try {
            $decide((int) $_subject->requisitionId, $this->me()->id, $answer, $input->text('note'));
            $this->say('brief_'.$answer);
        } catch (Refused $refused) {
            return $this->page($number, null, Errors::of($refused->refusals));
        }

        return $this->redirectToRoute('brief', ['number' => $number], Response::HTTP_SEE_OTHER);
    }

    private function requisition(int $number): Requisition
    {
        return $this->entities->getRepository(Requisition::class)->findOneBy(['number' => $number]) ?? throw $this->createNotFoundException();
    }

    /** @param Brief|null $typed what was typed and could not be kept; the page shows it instead of what is stored */
    private function page(int $number, ?Brief $typed, Errors $errors, ?Input $input = null): Response
    {
        $this->entities->clear();
        $requisition = $this->requisition($number);
        $stored = $requisition->brief();
        $brief = $typed ?? $stored;
        $editable = $requisition->state->isEditable();
        $profile = null === $requisition->profileId ? null : $this->db->row('SELECT p.*, f.name AS family FROM role_profile p JOIN job_family f ON f.id = p.family_id WHERE p.id = :id', ['id' => $requisition->profileId]);
        $conflict = null !== $typed && [] !== array_filter($errors->at(''), static fn ($r): bool => 'saved_by_another' === $r->code);

        return $this->render('requisitions/brief.html.twig', [
            'view' => $this->views->byNumber($number), 'requisition' => $requisition, 'brief' => $brief, 'stored' => $stored, 'errors' => $errors, 'input' => $input, 'editable' => $editable, 'profile' => $profile,
            'band' => $this->asking->profileBand($requisition->profileId, $brief->currency), 'conflict' => $conflict, 'conflicts' => $conflict ? $typed->differences($stored) : [],
            'chain' => $editable ? $this->asking->chain($brief, $requisition->profileId) : [], 'approvals' => $this->approvals->of($requisition->id, null),
            'units' => $this->db->rows('SELECT id, name, headcount, headcount_plan FROM org_unit ORDER BY path'), 'sites' => $this->db->rows('SELECT id, name, currency FROM site ORDER BY id'),
            'people' => $this->db->rows("SELECT DISTINCT a.id, a.name, bool_or(g.role = 'recruiter') AS recruits FROM account a JOIN account_grant g ON g.account_id = a.id WHERE a.active AND g.role IN ('manager', 'recruiter') GROUP BY a.id, a.name ORDER BY a.name"),
            'categories' => QuaysideJobs::CATEGORIES, 'similar' => $this->similar($requisition), 'in_euro' => null === $brief->payTo || 'EUR' === $brief->currency ? null : $this->rates->convert($brief->payTo, 'EUR'),
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    /** @return list<int> days from opening to signature of earlier requisitions of the same job family, shortest first */
    private function similar(Requisition $requisition): array
    {
        return array_map(static fn ($r): int => $r->int('days'), $this->db->rows(
            'SELECT CAST(extract(day FROM h.signed_at - q.opened_on) AS int) AS days FROM hire h JOIN application p ON p.id = h.application_id JOIN requisition q ON q.id = p.requisition_id JOIN role_profile f ON f.id = q.profile_id
             WHERE f.family_id = (SELECT family_id FROM role_profile WHERE id = :profile) AND q.id <> :id AND q.opened_on IS NOT NULL ORDER BY 1',
            ['profile' => $requisition->profileId, 'id' => $requisition->id],
        ));
    }
}
