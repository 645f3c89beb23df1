<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Messages\Template;
use Jorvent\Core\Search\Search;
use Jorvent\Messages\Letters;
use Jorvent\People\SearchForm;
use Jorvent\People\SearchReach;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Input;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** A letter to someone found; one stays with them in the search. */
final class WritePage extends SignedInPage
{
    /** The letter as it would go out, to be changed. */
    #[Gate(Permission::Keep, Gate::REQUISITION)]
    #[Route('/r/{number}/sourcing/write', name: 'sourcing_letter', requirements: ['number' => '\d{1,9}'], methods: ['GET'])]
    public function letter(int $number, Request $request, Letters $letters, SearchReach $reach, Db $db, Subject $_subject): Response
    {
        $person = self::whole($request, 'person');
        $row = $reach->sees($this->me(), $person) ? $db->row('SELECT name, locale FROM candidate WHERE id = :id AND erased_at IS NULL', ['id' => $person]) : null;
        if (null === $row) {
            throw $this->createNotFoundException();
        }

        return $this->render('people/_letter.html.twig', ['number' => $number, 'person' => $person, 'name' => $row->str('name'), 'lang' => $row->str('locale'), 'draft' => $letters->draft($person, (int) $_subject->requisitionId), 'unwritable' => $letters->blockers($person, $this->me()->id), 'search' => SearchForm::read($request->query->all()) ?? new Search()]);
    }

    #[Gate(Permission::Keep, Gate::REQUISITION)]
    #[Route('/r/{number}/sourcing/write', name: 'sourcing_write', requirements: ['number' => '\d{1,9}'], methods: ['POST'])]
    public function write(int $number, Request $request, Letters $letters, Subject $_subject): Response
    {
        $input = Input::of($request);
        $search = SearchForm::read($request->request->all());
        $in = $input->line('in');
        $back = array_filter(['number' => $number, 'q' => $search?->text, 'c' => $search?->lines(), 'in' => \in_array($in, SourcingAsked::SOURCES, true) && 'own' !== $in ? $in : null, 'person' => $input->line('person')], static fn (mixed $v): bool => null !== $v && '' !== $v && [] !== $v);

        return $this->act(
            fn () => $letters->write((int) $input->int('person'), (int) $_subject->requisitionId, $this->me()->id, new Template($input->line('subject'), $input->text('body')), '1' === $input->line('anyway')),
            'letter_written', $request->headers->has('HX-Request') ? 'sourcing_results' : 'sourcing', $back, ['%name%' => $input->line('name')],
        );
    }
}
