<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Platform\Spreadsheet\SheetWriter;
use Jorvent\Platform\Web\Input;
use Jorvent\Screening\Questions;
use Jorvent\Shell\Lists\Column;
use Jorvent\Shell\Lists\Listing;
use Jorvent\Shell\Lists\Lists;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The library of screening questions, to be taken into any brief or profile. */
#[Route('/question-library')]
final class LibraryPage extends SignedInPage
{
    #[Gate(Permission::OpenRequisition)]
    #[Route('', name: 'question_library', methods: ['GET'])]
    public function list(Request $request, Lists $lists): Response
    {
        $show = 'retired' === $request->query->getString('show') ? 'retired' : 'used';
        $text = static fn (string $language): string => "(SELECT t ->> 1 FROM jsonb_array_elements(l.question -> 'texts') t WHERE t ->> 0 = '$language')";
        $listing = new Listing('question_library', [
            new Column('name', 'Name', 'l.name'), new Column('text', 'As people read it', $text('en')), new Column('kind', 'Answered by', "l.question ->> 'kind'"), new Column('knock_out', 'Knock-out', "CASE WHEN CAST(l.question ->> 'knockOut' AS boolean) THEN 'knock-out' END"),
            new Column('languages', 'Languages', "(SELECT string_agg(t ->> 0, ' ') FROM jsonb_array_elements(l.question -> 'texts') t)"), new Column('by', 'Kept by', 'a.name'), new Column('saved', 'Changed', 'CAST(l.saved_at AS date)', 'day'),
        ], 'question_library l LEFT JOIN account a ON a.id = l.saved_by', 'l.id', ['retired' === $show ? 'l.retired_at IS NOT NULL' : 'l.retired_at IS NULL'], [], ['l.name', 'CAST(l.question AS text)'], 'name', false, ['id' => 'l.id']);
        $list = $lists->state($request, $listing, $this->me()->id);
        $format = $request->query->getString('as');
        if (\in_array($format, SheetWriter::FORMATS, true)) {
            return $lists->export($listing, $list, $format);
        }

        return $this->render('screening/library.html.twig', ['listing' => $listing, 'list' => $list, 'page' => $lists->page($listing, $list), 'count' => null === $list->after ? $lists->count($listing, $list) : null, 'show' => $show]);
    }

    #[Gate(Permission::Administer)]
    #[Route('/{id}', name: 'question_library_act', requirements: ['id' => '\d{1,9}'], methods: ['POST'])]
    public function change(int $id, Request $request, Questions $questions): Response
    {
        $input = Input::of($request);

        return match ($input->choice('then', LibraryAct::class)) {
            LibraryAct::Retire => $this->act(static fn () => $questions->retire($id, true), 'question_retired', 'question_library'),
            LibraryAct::Revive => $this->act(static fn () => $questions->retire($id, false), 'question_revived', 'question_library', ['show' => 'retired']),
            LibraryAct::Rename => $this->act(static fn () => $questions->rename($id, $input->line('name')), 'question_renamed', 'question_library'),
        };
    }
}
