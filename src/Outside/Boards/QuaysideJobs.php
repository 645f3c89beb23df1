<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Outside\Http;
use Jorvent\Platform\Outbox\NotNow;
use Symfony\Component\DependencyInjection\Attribute\AsAlias;

/** Quayside Jobs: JSON over HTTP, one advert a posting. */
#[AsAlias(JobBoard::class)]
final readonly class QuaysideJobs implements JobBoard
{
    public const KEY = 'quayside';
    public const CATEGORIES = ['Deck', 'Engine', 'Yard', 'Ashore', 'Passengers'];

    public function __construct(private Http $http)
    {
    }

    public function key(): string
    {
        return self::KEY;
    }

    public function name(): string
    {
        return 'Quayside Jobs';
    }

    public function rules(): BoardRules
    {
        return new BoardRules(minWords: 80, maxWords: 900, maxTitle: 60, payRequired: true, categories: self::CATEGORIES, openedWithinDays: 90, forbiddenInTitle: '!*#');
    }

    public function post(Advert $advert, string $applyUrl, ?\DateTimeImmutable $until, string $key): PostedAdvert
    {
        $answer = $this->http->json('POST', '/board/adverts', [
            'headline' => $advert->title, 'body' => $advert->text, 'town' => $advert->city, 'category' => $advert->category, 'apply' => $applyUrl, 'until' => $until?->format('Y-m-d'),
        ], ['Idempotency-Key' => $key]);
        if (!\is_string($answer['id'] ?? null) || !\is_string($answer['url'] ?? null)) {
            throw new NotNow('answered without a number for the advert');
        }

        return new PostedAdvert($answer['id'], $answer['url']);
    }

    public function withdraw(string $ref): void
    {
        $this->http->json('DELETE', '/board/adverts/'.rawurlencode($ref));
    }
}
