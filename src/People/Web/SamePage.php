<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\SubjectFinder;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Merge;
use Jorvent\People\SamePerson;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Two records beside one another: what speaks for one person, what would win field by field, and the word on it. */
#[Gate(Permission::CorrectPerson, Gate::CANDIDATE)]
final class SamePage extends SignedInPage
{
    public function __construct(private readonly Db $db, private readonly Merge $merge, private readonly SamePerson $same, private readonly Access $access, private readonly SubjectFinder $subjects)
    {
    }

    #[Route('/people/{candidate}/same/{other}', name: 'same_person', requirements: ['candidate' => '\d{1,9}', 'other' => '\d{1,9}'], methods: ['GET', 'POST'])]
    public function compare(int $candidate, int $other, Request $request): Response
    {
        $subject = $this->subjects->find(Gate::CANDIDATE, $other, $this->me()->id);
        if (null === $subject || !$this->access->allows($this->me(), Permission::CorrectPerson, $subject)) {
            throw $this->createAccessDeniedException();
        }
        $people = $this->db->rows('SELECT c.*, (SELECT count(*) FROM application a WHERE a.candidate_id = c.id) AS applications, (SELECT count(*) FROM resume r WHERE r.candidate_id = c.id) AS resumes, (SELECT count(*) FROM delivery o WHERE o.candidate_id = c.id AND o.kind = \'mail\') AS mails FROM candidate c WHERE c.id IN (:ids) AND c.erased_at IS NULL AND c.merged_into IS NULL ORDER BY (c.id = :first) DESC', ['ids' => [$candidate, $other], 'first' => $candidate]);
        if (2 !== \count($people)) {
            throw $this->createNotFoundException();
        }
        $errors = Errors::none();
        if ($request->isMethod('POST')) {
            $answer = Input::of($request)->choice('then', SameAnswer::class);
            try {
                match ($answer) {
                    SameAnswer::Apart => $this->merge->apart($candidate, $other, $this->me()->id),
                    SameAnswer::Join => ($this->merge)($candidate, $other, $this->me()->id),
                };
                $this->say(SameAnswer::Join === $answer ? 'joined' : 'kept_apart');

                return $this->redirectToRoute('person', ['candidate' => $candidate], Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }
        $like = array_values(array_filter($this->same->likeCandidate($candidate), static fn (array $l): bool => $l['id'] === $other))[0] ?? null;

        return $this->render('people/same.html.twig', ['one' => $people[0], 'two' => $people[1], 'lines' => $this->merge->preview($candidate, $other), 'like' => $like, 'errors' => $errors], new Response(status: $errors->any() ? 422 : 200));
    }

    #[Route('/people/{candidate}/apart', name: 'take_apart', requirements: ['candidate' => '\d{1,9}'], methods: ['POST'])]
    public function apart(int $candidate, Request $request): Response
    {
        $merge = Input::of($request)->int('merge') ?? 0;
        $mine = \in_array($merge, array_map(static fn ($m): int => $m->int('id'), $this->merge->into($candidate)), true);

        return $this->act(fn () => $mine ? $this->merge->undo($merge, $this->me()->id) : throw Refused::because('missing'), 'taken_apart', 'person', ['candidate' => $candidate]);
    }
}
