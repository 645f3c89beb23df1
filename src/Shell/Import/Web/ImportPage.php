<?php

declare(strict_types=1);

namespace Jorvent\Shell\Import\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Shell\Entity\Import;
use Jorvent\Shell\Entity\ImportState;
use Jorvent\Shell\Form\MappingType;
use Jorvent\Shell\Import\CellError;
use Jorvent\Shell\Import\ImportKind;
use Jorvent\Shell\Import\ImportKinds;
use Jorvent\Shell\Import\Imports;
use Jorvent\Shell\Repository\ImportRepository;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Many at once from a table: the columns are mapped, every error is shown with its row, the good rows are imported. */
#[Gate(Permission::OpenRequisition)]
#[Route('/import', requirements: ['id' => '\d{1,9}'])]
final class ImportPage extends SignedInPage
{
    private const SHOWN_ERRORS = 200;
    /** What a request may carry in all; a larger file comes without its content. */
    private const LARGEST = 8_000_000;

    public function __construct(
        private readonly Imports $imports,
        private readonly ImportRepository $repository,
        private readonly ImportKinds $kinds,
        private readonly Access $access,
    ) {
    }

    #[Route('/{kind}', name: 'import_take', requirements: ['kind' => 'requisitions|people|colleagues'], methods: ['POST'])]
    public function take(string $kind, Request $request): Response
    {
        $before = $this->kind($kind)->before();
        $id = 0;
        $back = $this->act(function () use ($kind, $request, &$id): void {
            $file = self::sent($request);
            $name = $file->getClientOriginalName();
            $id = $this->imports->take($kind, $file->getPathname(), $name, $this->me()->id);
        }, null, ...$before);

        return 0 === $id ? $back : $this->redirectToRoute('import', ['id' => $id], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{id}', name: 'import', methods: ['GET', 'POST'])]
    public function show(int $id, Request $request): Response
    {
        $import = $this->find($id);
        $kind = $this->kind($import->kind);
        $form = $this->formOf(MappingType::class, $import->mapping, [
            'head' => $import->head, 'fields' => array_keys($kind->fields()), 'disabled' => !$import->state->isOpen(),
        ])->handleRequest($request);
        if ($this->done($form, fn () => $this->imports->map($id, self::chosen($form), $this->me()->id))) {
            return $this->redirectToRoute('import', ['id' => $id], Response::HTTP_SEE_OTHER);
        }

        return $this->render('import/import.html.twig', [
            'import' => $import,
            'kind' => $kind,
            'form' => $form,
            'needed' => array_keys($kind->needed()),
            'preview' => ImportState::Mapping === $import->state ? $this->imports->preview($import) : [],
            'problems' => \array_slice($import->errors(), 0, self::SHOWN_ERRORS),
        ]);
    }

    #[Route('/{id}/start', name: 'import_start', methods: ['POST'])]
    public function start(int $id): Response
    {
        $this->find($id);

        return $this->act(fn () => $this->imports->start($id, $this->me()->id), null, 'import', ['id' => $id]);
    }

    #[Route('/{id}/cancel', name: 'import_cancel', methods: ['POST'])]
    public function cancel(int $id): Response
    {
        $this->find($id);

        return $this->act(fn () => $this->imports->cancel($id, $this->me()->id), null, 'import', ['id' => $id]);
    }

    #[Route('/{id}/errors.{format}', name: 'import_errors', requirements: ['format' => 'csv|xlsx'], methods: ['GET'])]
    public function errors(int $id, string $format): Response
    {
        $import = $this->find($id);
        $column = static fn (CellError $e): string => $import->head[$import->mapping[$e->field] ?? -1] ?? $e->field;
        $row = static fn (CellError $e): array => [$e->row, $column($e), $e->value, $e->code];
        $head = ['row', 'column', 'value', 'reason'];

        return SheetWriter::response($format, 'errors', $head, array_map($row, $import->errors()));
    }

    private function find(int $id): Import
    {
        $import = $this->repository->of($id, $this->me()->id) ?? throw $this->createNotFoundException();
        $this->kind($import->kind);

        return $import;
    }

    /** Each kind has a permission of its own, beside that of the door. */
    private function kind(string $key): ImportKind
    {
        $kind = $this->kinds->of($key);
        if (!$this->access->allows($this->me(), $kind->permission(), null)) {
            throw $this->createAccessDeniedException();
        }

        return $kind;
    }

    /** @throws Refused when none came, or one that is too large */
    private static function sent(Request $request): UploadedFile
    {
        $file = $request->files->get('file');
        if ($file instanceof UploadedFile && $file->isValid()) {
            return $file;
        }
        $size = $request->server->getInt('CONTENT_LENGTH');
        $tooLarge = $size > self::LARGEST
            || ($file instanceof UploadedFile
                && \in_array($file->getError(), [\UPLOAD_ERR_INI_SIZE, \UPLOAD_ERR_FORM_SIZE], true));
        $data = ['limit' => 20, 'size' => intdiv($size, 1_000_000)];

        throw Refused::because($tooLarge ? 'sheet_too_large' : 'file_missing', 'file', $data);
    }

    /**
     * @param FormInterface<covariant mixed> $form
     *
     * @return array<string, int> the columns chosen, by field
     */
    private static function chosen(FormInterface $form): array
    {
        $chosen = [];
        foreach ($form->all() as $field => $child) {
            $column = $child->getData();
            if (\is_int($column)) {
                $chosen[(string) $field] = $column;
            }
        }

        return $chosen;
    }
}
