<?php

declare(strict_types=1);

namespace Jorvent\Screening\Web;

use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Core\Screening\Question;
use Jorvent\Core\Screening\QuestionKind;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Screening\Questions;
use Jorvent\Screening\QuestionSet;
use Jorvent\Screening\Read\LibraryQuery;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Contracts\Service\Attribute\Required;

/** The page on which screening questions are written, weighed and previewed, whatever set they are of. */
abstract class QuestionBuilder extends SignedInPage
{
    /** The weights of all questions together. */
    private const FULL = 100;

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

    protected function builder(int $of, string $open, string $locale, Errors $errors): Response
    {
        $set = $this->set($of);
        $all = $set->questions();
        $at = array_search($open, array_map(static fn (Question $q): string => $q->id, $all->questions), true);

        return $this->render($this->template(), [
            'questions' => $all->questions,
            'version' => $set->version(),
            'open' => false === $at ? null : $all->questions[$at],
            'earlier' => \array_slice($all->questions, 0, (int) $at),
            'lang' => self::language($locale),
            'errors' => $errors,
            'blockers' => $all->blockers(),
            'total' => array_sum(array_map(static fn (Question $q): int => $q->weight, $all->questions)),
            'kinds' => array_map(static fn (QuestionKind $k): string => $k->value, QuestionKind::cases()),
            'library' => $this->library->offered(),
            'route' => $this->route(),
            'of' => $this->parameters($of),
            'answered' => 0,
            'scores' => [],
            ...$this->around($of),
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    /** What a candidate on a phone meets, in a language. */
    protected function phone(int $of, string $title, Request $request): Response
    {
        $all = $this->set($of)->questions();
        $locale = self::language($request->query->getString('lang'));
        $this->speak($request, $locale);

        return $this->render('screening/preview.html.twig', [
            'title' => $title,
            'questions' => $all->questions,
            'shown' => $all->shown([]),
            'locale' => $locale,
            'errors' => Errors::none(),
        ]);
    }

    protected function addTo(int $of, Request $request): Response
    {
        $input = Input::of($request);
        $new = null;
        $response = $this->act(function () use ($input, $of, &$new): void {
            $library = $input->int('library');
            $new = null === $library
                ? $this->questions->add($this->set($of), $input->choice('kind', QuestionKind::class, QuestionKind::YesNo))
                : $this->questions->addFromLibrary($this->set($of), $library);
        }, null, $this->route(), $this->parameters($of));

        return null === $new ? $response : $this->onTo($of, $new);
    }

    protected function saveIn(int $of, Request $request): Response
    {
        $input = Input::of($request);
        $set = $this->set($of);
        $question = $input->line('question');
        $then = $input->choice('then', QuestionAct::class, QuestionAct::Keep);
        $old = $set->questions()->question($question) ?? throw $this->createNotFoundException();
        $form = new QuestionForm($input, $old);
        try {
            match ($then) {
                QuestionAct::Remove => $this->questions->remove($set, $question),
                QuestionAct::Up => $this->questions->move($set, $question, -1),
                QuestionAct::Down => $this->questions->move($set, $question, 1),
                QuestionAct::Library => $this->questions->keepInLibrary(
                    $set, $question, $input->line('name'), $this->me()->id,
                ),
                QuestionAct::Keep => $this->questions->save($set, $form->question(false)),
                QuestionAct::Option => $this->questions->save($set, $form->question(true)),
            };
        } catch (Refused $refused) {
            return $this->builder($of, $question, $input->line('lang'), Errors::of($refused->refusals));
        }
        if (QuestionAct::Library === $then) {
            $this->say('question_kept');
        }

        return $this->onTo($of, QuestionAct::Remove === $then ? null : $question, $input->line('lang') ?: null);
    }

    protected function weighIn(int $of, Request $request): Response
    {
        $input = Input::of($request);
        $set = $this->set($of);
        $then = $input->line('then');
        try {
            if (1 === preg_match('/^shift:(\w+):(-?\d{1,2})$/', $then, $m)) {
                $this->questions->shift($set, $m[1], (int) $m[2]);
            } else {
                $locked = array_map(static fn (): bool => true, $input->map('locked'));
                $this->questions->weigh($set, self::weights($input), $locked, 'spread' === $then);
            }
        } catch (Refused $refused) {
            return $this->builder($of, $input->line('q'), 'en', Errors::of($refused->refusals));
        }

        return $this->onTo($of, $input->line('q') ?: null);
    }

    private function onTo(int $of, ?string $question, ?string $locale = null): Response
    {
        $at = [...$this->parameters($of), 'q' => $question, 'lang' => $locale];

        return $this->redirectToRoute($this->route(), $at, Response::HTTP_SEE_OTHER);
    }

    /**
     * What is no number is refused, never taken for zero.
     *
     * @return array<string, int> by question
     */
    private static function weights(Input $input): array
    {
        $weights = [];
        foreach ($input->map('weight') as $question => $typed) {
            if (1 !== preg_match('/^\d{1,3}$/D', $typed) || (int) $typed > self::FULL) {
                throw Refused::because('weight_out_of_range', 'questions.'.$question);
            }
            $weights[$question] = (int) $typed;
        }

        return $weights;
    }

    private static function language(string $typed): string
    {
        return \in_array($typed, Question::LANGUAGES, true) ? $typed : 'en';
    }
}
