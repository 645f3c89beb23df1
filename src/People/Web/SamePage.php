<?php

declare(strict_types=1);

namespace Jorvent\People\Web;

use Jorvent\Accounts\Access\Access;
use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\SubjectFinder;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\JoinPeople;
use Jorvent\People\Read\JoiningQuery;
use Jorvent\People\Read\JoiningRow;
use Jorvent\People\SamePerson;
use Jorvent\Platform\Web\Errors;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** Two records beside one another: what speaks for one person, what would hold field by field, and the word on it. */
#[Gate(Permission::CorrectPerson, Gate::CANDIDATE)]
#[Route('/people/{candidate}', requirements: ['candidate' => '\d{1,9}', 'other' => '\d{1,9}'])]
final class SamePage extends SignedInPage
{
    public function __construct(
        private readonly JoinPeople $join,
        private readonly JoiningQuery $joinings,
        private readonly SamePerson $same,
        private readonly Access $access,
        private readonly SubjectFinder $subjects,
    ) {
    }

    #[Route('/same/{other}', name: 'same_person', methods: ['GET'])]
    public function compare(int $candidate, int $other): Response
    {
        $this->denyUnlessBoth($other);

        return $this->page($candidate, $other, Errors::none());
    }

    #[Route('/same/{other}', name: 'same_person_answer', methods: ['POST'])]
    public function answer(int $candidate, int $other, #[MapRequestPayload] SentSameAnswer $sent): Response
    {
        $this->denyUnlessBoth($other);
        $me = $this->me()->id;
        $errors = $this->attempt(fn () => match ($sent->then) {
            SameAnswer::Apart => $this->join->keepApart($candidate, $other, $me),
            SameAnswer::Join => ($this->join)($candidate, $other, $me),
        });
        if ($errors->any()) {
            return $this->page($candidate, $other, $errors);
        }
        $this->say(SameAnswer::Join === $sent->then ? 'joined' : 'kept_apart');

        return $this->redirectToRoute('person', ['candidate' => $candidate], Response::HTTP_SEE_OTHER);
    }

    #[Route('/apart', name: 'take_apart', methods: ['POST'])]
    public function apart(int $candidate, #[MapRequestPayload] SentJoining $sent = new SentJoining()): Response
    {
        $ids = array_map(static fn (JoiningRow $row): int => $row->id, $this->joinings->into($candidate));
        $apart = fn () => \in_array($sent->id(), $ids, true)
            ? $this->join->takeApart($sent->id(), $this->me()->id)
            : throw Refused::because('missing');

        return $this->act($apart, 'taken_apart', 'person', ['candidate' => $candidate]);
    }

    /** The gate asks about the first of the two alone. */
    private function denyUnlessBoth(int $other): void
    {
        $subject = $this->subjects->find(Gate::CANDIDATE, $other, $this->me()->id);
        if (null === $subject || !$this->access->allows($this->me(), Permission::CorrectPerson, $subject)) {
            throw $this->createAccessDeniedException();
        }
    }

    private function page(int $candidate, int $other, Errors $errors): Response
    {
        [$one, $two] = $this->joinings->two($candidate, $other) ?? throw $this->createNotFoundException();
        $like = array_column($this->same->likeCandidate($candidate), null, 'id')[$other] ?? null;

        return $this->render('people/same.html.twig', [
            'one' => $one,
            'two' => $two,
            'lines' => $this->joinings->differences($candidate, $other),
            'like' => $like,
            'errors' => $errors,
        ], new Response(status: $errors->any() ? Response::HTTP_UNPROCESSABLE_ENTITY : Response::HTTP_OK));
    }
}
