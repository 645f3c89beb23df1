<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Resume\Corrections;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\PageImages;
use Jorvent\People\Readings;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** A resume and what was read from it, side by side: each thing leads to its passage, what is unsure comes first, and is confirmed or corrected in place. */
final class ReadingPage extends SignedInPage
{
    public function __construct(private readonly Db $db, private readonly Readings $readings, private readonly Access $access, private readonly PageImages $images)
    {
    }

    #[Gate(Permission::ReadPerson, Gate::CANDIDATE)]
    #[Route('/people/{candidate}/reading/{resume}', name: 'reading', requirements: ['candidate' => '\d{1,9}', 'resume' => '\d{1,9}'], methods: ['GET'])]
    public function show(int $candidate, int $resume, Request $request, Subject $_subject): Response
    {
        return $this->page($candidate, $resume, $request->query->getString('item'), $_subject, Errors::none(), null, 'pages' === $request->query->getString('as'));
    }

    /** A page of the original as a picture. */
    #[Gate(Permission::ReadPerson, Gate::CANDIDATE)]
    #[Route('/people/{candidate}/reading/{resume}/page/{page}.png', name: 'reading_page', requirements: ['candidate' => '\d{1,9}', 'resume' => '\d{1,9}', 'page' => '[1-9]\d?'], methods: ['GET'])]
    public function image(int $candidate, int $resume, int $page): Response
    {
        $hash = $this->resume($candidate, $resume)->strOrNull('file_sha256');
        $png = null === $hash || $page > PageImages::MOST ? null : $this->images->page($hash, $page);

        return null === $png ? throw $this->createNotFoundException() : new Response($png, 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=600', 'X-Content-Type-Options' => 'nosniff']);
    }

    #[Gate(Permission::CorrectPerson, Gate::CANDIDATE)]
    #[Route('/people/{candidate}/reading/{resume}', name: 'reading_correct', requirements: ['candidate' => '\d{1,9}', 'resume' => '\d{1,9}'], methods: ['POST'])]
    public function correct(int $candidate, int $resume, Request $request, Subject $_subject): Response
    {
        $input = Input::of($request);
        $item = $input->line('item');
        $this->resume($candidate, $resume);
        $verdict = $input->choice('then', ItemVerdict::class)->value;
        try {
            $this->readings->correct($resume, $item, $verdict, array_map(static fn (string $v): string => mb_substr(trim((string) preg_replace('/\s+/u', ' ', $v)), 0, 200), $input->map('is')), $this->me()->id);
            $next = self::next($this->readings->of($resume)['items'], $item);
            $this->say('reading_kept');

            return $this->redirectToRoute('reading', ['candidate' => $candidate, 'resume' => $resume] + (null === $next ? [] : ['item' => $next]), Response::HTTP_SEE_OTHER);
        } catch (Refused $refused) {
            return $this->page($candidate, $resume, $item, $_subject, Errors::of($refused->refusals), $input);
        }
    }

    private function page(int $candidate, int $resume, string $open, Subject $subject, Errors $errors, ?Input $input, bool $asPages = false): Response
    {
        $row = $this->resume($candidate, $resume);
        $hash = $row->strOrNull('file_sha256');
        $pages = 'application/pdf' === $row->str('media_type') && null !== $hash ? $this->images->pages($hash) : 0;
        $read = $this->readings->of($resume);
        $lines = preg_split('/\R/u', $row->str('text')) ?: [];
        $of = [];
        $one = null;
        foreach ($read['items'] as $kind => $items) {
            foreach ($items as $key => $item) {
                foreach (\is_array($item['lines'] ?? null) ? $item['lines'] : [$item['line'] ?? null] as $line) {
                    if (\is_int($line)) {
                        $of[$line] ??= ['item' => $kind.'.'.$key, 'sure' => $item['sure'] ?? ''];
                    }
                }
                $one = $kind.'.'.$key === $open ? $item : $one;
            }
        }
        $struck = array_map(static fn (Record $r): string => $r->str('item'), $this->db->rows("SELECT item FROM resume_correction WHERE resume_id = :r AND verdict = 'struck' ORDER BY at", ['r' => $resume]));

        return $this->render('people/reading.html.twig', [
            'person' => $this->db->row('SELECT id, name FROM candidate WHERE id = :id', ['id' => $candidate]), 'resume' => $row, 'others' => $this->db->rows('SELECT id, file_name, created_at FROM resume WHERE candidate_id = :c AND id <> :r ORDER BY id DESC', ['c' => $candidate, 'r' => $resume]), 'pages' => $pages, 'as_pages' => $asPages && $pages > 0, 'lines' => $lines, 'of' => $of, 'items' => $read['items'], 'months' => $read['months'], 'reading' => $read['reading'],
            'open' => $open, 'one' => $one, 'fields' => Corrections::FIELDS, 'struck' => $struck, 'may_correct' => $this->access->allows($this->me(), Permission::CorrectPerson, $subject), 'errors' => $errors, 'input' => $input,
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    private function resume(int $candidate, int $resume): Record
    {
        return $this->db->row('SELECT id, file_name, file_sha256, media_type, text, created_at, size FROM resume WHERE id = :r AND candidate_id = :c', ['r' => $resume, 'c' => $candidate]) ?? throw $this->createNotFoundException();
    }

    /** @param array<string, array<array-key, array<array-key, mixed>>> $items */
    private static function next(array $items, string $after): ?string
    {
        foreach ($items as $kind => $all) {
            foreach ($all as $key => $item) {
                if ('unsure' === ($item['sure'] ?? '') && $kind.'.'.$key !== $after) {
                    return $kind.'.'.$key;
                }
            }
        }

        return null;
    }
}
