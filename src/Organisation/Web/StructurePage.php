<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Organisation\FillPosts;
use Jorvent\Organisation\Form\DraftInput;
use Jorvent\Organisation\Form\DraftType;
use Jorvent\Organisation\Form\PostsType;
use Jorvent\Organisation\Form\SheetInput;
use Jorvent\Organisation\Form\SheetType;
use Jorvent\Organisation\Form\UnitType;
use Jorvent\Organisation\Read\StructureQuery;
use Jorvent\Organisation\StructureInForce;
use Jorvent\Organisation\Structures;
use Jorvent\Organisation\StructureSheet;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Platform\Web\Form\Choice;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The organisation in its versions: draft, check, bring into force, keep. */
#[Gate(Permission::Administer)]
#[Route('/organisation', requirements: ['id' => '\d{1,9}', 'unit' => '\d{1,9}'])]
final class StructurePage extends SignedInPage
{
    public function __construct(
        private readonly Structures $structures,
        private readonly StructureQuery $query,
        private readonly StructureSheet $sheet,
        private readonly StructureView $view,
    ) {
    }

    #[Route('', name: 'organisation', methods: ['GET'])]
    public function current(): Response
    {
        return $this->redirectToRoute('structure', ['id' => $this->query->inForceId()]);
    }

    #[Route('/{id}', name: 'structure', methods: ['GET'])]
    public function show(int $id, Request $request): Response
    {
        return $this->page($id, self::whole($request, 'unit'), $request->query->has('new'));
    }

    #[Route('/{id}/draft', name: 'structure_draft', methods: ['POST'])]
    public function draft(int $id, Request $request): Response
    {
        $input = new DraftInput();
        $form = $this->formOf(DraftType::class, $input)->handleRequest($request);
        $draft = 0;
        if ($this->done($form, function () use ($id, $input, &$draft): void {
            $draft = $this->structures->draft($input->name ?? '', $id, $this->me()->id);
        })) {
            $this->say('structure_drafted');

            return $this->redirectToRoute('structure', ['id' => $draft], Response::HTTP_SEE_OTHER);
        }

        return $this->page($id, sent: ['draftForm' => $form]);
    }

    /** A unit of a draft: a new one when its id is 0. */
    #[Route('/{id}/unit/{unit}', name: 'structure_unit', methods: ['POST'])]
    public function unit(int $id, int $unit, Request $request): Response
    {
        $input = $this->view->unitInput($id, $unit);
        $form = $this->formOf(UnitType::class, $input, $this->view->unitChoices($id, $unit))->handleRequest($request);
        $saved = 0;
        if ($this->done($form, function () use ($id, $unit, $input, &$saved): void {
            $saved = $this->structures->save($id, $input->unit($unit), (int) $input->version);
        })) {
            return $this->redirectToRoute('structure', ['id' => $id, 'unit' => $saved], Response::HTTP_SEE_OTHER);
        }

        return $this->page($id, $unit, 0 === $unit, ['unitForm' => $form]);
    }

    #[Route('/{id}/unit/{unit}/remove', name: 'structure_unit_remove', methods: ['POST'])]
    public function removeUnit(int $id, int $unit, Request $request): Response
    {
        $seen = $request->request->getInt('version');

        return $this->act(fn () => $this->structures->remove($id, $unit, $seen), null, 'structure', ['id' => $id]);
    }

    /** Who holds the posts of a unit, whatever version is in force. */
    #[Route('/posts/{unit}', name: 'structure_posts', methods: ['POST'])]
    public function posts(int $unit, Request $request, FillPosts $fill): Response
    {
        $form = $this->formOf(PostsType::class, $this->view->holders($unit), $this->view->postChoices($unit));
        $form->handleRequest($request);
        $id = $this->query->inForceId();
        if ($this->done($form, static function () use ($form, $unit, $fill): void {
            $fill($unit, array_map(static fn (?Choice $one): ?int => $one?->id, $form->getData()));
        })) {
            $this->say('posts_filled');

            return $this->redirectToRoute('structure', ['id' => $id, 'unit' => $unit], Response::HTTP_SEE_OTHER);
        }

        return $this->page($id, $unit, sent: ['postsForm' => $form]);
    }

    #[Route('/{id}/force', name: 'structure_force', methods: ['POST'])]
    public function force(int $id, StructureInForce $inForce): Response
    {
        return $this->act(static fn () => $inForce->follow($id), 'structure_in_force', 'structure', ['id' => $id]);
    }

    #[Route('/{id}/discard', name: 'structure_discard', methods: ['POST'])]
    public function discard(int $id): Response
    {
        return $this->act(fn () => $this->structures->discard($id), 'structure_discarded', 'organisation');
    }

    #[Route('/{id}.{format}', name: 'structure_export', requirements: ['format' => 'csv|xlsx'], methods: ['GET'])]
    public function export(int $id, string $format): Response
    {
        $rows = $this->sheet->rows($this->query->find($id));

        return SheetWriter::response($format, 'organisation', StructureSheet::HEAD, $rows);
    }

    #[Route('/{id}/import', name: 'structure_import', methods: ['POST'])]
    public function import(int $id, Request $request): Response
    {
        $input = new SheetInput();
        $form = $this->formOf(SheetType::class, $input)->handleRequest($request);
        $units = [];
        if ($this->done($form, function () use ($id, $input, &$units): void {
            $units = $this->sheet->read($input->path(), $this->query->find($id));
            $this->structures->replace($id, $units);
        })) {
            $this->say('structure_imported', ['%count%' => \count($units)]);

            return $this->redirectToRoute('structure', ['id' => $id], Response::HTTP_SEE_OTHER);
        }

        return $this->page($id, sent: ['sheetForm' => $form]);
    }

    /**
     * @param int                  $unit 0 for none; of a new one the unit that it is to lie under
     * @param array<string, mixed> $sent a form that was sent and is shown again
     */
    private function page(int $id, int $unit = 0, bool $new = false, array $sent = []): Response
    {
        $shown = $this->view->of($id) ?? throw $this->createNotFoundException();
        $open = $new ? null : $shown['structure']->unit($unit);
        $forms = [
            'draftForm' => $this->formOf(DraftType::class, new DraftInput()),
            'sheetForm' => $this->formOf(SheetType::class, new SheetInput()),
        ];
        if ($new || null !== $open) {
            $input = $new ? $this->view->newUnit($id, $unit) : $this->view->unitInput($id, $unit);
            $choices = $this->view->unitChoices($id, $open->id ?? 0) + ['disabled' => !$shown['head']->isDraft()];
            $forms['unitForm'] = $this->formOf(UnitType::class, $input, $choices);
        }
        if (null !== $open && $shown['head']->isInForce()) {
            $holders = $this->view->holders($unit);
            $forms['postsForm'] = $this->formOf(PostsType::class, $holders, $this->view->postChoices($unit));
        }

        return $this->render('organisation/structure.html.twig', $sent + $forms + $shown + [
            'unit' => $open, 'new' => $new,
        ]);
    }
}
