<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Intake;
use Jorvent\People\Readings;
use Jorvent\People\ReadResume;
use Jorvent\People\TakeDown;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Contracts\Translation\TranslatorInterface;

/** Resumes coming in by the armful: drop them, see what came of each, look at what is unsure, mend what failed. */
#[Gate(Permission::Search)]
#[Route('/intake')]
final class IntakePage extends SignedInPage
{
    private const TOLD = ['name', 'email', 'phone', 'city', 'headline', 'notice', 'start'];

    public function __construct(private readonly Intake $intake, private readonly Readings $readings, private readonly TranslatorInterface $words, #[Autowire('%env(JORVENT_MAILBOX_ADDRESS)%')] private readonly string $mailbox)
    {
    }

    #[Route('', name: 'intake', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page(self::whole($request, 'in'), self::whole($request, 'file'), Errors::none(), null);
    }

    /** Files of a form; or none, to begin one that files are sent to one by one. */
    #[Route('', name: 'intake_drop', methods: ['POST'])]
    public function drop(Request $request): Response
    {
        $id = $this->intake->open($this->me()->id);
        $files = array_filter(\is_array($request->files->all()['files'] ?? null) ? $request->files->all()['files'] : [], static fn (mixed $f): bool => $f instanceof UploadedFile && \UPLOAD_ERR_NO_FILE !== $f->getError());
        $errors = [];
        foreach ($files as $file) {
            try {
                $this->lay($id, $file);
            } catch (Refused $refused) {
                $errors = $refused->refusals;
            }
        }
        if ($request->headers->has('X-Files')) {
            return new JsonResponse(['id' => $id]);
        }
        if ([] === $files || [] !== $errors) {
            return $this->page($id, 0, Errors::of([] === $errors ? [new \Jorvent\Core\Shared\Refusal('file', 'file_missing_here')] : $errors), null);
        }

        return $this->redirectToRoute('intake', ['in' => $id], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{intake}/file', name: 'intake_file', requirements: ['intake' => '\d{1,9}'], methods: ['POST'])]
    public function receive(int $intake, Request $request): Response
    {
        $this->own($intake);
        $file = $request->files->get('file');
        try {
            $count = $file instanceof UploadedFile ? \count($this->lay($intake, $file)) : throw Refused::because('file_missing_here', 'file');
        } catch (Refused $refused) {
            return new JsonResponse(['refused' => $this->words->trans('refusal.'.$refused->refusals[0]->code, array_combine(array_map(static fn (string $k): string => '%'.$k.'%', array_keys($refused->refusals[0]->data)), $refused->refusals[0]->data))], 422);
        }

        return new JsonResponse(['files' => $count]);
    }

    /** Someone met or on the phone. */
    #[Route('/typed', name: 'intake_typed', methods: ['POST'])]
    public function typed(Request $request, TakeDown $down): Response
    {
        $input = Input::of($request);
        try {
            $money = static fn (string $field): ?Money => '' === $input->line($field) ? null : Money::parse($input->line($field), $input->line('currency')) ?? throw Refused::because('amount_wrong', $field);
            $told = array_combine(self::TOLD, array_map($input->line(...), self::TOLD)) + ['note' => $input->text('note')];
            $candidate = $down($told, $money('earns'), $money('wants'), 'by_hand');
            $this->say('typed');

            return $this->redirectToRoute('person', ['candidate' => $candidate], Response::HTTP_SEE_OTHER);
        } catch (Refused $refused) {
            return $this->page(0, 0, Errors::of($refused->refusals), $input);
        }
    }

    /** The rows alone, asked for again while files wait. */
    #[Route('/{intake}/rows', name: 'intake_rows', requirements: ['intake' => '\d{1,9}'], methods: ['GET'])]
    public function rows(int $intake): Response
    {
        $this->own($intake);

        return $this->render('people/intake_rows.html.twig', ['in' => $intake, 'files' => $this->intake->filesOf($intake, $this->me()->id), 'open' => 0, 'errors' => Errors::none(), 'input' => null]);
    }

    #[Route('/{intake}/{step}', name: 'intake_act', requirements: ['intake' => '\d{1,9}', 'step' => 'cancel|again|same|other|hand|untie'], methods: ['POST'])]
    public function step(int $intake, IntakeStep $step, Request $request): Response
    {
        $this->own($intake);
        $input = Input::of($request);
        $file = $input->int('file') ?? 0;
        if (IntakeStep::Cancel !== $step && !\in_array($file, array_map(static fn ($r): int => $r->int('id'), $this->intake->filesOf($intake, $this->me()->id)), true)) {
            throw $this->createNotFoundException();
        }
        try {
            match ($step) {
                IntakeStep::Cancel => $this->intake->cancel($intake),
                IntakeStep::Again => $this->intake->again($file),
                IntakeStep::Same => $this->intake->same($file, true),
                IntakeStep::Other => $this->intake->same($file, false),
                IntakeStep::Untie => $this->intake->untie($file, $this->me()->id),
                IntakeStep::Hand => $this->intake->byHand($file, $input->line('name'), $input->line('email')),
            };
        } catch (Refused $refused) {
            return $this->page($intake, $file, Errors::of($refused->refusals), $input);
        }

        return $this->redirectToRoute('intake', ['in' => $intake], Response::HTTP_SEE_OTHER);
    }

    /** The original of a file that could not be read, to look at beside the form; to be saved, never run. */
    #[Route('/{intake}/original/{file}', name: 'intake_original', requirements: ['intake' => '\d{1,9}', 'file' => '\d{1,9}'], methods: ['GET'])]
    public function original(int $intake, int $file, Db $db, FileStore $files): Response
    {
        $this->own($intake);
        $row = $db->row('SELECT name, sha256, size FROM intake_file WHERE id = :f AND intake_id = :i', ['f' => $file, 'i' => $intake]) ?? throw $this->createNotFoundException();
        if ($row->int('size') > ReadResume::MAX_BYTES) {
            throw $this->createNotFoundException();
        }
        $response = new Response($files->get($row->str('sha256')), headers: ['Content-Type' => 'application/octet-stream']);
        $response->headers->set('Content-Disposition', $response->headers->makeDisposition('attachment', $row->str('name'), (string) preg_replace('/[^\x20-\x7E]|[%\/\\\\]/', '_', $row->str('name'))));

        return $response;
    }

    private function page(int $in, int $open, Errors $errors, ?Input $input): Response
    {
        $me = $this->me()->id;
        $recent = $this->intake->recent($me);
        $in = 0 === $in ? ($recent[0] ?? null)?->int('id') ?? 0 : $in;

        return $this->render('people/intake.html.twig', ['in' => $in, 'recent' => $recent, 'now' => array_values(array_filter($recent, static fn ($r): bool => $r->int('id') === $in))[0] ?? null, 'files' => $this->intake->filesOf($in, $me), 'open' => $open, 'mailbox' => $this->mailbox, 'unsure' => $this->readings->unsure(40), 'errors' => $errors, 'input' => $input], new Response(status: $errors->any() ? 422 : 200));
    }

    /** @return list<int> */
    private function lay(int $intake, UploadedFile $file): array
    {
        if (!$file->isValid()) {
            throw Refused::because(\in_array($file->getError(), [\UPLOAD_ERR_INI_SIZE, \UPLOAD_ERR_FORM_SIZE], true) ? 'file_too_large_here' : 'file_missing_here', 'file');
        }

        return $this->intake->lay($intake, (string) file_get_contents($file->getPathname()), $file->getClientOriginalName());
    }

    private function own(int $intake): void
    {
        if (!$this->intake->mine($intake, $this->me()->id)) {
            throw $this->createNotFoundException();
        }
    }
}
