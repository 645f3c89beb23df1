<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Requisitions\AnswersGiven;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Jorvent\Requisitions\Read\RequisitionView;
use Jorvent\Screening\Questions;
use Jorvent\Screening\QuestionSet;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryString;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** The screening questions of a brief. */
#[Route('/r/{number}/questions', requirements: ['number' => '\d{1,9}'])]
final class QuestionsPage extends QuestionBuilder
{
    /** States of a requisition in which its questions can be changed. */
    private const WRITTEN_IN = ['draft', 'sent_back', 'approved', 'on_hold'];
    private const MOST_SCORES = 500;

    public function __construct(
        private readonly AnswersGiven $answers, private readonly RequisitionQuery $views, Questions $questions,
    ) {
        parent::__construct($questions);
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('', name: 'questions', methods: ['GET'])]
    public function show(int $number, #[MapQueryString] Opened $opened = new Opened()): Response
    {
        return $this->builder($number, $opened);
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/preview', name: 'questions_preview', methods: ['GET'])]
    public function preview(int $number, Request $request, #[MapQueryString] Opened $opened = new Opened()): Response
    {
        return $this->phone($number, $this->view($number)->facts->str('title'), $opened, $request);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/add', name: 'questions_add', methods: ['POST'])]
    public function add(int $number, #[MapRequestPayload] NewQuestion $asked): Response
    {
        return $this->addTo($number, $asked);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/save', name: 'questions_save', methods: ['POST'])]
    public function save(int $number, Request $request, #[MapRequestPayload] SentQuestion $sent): Response
    {
        return $this->saveIn($number, $sent, $request);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/weights', name: 'questions_weights', methods: ['POST'])]
    public function weights(int $number, #[MapRequestPayload] SentWeights $sent): Response
    {
        return $this->weighIn($number, $sent);
    }

    protected function route(): string
    {
        return 'questions';
    }

    protected function template(): string
    {
        return 'screening/questions.html.twig';
    }

    protected function parameters(int $of): array
    {
        return ['number' => $of];
    }

    protected function set(int $of): QuestionSet
    {
        return $this->questions->requisition($this->view($of)->id());
    }

    protected function around(int $of): array
    {
        $view = $this->view($of);

        return [
            'view' => $view,
            'answered' => $this->answers->people($view->id()),
            'editable' => \in_array($view->facts->str('state'), self::WRITTEN_IN, true),
            // of those who have applied, to see how the questions part people
            'scores' => $this->answers->scores($view->id(), self::MOST_SCORES),
        ];
    }

    private function view(int $number): RequisitionView
    {
        return $this->views->byNumber($number);
    }
}
