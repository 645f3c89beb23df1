<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Adverts\Boards;
use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Adverts\MarkUp;
use Jorvent\Core\Adverts\Price;
use Jorvent\Core\Adverts\PriceKind;
use Jorvent\Core\Shared\Money;
use Jorvent\Core\Shared\Refusal;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\Boards\Board;
use Jorvent\Outside\Boards\FeedBoard;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The boards: how each is talked with, what it asks, what it costs, and how it has answered of late. */
#[Gate(Permission::Administer)]
#[Route('/boards')]
final class BoardsPage extends Page
{
    public function __construct(private readonly Boards $boards, private readonly FeedBoard $feeds)
    {
    }

    #[Route('', name: 'boards', methods: ['GET'])]
    public function show(Request $request): Response
    {
        return $this->page($request->query->has('new') ? '' : $request->query->getString('board'), Errors::none(), null);
    }

    #[Route('', name: 'board_save', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $input = Input::of($request);
        $key = $input->line('key');
        try {
            $this->boards->save($key, $input->line('name'), $input->line('shape'), $input->line('address'), $input->line('secret') ?: null, $input->has('enabled'), $input->int('reach'), array_filter(array_intersect_key($input->map('field'), array_flip(Board::FIELDS)), static fn (string $n): bool => '' !== $n), self::rules($input, $request), self::price($input), $input->int('version') ?? 0);
        } catch (Refused $refused) {
            return $this->page(0 === ($input->int('version') ?? 0) ? '' : $key, Errors::of($refused->refusals), $input);
        }
        $this->say('board_saved');

        return $this->redirectToRoute('boards', ['board' => $key], Response::HTTP_SEE_OTHER);
    }

    #[Route('/{board}/{word}', name: 'board_word', requirements: ['board' => '[a-z][a-z0-9_]{1,29}', 'word' => 'test|try'], methods: ['POST'])]
    public function word(string $board, string $word): Response
    {
        $said = '';

        return $this->act(function () use ($board, $word, &$said): void {
            if ('try' === $word) {
                $this->boards->tryNow($board);

                return;
            }
            $said = $this->boards->test($board);
            $this->say('board_answers', ['%name%' => $said]);
        }, 'try' === $word ? 'board_tried' : null, 'boards', ['board' => $board]);
    }

    private function page(string $open, Errors $errors, ?Input $input): Response
    {
        $rows = $this->boards->rows();
        $all = $this->boards->all(false);
        $board = $all[$open] ?? null;

        return $this->render('adverts/boards.html.twig', [
            'rows' => $rows, 'board' => $board, 'row' => null === $board ? null : array_values(array_filter($rows, static fn ($r): bool => $r->str('key') === $board->key))[0] ?? null, 'shapes' => $this->boards->shapes(), 'fields' => Board::FIELDS, 'categories' => Advert::CATEGORIES, 'remote' => BoardRules::REMOTE, 'place' => BoardRules::PLACE,
            'mark_ups' => MarkUp::cases(), 'prices' => PriceKind::cases(), 'feed' => 'feed' === $board?->shape ? $this->feeds->feed($board->key) : null, 'errors' => $errors, 'input' => $input,
        ], new Response(status: $errors->any() ? 422 : 200));
    }

    private static function rules(Input $input, Request $request): BoardRules
    {
        return BoardRules::fromArray([
            'min_words' => $input->int('min_words'), 'max_words' => $input->int('max_words'), 'max_title' => $input->int('max_title'), 'forbidden_in_title' => $input->line('forbidden_in_title'), 'mark_up' => $input->line('mark_up'), 'pay' => $input->line('pay'),
            'place' => $request->request->all('place'), 'categories' => $input->map('category'), 'remote' => $input->map('remote'), 'opened_within_days' => $input->int('opened_within_days'), 'max_days' => $input->int('max_days'), 'languages' => $request->request->all('language'),
        ]);
    }

    private static function price(Input $input): Price
    {
        $kind = PriceKind::tryFrom($input->line('price_kind')) ?? PriceKind::Free;
        if (PriceKind::Free === $kind) {
            return new Price($kind);
        }
        $currency = strtoupper($input->line('price_currency'));
        $amount = 1 === preg_match('/^[A-Z]{3}$/', $currency) ? Money::parse($input->line('price_amount'), $currency) : null;
        if (null === $amount || !$amount->isPositive()) {
            throw new Refused([new Refusal('price_amount', 'price_unreadable')]);
        }

        return new Price($kind, $amount, $input->int('price_days'), $input->int('price_quota'));
    }
}
