<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Organisation\Unit;
use Jorvent\Core\Organisation\UnitKind;
use Jorvent\Core\Shared\Refused;
use Jorvent\Organisation\Posts;
use Jorvent\Organisation\ReachList;
use Jorvent\Organisation\Structures;
use Jorvent\Organisation\StructureSheet;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The organisation in its versions: draft, check, bring into force, keep. */
#[Gate(Permission::Administer)]
#[Route('/organisation')]
final class StructurePage extends SignedInPage
{
    public function __construct(private readonly Structures $structures, private readonly ReachList $reach, private readonly Posts $posts)
    {
    }

    #[Route('', name: 'organisation', methods: ['GET'])]
    public function current(): Response
    {
        return $this->redirectToRoute('structure', ['id' => $this->structures->inForceId()]);
    }

    #[Route('/{id}', name: 'structure', requirements: ['id' => '\d{1,9}'], methods: ['GET'])]
    public function show(int $id, Request $request): Response
    {
        return $this->page($id, self::whole($request, 'unit'), Errors::none(), null, $request->query->has('new'));
    }

    #[Route('/{id}/draft', name: 'structure_draft', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function draft(int $id, Request $request): Response
    {
        try {
            $draft = $this->structures->draft(Input::of($request)->line('name'), $id, $this->me()->id);
        } catch (Refused $refused) {
            return $this->page($id, 0, Errors::of($refused->refusals), null, false);
        }
        $this->say('structure_drafted');

        return $this->redirectToRoute('structure', ['id' => $draft], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{id}/unit', name: 'structure_unit', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function unit(int $id, Request $request): Response
    {
        $input = Input::of($request);
        $unit = $input->int('unit') ?? 0;
        $then = $input->choice('then', WriteAct::class, WriteAct::Save);
        try {
            if (WriteAct::Remove === $then) {
                $this->structures->remove($id, $unit, $input->int('version'));
                $unit = 0;
            } else {
                $unit = $this->structures->save($id, new Unit($unit, $input->int('parent'), $input->line('code'), $input->line('name'), $input->choice('kind', UnitKind::class, UnitKind::Department), $input->day('valid_from'), $input->day('valid_to'), $input->has('retired'), $input->int('plan'), $input->int('place')), $input->int('version'));
            }
        } catch (Refused $refused) {
            return $this->page($id, $unit, Errors::of($refused->refusals), $input, 0 === $unit);
        }

        return $this->redirectToRoute('structure', ['id' => $id, 'unit' => $unit], Response::HTTP_SEE_OTHER);
    }

    /** Who holds the posts of a unit, in whatever version. */
    #[Route('/posts/{unit}', name: 'structure_posts', requirements: ['unit' => '\d{1,9}'], methods: ['POST'])]
    public function posts(int $unit, Request $request): Response
    {
        $holders = array_map(static fn (string $a): ?int => 1 === preg_match('/^\d{1,9}$/', $a) ? (int) $a : null, Input::of($request)->map('holder'));

        return $this->act(fn () => $this->posts->fill($unit, $holders), 'posts_filled', 'structure', ['id' => $this->structures->inForceId(), 'unit' => $unit]);
    }

    #[Route('/{id}/force', name: 'structure_force', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function force(int $id): Response
    {
        return $this->act(fn () => $this->structures->bringIntoForce($id), 'structure_in_force', 'structure', ['id' => $id]);
    }

    #[Route('/{id}/discard', name: 'structure_discard', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function discard(int $id): Response
    {
        return $this->act(fn () => $this->structures->discard($id), 'structure_discarded', 'organisation');
    }

    #[Route('/{id}.{format}', name: 'structure_export', requirements: ['id' => '\d{1,9}', 'format' => 'csv|xlsx'], methods: ['GET'])]
    public function export(int $id, string $format, StructureSheet $sheet): Response
    {
        return SheetWriter::response($format, 'organisation', StructureSheet::HEAD, $sheet->rows($this->structures->find($id)));
    }

    #[Route('/{id}/import', name: 'structure_import', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function import(int $id, Request $request, StructureSheet $sheet): Response
    {
        $file = $request->files->get('file');
        try {
            $units = $sheet->read($file instanceof UploadedFile && $file->isValid() ? $file->getPathname() : throw Refused::because('file_missing', 'file'), $this->structures->find($id));
            $this->structures->replace($id, $units);
            $this->say('structure_imported', ['%count%' => \count($units)]);
        } catch (Refused $refused) {
            return $this->page($id, 0, Errors::of($refused->refusals), null, false);
        }

        return $this->redirectToRoute('structure', ['id' => $id], Response::HTTP_SEE_OTHER);
    }

    private function page(int $id, int $unit, Errors $errors, ?Input $input, bool $new): Response
    {
        $all = $this->structures->all();
        $head = array_values(array_filter($all, static fn ($r): bool => $r->int('id') === $id))[0] ?? throw $this->createNotFoundException();
        $structure = $this->structures->find($id);
        $draft = 'draft' === $head->str('state');
        $findings = $this->structures->findings($structure);

        return $this->render('organisation/structure.html.twig', [
            'all' => $all, 'head' => $head, 'structure' => $structure, 'lost' => array_diff_key($structure->units, array_flip(array_map(static fn (array $w): int => $w[0]->id, $structure->walk()))), 'unit' => $new ? null : $structure->unit($unit), 'new' => $new, 'under' => $unit, 'draft' => $draft, 'findings' => $findings,
            'blockers' => \count(array_filter($findings, static fn ($f): bool => $f->blocks)), 'by_unit' => array_count_values(array_map(static fn ($f): int => $f->unit ?? 0, $findings)), 'changes' => $draft ? $structure->changesSince($this->structures->inForce()) : null,
            'kinds' => array_map(static fn (UnitKind $k): string => $k->value, UnitKind::cases()), 'places' => $this->structures->places(), 'posts' => 'in_force' === $head->str('state') && $unit > 0 ? $this->posts->of($unit) : [], 'people' => $this->posts->people(), 'errors' => $errors, 'input' => $input, 'late' => $this->reach->late(),
        ], new Response(status: $errors->any() ? 422 : 200));
    }
}
