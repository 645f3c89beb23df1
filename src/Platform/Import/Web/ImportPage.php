<?php

declare(strict_types=1);

namespace Jorvent\Platform\Import\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Import\ImportKind;
use Jorvent\Platform\Import\Imports;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Many at once from a table: map the columns, see every error with its row and column, import the good rows when one agrees. */
#[Gate(Permission::OpenRequisition)]
#[Route('/import')]
final class ImportPage extends Page
{
    public function __construct(private readonly Imports $imports, private readonly Db $db, private readonly Access $access)
    {
    }

    #[Route('/{kind}', name: 'import_take', requirements: ['kind' => 'requisitions|people|colleagues'], methods: ['POST'])]
    public function take(string $kind, Request $request): Response
    {
        $of = $this->kind($kind);
        $file = $request->files->get('file');

        try {
            if (!$file instanceof UploadedFile || !$file->isValid()) {
                throw Refused::because($file instanceof UploadedFile && \in_array($file->getError(), [\UPLOAD_ERR_INI_SIZE, \UPLOAD_ERR_FORM_SIZE], true) || $request->server->getInt('CONTENT_LENGTH') > 8_000_000 ? 'sheet_too_large' : 'file_missing', 'file', ['limit' => 20, 'size' => intdiv($request->server->getInt('CONTENT_LENGTH'), 1_000_000)]);
            }
            $id = $this->imports->take($kind, $file->getPathname(), $file->getClientOriginalName(), $this->me()->id);
        } catch (Refused $refused) {
            foreach ($refused->refusals as $refusal) {
                $this->addFlash('refused', ['id' => 'refusal.'.$refusal->code, 'data' => array_combine(array_map(static fn (string $k): string => "%$k%", array_keys($refusal->data)), array_values($refusal->data))]);
            }

            return $this->redirectToRoute(...$of->before(), status: Response::HTTP_SEE_OTHER);
        }

        return $this->redirectToRoute('import', ['id' => $id], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{id}', name: 'import', requirements: ['id' => '\d{1,9}'], methods: ['GET'])]
    public function show(int $id): Response
    {
        return $this->page($id, Errors::none());
    }

    #[Route('/{id}', name: 'import_act', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function act_(int $id, Request $request): Response
    {
        $this->find($id);
        $input = Input::of($request);
        $me = $this->me()->id;
        try {
            match ($input->choice('then', ImportAct::class, ImportAct::Map)) {
                ImportAct::Start => $this->imports->start($id, $me),
                ImportAct::Cancel => $this->imports->cancel($id, $me),
                ImportAct::Map => $this->imports->map($id, array_map(static fn (string $c): int => (int) $c, array_filter($input->map('column'), static fn (string $c): bool => 1 === preg_match('/^\d{1,3}$/', $c))), $me),
            };
        } catch (Refused $refused) {
            return $this->page($id, Errors::of($refused->refusals));
        }

        return $this->redirectToRoute('import', ['id' => $id], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{id}/errors.{format}', name: 'import_errors', requirements: ['id' => '\d{1,9}', 'format' => 'csv|xlsx'], methods: ['GET'])]
    public function errors(int $id, string $format): Response
    {
        $import = $this->find($id);
        $head = $import->strings('head');
        $mapping = $import->json('mapping');

        return SheetWriter::response($format, 'errors', ['row', 'column', 'value', 'reason'], array_map(static function (array $e) use ($head, $mapping): array {
            $text = static fn (string $k): string => \is_scalar($e[$k] ?? null) ? (string) $e[$k] : '';
            $column = $mapping[$text('field')] ?? null;

            return [(int) $text('row'), \is_int($column) ? $head[$column] ?? '' : $text('field'), $text('value'), $text('code')];
        }, $import->objects('errors')));
    }

    private function page(int $id, Errors $errors): Response
    {
        $import = $this->find($id);
        $kind = $this->imports->of($import->str('kind'));

        return $this->render('import/import.html.twig', ['import' => $import, 'kind' => $kind, 'needed' => array_keys($kind->needed()), 'errors' => $errors, 'head' => $import->strings('head'), 'mapping' => $import->json('mapping'), 'fields' => array_keys($kind->fields()), 'preview' => 'mapping' === $import->str('state') ? $this->imports->preview($import) : [], 'problems' => \array_slice($import->objects('errors'), 0, 200)], new Response(status: $errors->any() ? 422 : 200));
    }

    private function find(int $id): \Jorvent\Platform\Database\Record
    {
        $import = $this->db->row('SELECT * FROM import WHERE id = :id AND account_id = :a', ['id' => $id, 'a' => $this->me()->id]) ?? throw $this->createNotFoundException();
        $this->kind($import->str('kind'));

        return $import;
    }

    /** Each kind has a permission of its own, beside that of the door. */
    private function kind(string $key): ImportKind
    {
        $kind = $this->imports->of($key);
        if (!$this->access->allows($this->me(), $kind->permission(), null)) {
            throw $this->createAccessDeniedException();
        }

        return $kind;
    }
}
