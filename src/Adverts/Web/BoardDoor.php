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
    private const LONGEST = 20_000;

    #[OpenDoor('a board fetches its feed under a word that only it was given')]
    #[Route('/feeds/{board}/{token}.xml', name: 'board_feed', requirements: ['board' => '[a-z][a-z0-9_]{1,29}', 'token' => '[0-9a-f]{32}'], methods: ['GET'])]
    public function feed(string $board, string $token, Boards $boards, FeedBoard $shape, OpeningFeed $feed): Response
    {
        $known = $boards->all()[$board] ?? null;
        if (null === $known || 'feed' !== $known->shape || !str_ends_with($shape->feed($board), '/'.$token.'.xml')) {
            return new Response('', Response::HTTP_NOT_FOUND);
        }

        return new Response($feed->fetch($known), 200, ['Content-Type' => 'application/xml; charset=utf-8', 'Cache-Control' => 'no-store']);
    }

    #[OpenDoor('a board answers with a body signed under its key')]
    #[Route('/boards/{board}/answers', name: 'board_answer', requirements: ['board' => '[a-z][a-z0-9_]{1,29}'], defaults: ['_csrf' => 'signed'], methods: ['POST'])]
    public function answer(string $board, Request $request, BoardAnswers $answers, #[Target('guest_link')] RateLimiterFactoryInterface $limit): Response
    {
        if (\strlen($request->getContent()) > self::LONGEST || !$limit->create('board '.$request->getClientIp())->consume()->isAccepted()) {
            return new JsonResponse(['error' => 'too much'], Response::HTTP_TOO_MANY_REQUESTS);
        }
        try {
            $answers->take($board, $request->getContent(), $request->headers->get('X-Signature', ''));
        } catch (Refused $refused) {
            $code = $refused->refusals[0]->code;

            return new JsonResponse(['error' => $code], ['signature_wrong' => 403, 'missing' => 404][$code] ?? 422);
        }

        return new JsonResponse(['ok' => true]);
    }
}
