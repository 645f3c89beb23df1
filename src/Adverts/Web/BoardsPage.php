<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Adverts\Boards;
use Jorvent\Adverts\Form\BoardInput;
use Jorvent\Adverts\Form\BoardType;
use Jorvent\Adverts\Read\BoardQuery;
use Jorvent\Adverts\Read\BoardRow;
use Jorvent\Outside\Boards\FeedBoard;
use Jorvent\Platform\Web\Page;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The boards: how each is talked with, what it asks, what it costs, and how it has answered of late. */
#[Gate(Permission::Administer)]
#[Route('/boards', requirements: ['board' => '[a-z][a-z0-9_]{1,29}'])]
final class BoardsPage extends Page
{
    public function __construct(
        private readonly Boards $boards,
        private readonly BoardQuery $query,
        private readonly FeedBoard $feeds,
    ) {
    }

    #[Route('', name: 'boards', methods: ['GET'])]
    public function show(Request $request): Response
    {
        $all = $this->query->all();
        $open = $all[$request->query->getString('board')] ?? null;

        return $this->page($all, $open, $this->form($open, self::input($this->boards, $open)));
    }

    #[Route('', name: 'board_add', methods: ['POST'])]
    public function add(Request $request): Response
    {
        $input = new BoardInput();
        $form = $this->form(null, $input)->handleRequest($request);
        $key = $input->key ?? '';

        return $this->done($form, fn () => $this->boards->add($key, $input->terms(), $input->secret))
            ? $this->saved($key)
            : $this->page($this->query->all(), null, $form);
    }

    #[Route('/{board}', name: 'board_save', methods: ['POST'])]
    public function save(string $board, Request $request): Response
    {
        $all = $this->query->all();
        $open = $all[$board] ?? throw $this->createNotFoundException();
        $input = self::input($this->boards, $open);
        $form = $this->form($open, $input)->handleRequest($request);
        $seen = (int) $input->version;

        return $this->done($form, fn () => $this->boards->change($board, $input->terms(), $input->secret, $seen))
            ? $this->saved($board)
            : $this->page($all, $open, $form);
    }

    #[Route('/{board}/test', name: 'board_test', methods: ['POST'])]
    public function test(string $board): Response
    {
        return $this->act(function () use ($board): void {
            $this->say('board_answers', ['%name%' => $this->boards->test($board)]);
        }, null, 'boards', ['board' => $board]);
    }

    #[Route('/{board}/try', name: 'board_try', methods: ['POST'])]
    public function tryNow(string $board): Response
    {
        return $this->act(fn () => $this->boards->tryNow($board), 'board_tried', 'boards', ['board' => $board]);
    }

    private static function input(Boards $boards, ?BoardRow $open): BoardInput
    {
        return null === $open ? new BoardInput() : BoardInput::of($boards->one($open->place->key), $open->version);
    }

    /** @return FormInterface<BoardInput> */
    private function form(?BoardRow $open, BoardInput $input): FormInterface
    {
        return $this->formOf(BoardType::class, $input, [
            'own' => true === $open?->place->isOwn, 'new' => null === $open, 'shapes' => $this->boards->shapes(),
        ]);
    }

    /**
     * @param array<string, BoardRow>   $all
     * @param FormInterface<BoardInput> $form
     */
    private function page(array $all, ?BoardRow $open, FormInterface $form): Response
    {
        return $this->render('adverts/boards.html.twig', [
            'boards' => $all,
            'open' => $open,
            'form' => $form,
            'feed' => 'feed' === $open?->shape ? $this->feeds->feed($open->place->key) : null,
        ]);
    }

    private function saved(string $key): Response
    {
        $this->say('board_saved');

        return $this->redirectToRoute('boards', ['board' => $key], Response::HTTP_SEE_OTHER);
    }
}
