<?php

declare(strict_types=1);

namespace Jorvent\Adverts\Web;

use Jorvent\Adverts\BoardAnswers;
use Jorvent\Adverts\Boards;
use Jorvent\Adverts\OpeningFeed;
use Jorvent\Core\Shared\Refused;
use Jorvent\Outside\Boards\FeedBoard;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;

/** Where boards come to us: to fetch a feed, or to say later what became of an advert. */
final class BoardDoor
{
    private const BOARD = '[a-z][a-z0-9_]{1,29}';
    /** In bytes. */
    private const LONGEST = 20_000;
    private const STATUS = ['signature_wrong' => Response::HTTP_FORBIDDEN, 'missing' => Response::HTTP_NOT_FOUND];

    #[OpenDoor('a board fetches its feed under a word that only it was given')]
    #[Route(
        '/feeds/{board}/{token}.xml', name: 'board_feed',
        requirements: ['board' => self::BOARD, 'token' => '[0-9a-f]{32}'], methods: ['GET'],
    )]
    public function feed(string $board, string $token, Boards $boards, FeedBoard $shape, OpeningFeed $feed): Response
    {
        $known = $boards->all()[$board] ?? null;
        if ('feed' !== $known?->shape || !str_ends_with($shape->feed($board), '/'.$token.'.xml')) {
            return new Response('', Response::HTTP_NOT_FOUND);
        }

        return new Response($feed->fetch($known), headers: [
            'Content-Type' => 'application/xml; charset=utf-8', 'Cache-Control' => 'no-store',
        ]);
    }

    #[OpenDoor('a board answers with a body signed under its key')]
    #[Route(
        '/boards/{board}/answers', name: 'board_answer', requirements: ['board' => self::BOARD],
        defaults: ['_csrf' => 'signed'], methods: ['POST'], priority: 1,
    )]
    public function answer(
        string $board,
        Request $request,
        BoardAnswers $answers,
        #[Target('guest_link')] RateLimiterFactoryInterface $limit,
    ): Response {
        $isLong = \strlen($request->getContent()) > self::LONGEST;
        if ($isLong || !$limit->create('board '.$request->getClientIp())->consume()->isAccepted()) {
            return new JsonResponse(['error' => 'too much'], Response::HTTP_TOO_MANY_REQUESTS);
        }
        try {
            $answers->take($board, $request->getContent(), $request->headers->get('X-Signature', ''));
        } catch (Refused $refused) {
            $code = $refused->refusals[0]->code;

            return new JsonResponse(['error' => $code], self::STATUS[$code] ?? Response::HTTP_UNPROCESSABLE_ENTITY);
        }

        return new JsonResponse(['ok' => true]);
    }
}
