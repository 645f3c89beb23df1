<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Catalogue\Read\ProfileHead;
use Jorvent\Catalogue\Read\ProfileQuery;
use Jorvent\Screening\Questions;
use Jorvent\Screening\QuestionSet;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryString;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** The screening questions a requisition begins with when it is written from a profile. */
#[Route('/catalogue/{id}/questions', requirements: ['id' => '\d{1,9}'])]
final class ProfileQuestionsPage extends QuestionBuilder
{
    public function __construct(private readonly ProfileQuery $profiles, Questions $questions)
    {
        parent::__construct($questions);
    }

    #[Gate(Permission::OpenRequisition)]
    #[Route('', name: 'profile_questions', methods: ['GET'])]
    public function show(int $id, #[MapQueryString] Opened $opened = new Opened()): Response
    {
        return $this->builder($id, $opened);
    }

    #[Gate(Permission::OpenRequisition)]
    #[Route('/preview', name: 'profile_questions_preview', methods: ['GET'])]
    public function preview(int $id, Request $request, #[MapQueryString] Opened $opened = new Opened()): Response
    {
        return $this->phone($id, $this->profile($id)->content->title, $opened, $request);
    }

    #[Gate(Permission::Administer)]
    #[Route('/add', name: 'profile_questions_add', methods: ['POST'])]
    public function add(int $id, #[MapRequestPayload] NewQuestion $asked): Response
    {
        return $this->addTo($id, $asked);
    }

    #[Gate(Permission::Administer)]
    #[Route('/save', name: 'profile_questions_save', methods: ['POST'])]
    public function save(int $id, Request $request, #[MapRequestPayload] SentQuestion $sent): Response
    {
        return $this->saveIn($id, $sent, $request);
    }

    #[Gate(Permission::Administer)]
    #[Route('/weights', name: 'profile_questions_weights', methods: ['POST'])]
    public function weights(int $id, #[MapRequestPayload] SentWeights $sent): Response
    {
        return $this->weighIn($id, $sent);
    }

    /** Makes what was written the next version of the profile, or throws it away. */
    #[Gate(Permission::Administer)]
    #[Route('/publish', name: 'profile_questions_publish', methods: ['POST'])]
    public function publish(int $id, #[MapRequestPayload] Publishing $sent): Response
    {
        $set = $this->questions->profile($this->profile($id)->id);
        if (PublishAct::Discard === $sent->then) {
            return $this->act($set->discard(...), 'questions_discarded', 'profile_questions', ['id' => $id]);
        }
        $publish = fn () => $set->publish(trim($sent->note), $this->me()->id);

        return $this->act($publish, 'profile_saved', 'profile_questions', ['id' => $id]);
    }

    protected function route(): string
    {
        return 'profile_questions';
    }

    protected function template(): string
    {
        return 'screening/profile_questions.html.twig';
    }

    protected function parameters(int $of): array
    {
        return ['id' => $of];
    }

    protected function set(int $of): QuestionSet
    {
        return $this->questions->profile($this->profile($of)->id);
    }

    protected function around(int $of): array
    {
        return ['profile' => $this->profile($of), 'draft' => $this->questions->profile($of)->isDraft()];
    }

    private function profile(int $id): ProfileHead
    {
        return $this->profiles->head($id) ?? throw $this->createNotFoundException();
    }
}
