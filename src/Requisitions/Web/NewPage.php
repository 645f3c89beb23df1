<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Read\StaffQuery;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Catalogue\Read\ProfileHead;
use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Read\ReachQuery;
use Jorvent\Organisation\Read\UnitChoice;
use Jorvent\Requisitions\Brief\Team;
use Jorvent\Requisitions\Form\Start;
use Jorvent\Requisitions\Form\StartInput;
use Jorvent\Requisitions\Form\StartType;
use Jorvent\Requisitions\OpenRequisitions;
use Jorvent\Requisitions\Read\BriefOptions;
use Jorvent\Requisitions\Read\BriefOptionsQuery;
use Jorvent\Requisitions\Read\EarlierRow;
use Jorvent\Requisitions\Read\StartQuery;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryString;
use Symfony\Component\Routing\Attribute\Route;

/** Asking for a hire begins with a role profile, an earlier requisition, a template, a table of many, or nothing. */
#[Gate(Permission::OpenRequisition)]
#[Route('/requisitions/new')]
final class NewPage extends SignedInPage
{
    public function __construct(
        private readonly StartQuery $starts,
        private readonly ProfileQuery $profiles,
        private readonly BriefOptionsQuery $options,
        private readonly ReachQuery $reach,
        private readonly StaffQuery $staff,
        private readonly Access $access,
    ) {
    }

    #[Route('', name: 'requisition_new', methods: ['GET'])]
    public function show(#[MapQueryString] Starting $asked = new Starting()): Response
    {
        return $this->page($asked);
    }

    #[Route('', name: 'requisition_open', methods: ['POST'])]
    public function open(Request $request, OpenRequisitions $open): Response
    {
        $input = new StartInput(Start::Nothing);
        $form = $this->form($input, 0)->handleRequest($request);
        $number = 0;
        if ($this->done($form, function () use ($input, $open, &$number): void {
            $number = $this->opened($input, $open);
        })) {
            return $this->redirectToRoute('brief', ['number' => $number], Response::HTTP_SEE_OTHER);
        }

        return $this->page(Starting::of($input), $form);
    }

    private function opened(StartInput $input, OpenRequisitions $open): int
    {
        $me = $this->me()->id;
        $unit = $input->unit->id ?? throw Refused::because('unit_out_of_reach', 'unit');
        if (Start::Earlier === $input->from) {
            $earlier = $this->earlier((int) $input->earlier) ?? throw Refused::because('missing', 'earlier');

            return $open->copy($earlier->id, $input->part, $unit, $me);
        }
        if (Start::Template === $input->from) {
            return $open->fromTemplate((int) $input->template, $unit, $me);
        }
        $site = $input->site->id ?? throw Refused::because('missing', 'site');
        $team = new Team(requester: $me, manager: $me, recruiter: $this->staff->recruiterFor($site, $me) ?? $me);

        return $open->fromProfile((int) $input->profile ?: null, $unit, $site, $team);
    }

    /** @param FormInterface<StartInput>|null $form null: not sent yet */
    private function page(Starting $asked, ?FormInterface $form = null): Response
    {
        $picked = Start::Earlier === $asked->start() ? $this->earlier($asked->earlierId()) : null;
        $chosen = Start::Profile === $asked->start() ? $this->chosen($asked->profileId()) : null;
        $form ??= $this->form($this->input($asked, $chosen, $picked), $picked->questions ?? 0);

        return $this->render('requisitions/new.html.twig', [
            'asked' => $asked,
            'starts' => Start::cases(),
            'currency' => $form->getData()->site?->currency,
            'chosen' => $chosen,
            'picked' => $picked,
            'form' => $form,
            ...$this->list($asked),
        ]);
    }

    /** @return array<string, mixed> what the list on the left shows */
    private function list(Starting $asked): array
    {
        $words = mb_substr(trim($asked->q), 0, Starting::MAX_WORDS);

        return match ($asked->start()) {
            Start::Profile => ['profiles' => $this->starts->profiles($words)],
            Start::Earlier => ['earlier' => $this->starts->earlier(...[...$this->access->visible($this->me()), $words])],
            Start::Template => ['templates' => $this->starts->templates($this->me()->id)],
            Start::Table, Start::Nothing => [],
        };
    }

    private function chosen(int $profile): ?ProfileHead
    {
        $head = 0 === $profile ? null : $this->profiles->head($profile);

        return null === $head || $head->retired ? null : $head;
    }

    /** An earlier requisition one may read. */
    private function earlier(int $id): ?EarlierRow
    {
        return 0 === $id ? null : $this->starts->oneEarlier($id, ...$this->access->visible($this->me()));
    }

    private function input(Starting $asked, ?ProfileHead $chosen, ?EarlierRow $picked): StartInput
    {
        $input = new StartInput($asked->start());
        [$input->profile, $input->earlier] = [(string) $chosen?->id, (string) $picked?->id];
        $input->template = 0 === $asked->templateId() ? null : (string) $asked->templateId();
        $input->unit = BriefOptions::find($this->units(), $picked->unitId ?? $this->me()->unitId);
        $input->site = BriefOptions::find($this->options->sites(), $this->me()->siteId);

        return $input;
    }

    /** @return FormInterface<StartInput> */
    private function form(StartInput $input, int $questions): FormInterface
    {
        return $this->formOf(StartType::class, $input, [
            'units' => $this->units(), 'sites' => $this->options->sites(), 'questions' => $questions,
        ]);
    }

    /** @return list<UnitChoice> */
    private function units(): array
    {
        $all = $this->reach->choices($this->me()->id, Permission::OpenRequisition);

        return array_values(array_filter($all, static fn (UnitChoice $unit): bool => $unit->kind->hires()));
    }
}
