<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\Subject;
use Jorvent\Accounts\Web\SignedInPage;
use Jorvent\Adverts\AdvertDesk;
use Jorvent\Adverts\AdvertFigures;
use Jorvent\Adverts\AdvertTexts;
use Jorvent\Adverts\Boards;
use Jorvent\Adverts\Costs;
use Jorvent\Adverts\NextSpend;
use Jorvent\Adverts\SpendBook;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Adverts\Shown;
use Jorvent\Core\Reporting\Uncertainty;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\Boards\Board;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Requisitions\FileUnder;
use Jorvent\Requisitions\Read\RequisitionQuery;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Where the advert stands, what each place asks of it, what it brought and what that cost. */
#[Route('/r/{number}/adverts', requirements: ['number' => '\d{1,9}'])]
final class AdvertsPage extends SignedInPage
{
    /** Where in the brief a rule is mended. */
    private const FIELDS = ['description' => 'description', 'title' => 'title', 'pay' => 'payFrom', 'site' => 'unit', 'category' => 'category', 'remote' => 'remote', 'opened_on' => 'openedOn'];

    public function __construct(private readonly Boards $boards, private readonly AdvertTexts $texts, private readonly AdvertFigures $figures, private readonly Costs $costs, private readonly RequisitionQuery $views, private readonly NextSpend $next, private readonly ClockInterface $clock)
    {
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('', name: 'adverts', methods: ['GET'])]
    public function show(int $number, Request $request): Response
    {
        return $this->page($number, $request->query->getString('in', 'en'), Errors::none(), null, self::whole($request, 'sum'));
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/publish', name: 'advert_publish', methods: ['POST'])]
    public function publish(int $number, Request $request, AdvertDesk $desk, Subject $_subject): Response
    {
        $input = Input::of($request);
        $places = array_values(array_filter($request->request->all('place'), is_string(...)));
        $budget = '' === $input->line('budget') ? null : Money::parse($input->line('budget'), Costs::CURRENCY) ?? new Money(0, Costs::CURRENCY);
        try {
            $desk->publish((int) $_subject->requisitionId, $places, $input->day('from'), $input->day('until'), $budget, $input->line('locale') ?: 'en', $input->day('inside'));
        } catch (Refused $refused) {
            return $this->page($number, $input->line('locale') ?: 'en', Errors::of($refused->refusals), $input);
        }
        $this->say('advert_posted', ['%count%' => \count($places)]);

        return $this->redirectToRoute('adverts', ['number' => $number, 'in' => $input->line('locale') ?: 'en'], Response::HTTP_SEE_OTHER);
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/category', name: 'advert_category', methods: ['POST'])]
    public function category(int $number, Request $request, FileUnder $fileUnder, Subject $_subject): Response
    {
        return $this->act(fn () => $fileUnder((int) $_subject->requisitionId, Input::of($request)->line('category'), $this->me()->id), 'category_chosen', 'adverts', ['number' => $number]);
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/update', name: 'advert_update', methods: ['POST'])]
    public function update(int $number, AdvertDesk $desk, Subject $_subject): Response
    {
        return $this->act(static fn () => $desk->update((int) $_subject->requisitionId), 'advert_sent_anew', 'adverts', ['number' => $number]);
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/{posting}/{change}', name: 'advert_change', requirements: ['posting' => '\d{1,9}', 'change' => 'pause|resume|renew|withdraw|update|budget'], methods: ['POST'])]
    public function change(int $number, int $posting, PostingChange $change, Request $request, AdvertDesk $desk, Subject $_subject): Response
    {
        $requisition = (int) $_subject->requisitionId;

        return $this->act(static fn () => match ($change) {
            PostingChange::Pause => $desk->pause($requisition, $posting),
            PostingChange::Resume => $desk->resume($requisition, $posting),
            PostingChange::Renew => $desk->renew($requisition, $posting, Input::of($request)->day('until')),
            PostingChange::Update => $desk->update($requisition, $posting),
            PostingChange::Budget => $desk->budget($requisition, $posting, '' === Input::of($request)->line('budget') ? null : Money::parse(Input::of($request)->line('budget'), Costs::CURRENCY) ?? throw Refused::because('budget_not_positive', 'budget')),
            PostingChange::Withdraw => $desk->withdraw($requisition, $posting),
        }, ['pause' => 'advert_paused', 'resume' => 'advert_resumed', 'renew' => 'advert_renewed', 'update' => 'advert_sent_anew', 'withdraw' => 'advert_withdrawn', 'budget' => 'advert_budget'][$change->value], 'adverts', ['number' => $number]);
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/preview/{board}', name: 'advert_preview', requirements: ['board' => '[a-z][a-z0-9_]{1,29}'], methods: ['GET'])]
    public function preview(int $number, string $board, Request $request): Response
    {
        $view = $this->views->byNumber($number);
        $place = $this->boards->all()[$board] ?? throw $this->createNotFoundException();
        $locale = self::locale($request->query->getString('in', 'en'));
        $advert = $this->texts->advert($view->id(), $locale);

        return $this->render('adverts/preview.html.twig', ['view' => $view, 'board' => $place, 'advert' => $advert, 'body' => Shown::body($advert, $place->rules->markUp), 'locale' => $locale]);
    }

    #[Gate(Permission::ManageAdverts, Gate::REQUISITION)]
    #[Route('/text/{locale}', name: 'advert_text', requirements: ['locale' => 'nb|pl'], methods: ['GET', 'POST'])]
    public function text(int $number, string $locale, Request $request, Subject $_subject): Response
    {
        $id = (int) $_subject->requisitionId;
        $input = $request->isMethod('POST') ? Input::of($request) : null;
        $errors = Errors::none();
        if (null !== $input) {
            try {
                $this->texts->save($id, $locale, $input->line('title'), $input->text('description'), $input->int('version') ?? 0, $this->me()->id);
                $this->say('advert_text_saved');

                return $this->redirectToRoute('adverts', ['number' => $number, 'in' => $locale], Response::HTTP_SEE_OTHER);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }

        return $this->render('adverts/text.html.twig', ['view' => $this->views->byNumber($number), 'locale' => $locale, 'text' => $this->texts->text($id, $locale), 'english' => $this->texts->advert($id), 'input' => $input, 'errors' => $errors], new Response(status: $errors->any() ? 422 : 200));
    }

    #[Gate(Permission::ReadRequisition, Gate::REQUISITION)]
    #[Route('/{posting}/history', name: 'advert_history', requirements: ['posting' => '\d{1,9}'], methods: ['GET'])]
    public function history(int $number, int $posting, AdvertDesk $desk, SpendBook $book): Response
    {
        $view = $this->views->byNumber($number);
        $row = array_values(array_filter($this->figures->ofRequisition($view->id()), static fn ($p): bool => $p->int('id') === $posting))[0] ?? throw $this->createNotFoundException();

        return $this->render('adverts/history.html.twig', ['view' => $view, 'posting' => $row, 'lines' => $desk->history($view->id(), $posting), 'paid' => $book->of($posting)]);
    }

    private function page(int $number, string $locale, Errors $errors, ?Input $input, int $sum = 0): Response
    {
        $view = $this->views->byNumber($number);
        $adverts = $this->texts->all($view->id());
        $locale = isset($adverts[$locale]) ? $locale : 'en';
        $postings = $this->figures->ofRequisition($view->id());
        $costs = $this->costs->of($postings);
        $boards = $this->boards->all();
        $lines = $this->lines($postings, $costs, $adverts, $boards);
        $sums = ['cost' => 0.0, 'qualified' => 0, 'visits' => 0, 'applied' => 0, 'interviewed' => 0, 'budget' => 0.0];
        foreach ($lines as $line) {
            $sums['cost'] += $line['euro'] ?? 0.0;
            foreach (['qualified', 'visits', 'applied', 'interviewed'] as $what) {
                $sums[$what] += $line['posting']->int($what);
            }
        }
        $until = $input?->day('until') ?? $this->clock->now()->setTime(0, 0)->modify('+29 days');
        $from = $input?->day('from') ?? $this->clock->now()->setTime(0, 0);

        $checks = $this->checks($boards, $adverts[$locale], AdvertDesk::days($from, $until));
        $sum = $sum > 0 ? min($sum, 1_000_000) : 500;

        return $this->render('adverts/adverts.html.twig', [
            'sum' => $sum, 'next' => $this->next->of($adverts[$locale], $boards, $checks, $postings, (float) $sum), 'view' => $view, 'advert' => $adverts[$locale], 'locale' => $locale, 'adverts' => $adverts, 'boards' => $boards, 'lines' => $lines, 'sums' => $sums, 'checks' => $checks, 'rules' => BoardRules::RULES, 'fields' => self::FIELDS,
            'categories' => Advert::CATEGORIES, 'days' => $this->figures->days($view->id()), 'errors' => $errors, 'input' => $input, 'from' => $from, 'until' => $until, 'per' => $sums['cost'] > 0 && $sums['qualified'] > 0 ? $sums['cost'] / $sums['qualified'] : null,
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    /**
     * @param list<\Jorvent\Platform\Database\Record>                          $postings
     * @param array<int, array{cost: Money, entered: bool}|null> $costs
     * @param array<string, Advert>                              $adverts
     * @param array<string, Board>                               $boards
     *
     * @return list<array{posting: \Jorvent\Platform\Database\Record, euro: float|null, entered: bool, per: array{per: float|null, low: float, high: float|null}|null, stale: bool, on: bool}>
     */
    private function lines(array $postings, array $costs, array $adverts, array $boards): array
    {
        $lines = [];
        foreach ($postings as $posting) {
            $cost = $costs[$posting->int('id')] ?? null;
            $euro = null === $cost ? null : (float) $cost['cost']->minor / 100;
            $on = !\in_array($posting->str('state'), ['refused', 'withdrawn', 'ended'], true);
            $advert = $adverts[$posting->str('locale')] ?? null;
            $stale = $on && 'down' !== $posting->str('want') && 'own' !== $posting->str('shape') && null !== $posting->strOrNull('sent_hash') && null !== $advert && $advert->fingerprint() !== $posting->strOrNull('sent_hash');
            $lines[] = ['posting' => $posting, 'euro' => $euro, 'entered' => $cost['entered'] ?? false, 'per' => null === $euro || $euro <= 0.0 ? null : Uncertainty::costPer($euro, $posting->int('qualified')), 'stale' => $stale, 'on' => $on];
        }

        return $lines;
    }

    /**
     * @param array<string, Board> $boards
     *
     * @return array<string, array<string, \Jorvent\Core\Adverts\RuleResult>> by board and rule
     */
    private function checks(array $boards, Advert $advert, int $days): array
    {
        return array_map(fn (Board $b): array => $b->rules->check($advert, $this->clock->now()->setTime(0, 0), $days), $boards);
    }

    private static function locale(string $asked): string
    {
        return \in_array($asked, AdvertTexts::LOCALES, true) ? $asked : 'en';
    }
}
