<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Database\Db;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\RequisitionViews;
use Jorvent\Screening\Questions;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The screening questions of a brief: written, weighed, previewed as people will meet them. */
#[Route('/r/{number}/questions', requirements: ['number' => '\d{1,9}'])]
final class QuestionsPage extends Page
{
    public function __construct(private readonly Db $db, private readonly RequisitionViews $views, private readonly Questions $questions)
    {
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('', name: 'questions', methods: ['GET'])]
    public function show(int $number, Request $request): Response
    {
        return $this->page($number, $request->query->getString('q'), $request->query->getString('lang', 'en'), Errors::none());
    }

    /** What a candidate on a phone meets, in a language, with what is chosen there so far. */
    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/preview', name: 'questions_preview', methods: ['GET'])]
    public function preview(int $number, Request $request, Subject $_subject): Response
    {
        [$questions] = $this->questions->of((int) $_subject->requisitionId);
        $locale = \in_array($request->query->getString('lang'), ['en', 'nb', 'pl'], true) ? $request->query->getString('lang') : 'en';
        $request->setLocale($locale);

        return $this->render('screening/preview.html.twig', ['title' => $this->views->byNumber($number)->facts->str('title'), 'questions' => $questions->questions, 'shown' => $questions->shown([]), 'locale' => $locale, 'errors' => Errors::none()]);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/add', name: 'questions_add', methods: ['POST'])]
    public function add(int $number, Request $request, Subject $_subject): Response
    {
        $input = Input::of($request);
        $id = (int) $_subject->requisitionId;
        $new = '';

        $response = $this->act(function () use ($input, $id, &$new): void {
            $library = $input->int('library');
            $new = null !== $library ? $this->questions->addFromLibrary($id, $library) : $this->questions->add($id, QuestionKind::tryFrom($input->line('kind')) ?? QuestionKind::YesNo);
        }, null, 'questions', ['number' => $number]);

        return '' === $new ? $response : $this->redirectToRoute('questions', ['number' => $number, 'q' => $new], Response::HTTP_SEE_OTHER);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/save', name: 'questions_save', methods: ['POST'])]
    public function save(int $number, Request $request, Subject $_subject): Response
    {
        $input = Input::of($request);
        $id = (int) $_subject->requisitionId;
        $question = $input->line('question');
        $then = $input->line('then');
        try {
            [$all] = $this->questions->of($id);
            $form = new QuestionForm($input, $all->question($question) ?? throw $this->createNotFoundException());
            match ($then) {
                'remove' => $this->questions->remove($id, $question),
                'up', 'down' => $this->questions->move($id, $question, 'up' === $then ? -1 : 1),
                'library' => $this->questions->keepInLibrary($id, $question, $input->line('name'), $this->me()->id),
                default => $this->questions->save($id, $form->question('option' === $then)),
            };
        } catch (Refused $refused) {
            return $this->page($number, $question, $input->line('lang'), Errors::of($refused->refusals));
        }
        if ('library' === $then) {
            $this->say('question_kept');
        }

        return $this->redirectToRoute('questions', ['number' => $number, 'q' => 'remove' === $then ? null : $question, 'lang' => $input->line('lang') ?: null], Response::HTTP_SEE_OTHER);
    }

    #[Gate(Permission::EditBrief, Gate::REQUISITION)]
    #[Route('/weights', name: 'questions_weights', methods: ['POST'])]
    public function weights(int $number, Request $request, Subject $_subject): Response
    {
        $input = Input::of($request);
        $id = (int) $_subject->requisitionId;
        $then = $input->line('then');
        try {
            if (1 === preg_match('/^shift:(\w+):(-?\d{1,2})$/', $then, $m)) {
                $this->questions->shift($id, $m[1], (int) $m[2]);
            } else {
                $weights = array_map(static fn (string $w): int => 1 === preg_match('/^\d{1,3}$/', $w) ? (int) $w : 0, $input->map('weight'));
                $this->questions->weigh($id, $weights, array_map(static fn (): bool => true, $input->map('locked')), 'spread' === $then);
            }
        } catch (Refused $refused) {
            return $this->page($number, $input->line('q'), 'en', Errors::of($refused->refusals));
        }

        return $this->redirectToRoute('questions', ['number' => $number, 'q' => $input->line('q') ?: null], Response::HTTP_SEE_OTHER);
    }

    private function page(int $number, string $open, string $locale, Errors $errors): Response
    {
        $view = $this->views->byNumber($number);
        [$questions, $version] = $this->questions->of($view->id());
        $at = array_search($open, array_map(static fn ($q): string => $q->id, $questions->questions), true);
        $answered = $this->db->int("SELECT count(*) FROM application WHERE requisition_id = :r AND origin = 'applied'", ['r' => $view->id()]);
        $total = array_sum(array_map(static fn ($q): int => $q->weight, $questions->questions));

        return $this->render('screening/questions.html.twig', [
            'view' => $view, 'questions' => $questions->questions, 'version' => $version, 'open' => false === $at ? null : $questions->questions[$at], 'earlier' => \array_slice($questions->questions, 0, (int) $at), 'lang' => \in_array($locale, ['en', 'nb', 'pl'], true) ? $locale : 'en', 'errors' => $errors, 'blockers' => $questions->blockers(), 'total' => $total,
            'kinds' => array_map(static fn (QuestionKind $k): string => $k->value, QuestionKind::cases()), 'library' => $this->questions->library(), 'answered' => $answered, 'scores' => $this->scores($view->id()), 'editable' => \in_array($view->facts->str('state'), ['draft', 'sent_back', 'approved', 'on_hold'], true),
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    /** @return list<int> scores of those who have applied, to see how the questions part people */
    private function scores(int $requisition): array
    {
        return array_map(static fn ($r): int => $r->int('score'), $this->db->rows('SELECT score FROM application WHERE requisition_id = :r AND score IS NOT NULL ORDER BY score LIMIT 500', ['r' => $requisition]));
    }
}
