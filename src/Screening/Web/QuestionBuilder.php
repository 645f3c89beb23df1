<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Screening\Questionnaire;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Web\Errors;
use Jorvent\Screening\Form\QuestionInput;
use Jorvent\Screening\Form\QuestionType;
use Jorvent\Screening\Questions;
use Jorvent\Screening\QuestionSet;
use Jorvent\Screening\Read\LibraryQuery;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Contracts\Service\Attribute\Required;

/** The page on which screening questions are written, weighed and previewed, whatever set they are of. */
abstract class QuestionBuilder extends SignedInPage
{
    private LibraryQuery $library;

    public function __construct(protected readonly Questions $questions)
    {
    }

    #[Required]
    public function setLibrary(LibraryQuery $library): void
    {
        $this->library = $library;
    }

    /** The route of the page itself; those of its acts have it in front. */
    abstract protected function route(): string;

    /**
     * What the page shows around the builder.
     *
     * @return array<string, mixed>
     */
    abstract protected function around(int $of): array;

    abstract protected function template(): string;

    abstract protected function set(int $of): QuestionSet;

    /** @return array<string, int> parameters of the routes */
    abstract protected function parameters(int $of): array;

    /**
     * @param FormInterface<QuestionInput>|null $form    of the open question, as it was sent
     * @param SentWeights|null                  $weights as they were sent
     * @param list<Refusal>                     $refused what is told above all questions
     */
    protected function builder(
        int $of,
        Opened $opened,
        ?FormInterface $form = null,
        ?SentWeights $weights = null,
        array $refused = [],
    ): Response {
        $set = $this->set($of);
        $all = $set->questions();
        $open = $all->question($opened->q);

        return $this->render($this->template(), [
            'questions' => $all->questions,
            'version' => $set->version(),
            'open' => $open,
            'form' => $form ?? (null === $open ? null : $this->form($all, $open)),
            'typed' => $weights->weight ?? [],
            'lang' => $opened->language(),
            'refused' => $refused,
            'blockers' => $all->blockers(),
            'total' => array_sum(array_map(static fn (Question $q): int => $q->weight, $all->questions)),
            'kinds' => array_map(static fn (QuestionKind $k): string => $k->value, QuestionKind::cases()),
            'library' => $this->library->offered(),
            'route' => $this->route(),
            'of' => $this->parameters($of),
            'answered' => 0,
            'scores' => [],
            ...$this->around($of),
        ], new Response(status: [] === $refused ? 200 : 422));
    }

    /** What a candidate on a phone meets, in a language. */
    protected function phone(int $of, string $title, Opened $opened, Request $request): Response
    {
        $all = $this->set($of)->questions();
        $locale = $opened->language();
        $this->speak($request, $locale);

        return $this->render('screening/preview.html.twig', [
            'title' => $title,
            'questions' => $all->questions,
            'shown' => $all->shown([]),
            'locale' => $locale,
            'errors' => Errors::none(),
        ]);
    }

    protected function addTo(int $of, NewQuestion $asked): Response
    {
        $new = null;
        $response = $this->act(function () use ($asked, $of, &$new): void {
            $new = null === $asked->library
                ? $this->questions->add($this->set($of), $asked->kind)
                : $this->questions->addFromLibrary($this->set($of), $asked->library);
        }, null, $this->route(), $this->parameters($of));

        return null === $new ? $response : $this->onTo($of, $new);
    }

    protected function saveIn(int $of, SentQuestion $sent, Request $request): Response
    {
        $set = $this->set($of);
        $all = $set->questions();
        $old = $all->question($sent->question) ?? throw $this->createNotFoundException();
        $form = $this->form($all, $old)->handleRequest($request);
        $opened = new Opened($old->id, $sent->lang);
        if (QuestionAct::Keep === $sent->then || QuestionAct::Option === $sent->then) {
            $another = QuestionAct::Option === $sent->then;
            $save = fn () => $this->questions->save($set, $form->getData()->question($another));

            return $this->done($form, $save)
                ? $this->onTo($of, $old->id, $sent->lang)
                : $this->builder($of, $opened, $form);
        }
        try {
            $this->do($sent->then, $set, $old->id, $form->getData()->name ?? '');
        } catch (Refused $refused) {
            return $this->builder($of, $opened, $form, refused: $refused->refusals);
        }

        return $this->onTo($of, QuestionAct::Remove === $sent->then ? null : $old->id, $sent->lang);
    }

    protected function weighIn(int $of, SentWeights $sent): Response
    {
        $set = $this->set($of);
        try {
            $shift = $sent->shift();
            null === $shift
                ? $this->questions->weigh($set, $sent->weights(), $sent->locked(), $sent->isSpread())
                : $this->questions->shift($set, ...$shift);
        } catch (Refused $refused) {
            return $this->builder($of, new Opened($sent->q), weights: $sent, refused: $refused->refusals);
        }

        return $this->onTo($of, '' === $sent->q ? null : $sent->q);
    }

    private function do(QuestionAct $act, QuestionSet $set, string $question, string $name): void
    {
        match ($act) {
            QuestionAct::Remove => $this->questions->remove($set, $question),
            QuestionAct::Up => $this->questions->move($set, $question, -1),
            QuestionAct::Down => $this->questions->move($set, $question, 1),
            QuestionAct::Library => $this->questions->keepInLibrary($set, $question, $name, $this->me()->id),
            QuestionAct::Keep, QuestionAct::Option => throw new \LogicException('A question is saved with its form.'),
        };
        if (QuestionAct::Library === $act) {
            $this->say('question_kept');
        }
    }

    /** @return FormInterface<QuestionInput> */
    private function form(Questionnaire $all, Question $open): FormInterface
    {
        $at = array_search($open->id, array_map(static fn (Question $q): string => $q->id, $all->questions), true);

        return $this->formOf(QuestionType::class, new QuestionInput($open), [
            'question' => $open, 'earlier' => \array_slice($all->questions, 0, (int) $at),
        ]);
    }

    private function onTo(int $of, ?string $question, ?string $locale = null): Response
    {
        $at = [...$this->parameters($of), 'q' => $question, 'lang' => $locale];

        return $this->redirectToRoute($this->route(), $at, Response::HTTP_SEE_OTHER);
    }
}
