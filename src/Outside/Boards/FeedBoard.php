<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

use Jorvent\Outside\Http;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Security\Sealer;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Takes nothing that is sent: it fetches our feed when it likes, and shows what stands there. */
final readonly class FeedBoard implements BoardShape
{
    public function __construct(private Http $http, private Sealer $sealer, #[Autowire('%env(JORVENT_URL)%')] private string $url)
    {
    }

    public function shape(): string
    {
        return 'feed';
    }

    public function find(Board $board, string $reference): ?Receipt
    {
        return null;
    }

    public function send(Board $board, Outgoing $posting): Receipt
    {
        return new Receipt($posting->reference, null, false);
    }

    public function update(Board $board, string $ref, Outgoing $posting): void
    {
    }

    public function pause(Board $board, string $ref, bool $paused): void
    {
    }

    public function withdraw(Board $board, string $ref): void
    {
    }

    public function greet(Board $board): string
    {
        $answer = $this->http->at($board->address)->json('GET', '/about?'.http_build_query(['feed' => $this->feed($board->key)]));

        return \is_string($answer['name'] ?? null) ? $answer['name'] : throw new NotNow('answered without its name');
    }

    /** Where the board fetches what stands for it; the word in it is ours alone to make. */
    public function feed(string $key): string
    {
        return $this->url.'/feeds/'.$key.'/'.$this->sealer->token('feed '.$key).'.xml';
    }
}
