<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Files\Pdf;
use Jorvent\Platform\Text\RichText;
use Jorvent\Requisitions\AskApproval;
use Jorvent\Requisitions\Entity\Requisition;
use Jorvent\Requisitions\Form\BriefInput;
use Jorvent\Requisitions\Read\BriefNames;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Requisitions\Repository\RequisitionRepository;
use Jorvent\Requisitions\SaveBrief;
use Jorvent\Requisitions\SavedBrief;
use Jorvent\Requisitions\Store\PresenceStore;
use Symfony\Component\Form\FormError;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The brief: what is wanted, why, on what terms; read and written here. */
#[Route('/r/{number}', requirements: ['number' => '\d{1,9}'])]
final class BriefPage extends BriefPages
{
    /** Amounts and hours look otherwise in their fields than they are kept: a field that is being typed in keeps its own. */
    private const FORMATTED = ['payFrom', 'payTo', 'hours'];

    public function __construct(
        BriefScreen $screen,
        RequisitionRepository $requisitions,
        private readonly BriefFields $fields,
        private readonly SaveBrief $save,
        private readonly RichText $rich,
    ) {
        parent::__construct($screen, $fields, $requisitions);
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/brief', name: 'brief', methods: ['GET'])]
    public function show(#[ByNumber] Requisition $requisition): Response
    {
        return $this->page($requisition);
    }

    /** The brief on paper, for those who read it away from the screen. */
    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/brief.pdf', name: 'brief_pdf', methods: ['GET'])]
    public function pdf(
        int $number,
        #[ByNumber] Requisition $requisition,
        RequisitionQuery $views,
        BriefNames $names,
        Pdf $pdf,
    ): Response {
        $brief = $requisition->brief();
        $file = $pdf->write('requisitions/brief.pdf.twig', [
            'view' => $views->byNumber($number),
            'brief' => $brief,
            'names' => $names->of($brief),
            'questions' => $requisition->questionnaire()->questions,
        ]);
        $name = HeaderUtils::makeDisposition(HeaderUtils::DISPOSITION_ATTACHMENT, 'R-'.$number.'.pdf');

        return new Response($file, 200, ['Content-Type' => 'application/pdf', 'Content-Disposition' => $name]);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/brief', name: 'brief_save', methods: ['POST'])]
    public function save(
        Request $request, #[ByNumber] Requisition $requisition,
    ): Response {
        return $this->write($requisition, $request, function (SavedBrief $saved): void {
            if ($saved->asksApproval) {
                $this->say('brief_amendment_asked');
            } elseif ([] !== $saved->taken) {
                $this->say('brief_merged', ['%count%' => \count($saved->taken)]);
            }
        });
    }

    /** Saves what is typed and asks for approval of it. */
    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/brief/ask', name: 'brief_ask', methods: ['POST'])]
    public function ask(
        Request $request,
        #[ByNumber] Requisition $requisition,
        AskApproval $ask,
    ): Response {
        $id = $requisition->id;

        return $this->write($requisition, $request, function () use ($ask, $id): void {
            $ask($id);
            $this->say('brief_asked');
        });
    }

    /**
     * Saves the draft while it is typed. The answer has the new version, what another changed meanwhile, and the fields
     * that can not be read; or what stands against it.
     */
    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/brief/keep', name: 'brief_keep', methods: ['POST'])]
    public function keep(
        Request $request, #[ByNumber] Requisition $requisition,
    ): Response {
        $form = $this->fields->form($requisition, $this->me()->id);
        $form->submit($request->request->all(), false);
        $unread = self::unread($form);
        try {
            if (!$requisition->state->isEditable()) {
                throw Refused::because('brief_not_editable');
            }
            $typed = $form->getData()->brief($this->rich, $unread);
            $saved = ($this->save)($requisition->id, $typed, (int) $form->getData()->version, $this->me()->id);
        } catch (Refused $refused) {
            return new JsonResponse(['refused' => self::told($refused->refusals)], Response::HTTP_UNPROCESSABLE_ENTITY);
        }
        $taken = array_values(array_diff($saved->taken, self::FORMATTED));
        $values = $this->reread($requisition)->brief()->toArray();

        return new JsonResponse([
            'version' => $saved->version,
            'refused' => self::told($unread),
            'taken' => array_map(static fn (string $field): array => [
                'field' => $field,
                'value' => \is_array($values[$field]) ? implode("\n", $values[$field]) : $values[$field],
            ], $taken),
        ]);
    }

    /** Who else has it open; asking says that one has it open oneself. */
    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/brief/present', name: 'brief_present', methods: ['GET'])]
    public function present(
        #[ByNumber] Requisition $requisition, PresenceStore $presence,
    ): Response {
        return $this->render('requisitions/present.html.twig', [
            'present' => $presence->others($requisition->id, $this->me()->id),
        ]);
    }

    /** @param callable(SavedBrief): void $then */
    private function write(Requisition $requisition, Request $request, callable $then): Response
    {
        $form = $this->fields->form($requisition, $this->me()->id);
        $form->submit($request->request->all(), false);
        $refusals = [];
        $typed = $form->getData()->brief($this->rich, $refusals);
        $seen = (int) $form->getData()->version;
        $done = $this->done($form, function () use ($requisition, $typed, $seen, $refusals, $then): void {
            Refused::unlessEmpty($refusals);
            $then(($this->save)($requisition->id, $typed, $seen, $this->me()->id));
        });
        if ($done) {
            return $this->redirectToRoute('brief', ['number' => $requisition->number], Response::HTTP_SEE_OTHER);
        }
        $requisition = $this->reread($requisition);
        if (!self::isConflict($form)) {
            return $this->page($requisition, $typed, $form);
        }
        $conflict = $this->fields->conflict($requisition, $typed, $seen);
        $form = $this->fields->form($requisition, $this->me()->id, $conflict->merged);

        return $this->page($requisition, $conflict->merged, $form, $conflict);
    }

    /** @param FormInterface<BriefInput> $form */
    private static function isConflict(FormInterface $form): bool
    {
        foreach ($form->getErrors() as $error) {
            if ($error instanceof FormError && 'refusal.saved_by_another' === $error->getMessageTemplate()) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param FormInterface<BriefInput> $form
     *
     * @return list<Refusal> at fields whose text is of another kind
     */
    private static function unread(FormInterface $form): array
    {
        $unread = [];
        foreach ($form as $name => $field) {
            $code = $field->getConfig()->getOption('invalid_message');
            if (!$field->isSynchronized() && \is_string($code)) {
                $unread[] = new Refusal($name, substr($code, \strlen('refusal.')));
            }
        }

        return $unread;
    }

    /**
     * @param list<Refusal> $refusals
     *
     * @return list<array{field: string, code: string}>
     */
    private static function told(array $refusals): array
    {
        return array_map(static fn (Refusal $r): array => ['field' => $r->field, 'code' => $r->code], $refusals);
    }
}
