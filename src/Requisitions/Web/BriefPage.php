<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Doctrine\ORM\EntityManagerInterface;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\FieldMerge;
use Jorvent\Core\Shared\Refused;
use Jorvent\Core\Workflow\Decision;
use Jorvent\Organisation\Read\ReachQuery;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Files\Pdf;
use Jorvent\Platform\Text\RichText;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Reference\ExchangeRates;
use Jorvent\Requisitions\ApprovalQuestions;
use Jorvent\Requisitions\Approvals;
use Jorvent\Requisitions\AskApproval;
use Jorvent\Requisitions\Brief;
use Jorvent\Requisitions\BriefChoices;
use Jorvent\Requisitions\BriefNames;
use Jorvent\Requisitions\BriefVersions;
use Jorvent\Requisitions\DecideBrief;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\FieldRules;
use Jorvent\Requisitions\HiringTeam;
use Jorvent\Requisitions\ProfileComparison;
use Jorvent\Requisitions\RequisitionViews;
use Jorvent\Requisitions\SaveBrief;
use Jorvent\Requisitions\SaveBriefHandler;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The brief: what is wanted, why, on what terms; written, asked for, decided here. */
#[Route('/r/{number}', requirements: ['number' => '\d{1,9}'])]
final class BriefPage extends SignedInPage
{
    public function __construct(
        private readonly Db $db, private readonly EntityManagerInterface $entities, private readonly RequisitionViews $views, private readonly Approvals $approvals, private readonly AskApproval $asking, private readonly ExchangeRates $rates,
        private readonly ReachQuery $reach, private readonly RichText $text, private readonly FieldRules $rules, private readonly BriefVersions $versions, private readonly ProfileComparison $profiles, private readonly ApprovalQuestions $wondered, private readonly HiringTeam $team,
        private readonly BriefNames $names,
    ) {
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/brief', name: 'brief', methods: ['GET'])]
    public function show(int $number): Response
    {
        return $this->page($number, null, Errors::none());
    }

    /** The brief on paper, for those who read it away from the screen. */
    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/brief.pdf', name: 'brief_pdf', methods: ['GET'])]
    public function pdf(int $number, Pdf $pdf, Subject $_subject): Response
    {
        $view = $this->views->byNumber($number);
        $requisition = $this->entities->find(Requisition::class, (int) $_subject->requisitionId) ?? throw $this->createNotFoundException();
        $brief = $requisition->brief();
        $shown = ['view' => $view, 'brief' => $brief, 'names' => $this->names->of($brief), 'questions' => $requisition->questionnaire()->questions];
        $file = $pdf->write('requisitions/brief.pdf.twig', $shown);

        return new Response($file, 200, ['Content-Type' => 'application/pdf', 'Content-Disposition' => HeaderUtils::makeDisposition(HeaderUtils::DISPOSITION_ATTACHMENT, 'R-'.$number.'.pdf')]);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/brief', name: 'brief_save', methods: ['POST'])]
    public function save(int $number, Request $request, SaveBriefHandler $save): Response
    {
        $requisition = $this->requisition($number);
        $input = Input::of($request);
        $form = $this->form($input, $requisition);
        $brief = $form->brief();
        $ask = Save::Ask === $input->choice('then', Save::class, Save::Keep);
        try {
            Refused::unlessEmpty($form->refusals);
            $saved = $save(new SaveBrief($requisition->id, $brief, $input->int('version') ?? 0));
            if ($ask) {
                ($this->asking)($requisition->id);
                $this->say('brief_asked');
            } elseif ($saved->asksApproval) {
                $this->say('brief_amendment_asked');
            } elseif ([] !== $saved->taken) {
                $this->say('brief_merged', ['%count%' => \count($saved->taken)]);
            }
        } catch (Refused $refused) {
            return $this->page($number, $brief, Errors::of($refused->refusals), $input);
        }

        return $this->redirectToRoute('brief', ['number' => $number], Response::HTTP_SEE_OTHER);
    }

    /** Keeps the draft while it is typed; answers with the new version, with what another changed meanwhile, or with what stands against it. */
    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/brief/keep', name: 'brief_keep', methods: ['POST'])]
    public function keep(int $number, Request $request, SaveBriefHandler $save): Response
    {
        $requisition = $this->requisition($number);
        $input = Input::of($request);
        $form = $this->form($input, $requisition);
        try {
            if (!$requisition->state->isEditable()) {
                throw Refused::because('brief_not_editable');
            }
            $brief = $form->readable();
            $saved = $save(new SaveBrief($requisition->id, $brief, $input->int('version') ?? 0));
            $values = $this->requisition($number)->brief()->toArray();

            $unread = array_map(static fn ($r): array => ['field' => $r->field, 'code' => $r->code], $form->refusals);

            return new JsonResponse(['version' => $saved->version, 'refused' => $unread, 'taken' => array_map(static fn (string $f): array => ['field' => $f, 'value' => \is_array($values[$f]) ? implode("\n", $values[$f]) : $values[$f]], array_values(array_diff($saved->taken, ['payFrom', 'payTo', 'hours'])))]);
        } catch (Refused $refused) {
            return new JsonResponse(['refused' => array_map(static fn ($r): array => ['field' => $r->field, 'code' => $r->code], $refused->refusals)], 422);
        }
    }

    /** Who else has it open; asking says that one has it open oneself. */
    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/brief/present', name: 'brief_present', methods: ['GET'])]
    public function present(Subject $_subject): Response
    {
        return $this->render('requisitions/present.html.twig', ['present' => $this->versions->present((int) $_subject->requisitionId, $this->me()->id)]);
    }

    #[Gate(Permission::Decide, Gate::REQUISITION)]
    #[Route('/brief/decide', name: 'brief_decide', methods: ['POST'])]
    public function decide(int $number, Request $request, DecideBrief $decide, Subject $_subject): Response
    {
        $input = Input::of($request);
        $answer = $input->choice('answer', ApproverAnswer::class);
        $decision = Decision::tryFrom($answer->value);
        try {
            null === $decision
                ? $this->wondered->ask((int) $_subject->requisitionId, $this->me()->id, $input->text('note'))
                : $decide((int) $_subject->requisitionId, $this->me()->id, $decision, $input->text('note'), array_values(array_intersect(Brief::FIELDS, $input->map('field'))));
            $this->say(null === $decision ? 'question_asked' : 'brief_'.$decision->value);
        } catch (Refused $refused) {
            return $this->page($number, null, Errors::of($refused->refusals));
        }

        return $this->redirectToRoute('brief', ['number' => $number], Response::HTTP_SEE_OTHER);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/brief/answer', name: 'brief_answer', methods: ['POST'])]
    public function answer(int $number, Request $request, Subject $_subject): Response
    {
        $input = Input::of($request);

        return $this->act(fn () => $this->wondered->answer((int) $_subject->requisitionId, $input->int('approval_question') ?? 0, $this->me()->id, $input->text('answer')), 'question_answered', 'brief', ['number' => $number]);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/brief/team', name: 'brief_team', methods: ['POST'])]
    public function team(int $number, Request $request, Subject $_subject): Response
    {
        $input = Input::of($request);
        $id = (int) $_subject->requisitionId;
        $account = $input->int('account') ?? 0;

        return $this->act(fn () => $input->has('remove') ? $this->team->remove($id, $account, $input->line('part')) : $this->team->add($id, $account, $input->line('part')), null, 'brief', ['number' => $number]);
    }

    private function requisition(int $number): Requisition
    {
        return $this->entities->getRepository(Requisition::class)->findOneBy(['number' => $number]) ?? throw $this->createNotFoundException();
    }

    private function form(Input $input, Requisition $requisition): BriefForm
    {
        $brief = $requisition->brief();

        return new BriefForm($input, $brief, new BriefChoices($this->db, $this->reach, $this->me()->id, $brief), $this->text);
    }

    /** @param Brief|null $typed what was typed and could not be kept; the page shows it instead of what is stored */
    private function page(int $number, ?Brief $typed, Errors $errors, ?Input $input = null): Response
    {
        $this->entities->clear();
        $requisition = $this->requisition($number);
        $stored = $requisition->brief();
        $brief = $typed ?? $stored;
        $editable = $requisition->state->isEditable();
        $amendable = $requisition->state->isUnderWay() && null === $requisition->amendment();
        $conflict = null !== $typed && [] !== array_filter($errors->at(''), static fn ($r): bool => 'saved_by_another' === $r->code);
        $conflicts = [];
        if ($conflict) {
            $base = $this->versions->at($requisition->id, $input?->int('version') ?? 0);
            $conflicts = null === $base ? $typed->differences($stored) : FieldMerge::of($base->toArray(), $typed->toArray(), $stored->toArray())->conflicts;
            // what only the other changed is taken over, what only I changed stays: the form shows the merge with mine on top where both changed
            if (null !== $base) {
                $mine = $typed->toArray();
                $brief = Brief::fromArray([...FieldMerge::of($base->toArray(), $mine, $stored->toArray())->merged, ...array_intersect_key($mine, array_flip($conflicts))]);
            }
        }
        $amendment = $requisition->amendment();

        return $this->render('requisitions/brief.html.twig', [
            'view' => $this->views->byNumber($number), 'requisition' => $requisition, 'brief' => $brief, 'stored' => $stored, 'errors' => $errors, 'input' => $conflict ? null : $input, 'editable' => $editable, 'amendable' => $amendable, 'rules' => $this->rules->all(),
            'choices' => (new BriefChoices($this->db, $this->reach, $this->me()->id, $brief))->loaded(), 'names' => $this->names->of($stored, $brief, $amendment), 'profile' => $this->profiles->of($requisition->profileId, $requisition->profileVersion, $brief), 'band' => $this->asking->profileBand($requisition->profileId, $brief->currency),
            'conflict' => $conflict, 'conflicts' => $conflicts, 'amendment' => $amendment, 'amended' => null === $amendment ? [] : $stored->differences($amendment), 'chain' => $editable ? $this->asking->preview($requisition->id, $brief, $requisition->profileId) : [], 'approvals' => $this->approvals->of($requisition->id, null, $this->me()->id), 'asked' => $this->wondered->of($requisition->id), 'fields' => Brief::FIELDS, 'team' => $this->team->of($requisition->id), 'parts' => HiringTeam::PARTS,
            'questions' => $requisition->questionnaire(), 'unit' => $this->db->row('SELECT name, headcount, headcount_plan FROM unit_place WHERE id = :id', ['id' => $brief->unit]), 'in_euro' => null === $brief->yearTo() || 'EUR' === $brief->currency ? null : $this->rates->convert($brief->yearTo(), 'EUR'),
        ], new Response(status: $errors->any() ? 422 : 200));
    }
}
