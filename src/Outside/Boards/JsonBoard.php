<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards;

use Jorvent\Outside\Http;
use Jorvent\Platform\Delivery\NotNow;

/** JSON over HTTP: POST and GET on the address, PATCH and DELETE on one below it; the key goes as a bearer token. "state" may say that the board still looks at it. */
final readonly class JsonBoard implements BoardShape
{
    public function __construct(private Http $http)
    {
    }

    public function shape(): string
    {
        return 'json';
    }

    public function find(Board $board, string $reference): ?Receipt
    {
        $answer = $this->ask($board, 'GET', '?'.http_build_query([$board->fields['reference'] ?? 'reference' => $reference]));
        $found = $answer['adverts'] ?? null;
        if (!\is_array($found)) {
            throw new NotNow('answered without a list of adverts');
        }

        return \is_array($found[0] ?? null) ? self::receipt($found[0]) : null;
    }

    public function send(Board $board, Outgoing $posting): Receipt
    {
        return self::receipt($this->ask($board, 'POST', '', $posting->fields($board) + ('' === $posting->answerUrl ? [] : ['answer_to' => $posting->answerUrl]), ['Idempotency-Key' => $posting->reference]));
    }

    public function update(Board $board, string $ref, Outgoing $posting): void
    {
        $this->ask($board, 'PATCH', '/'.rawurlencode($ref), $posting->fields($board));
    }

    public function pause(Board $board, string $ref, bool $paused): void
    {
        $this->ask($board, 'PATCH', '/'.rawurlencode($ref), ['paused' => $paused]);
    }

    public function withdraw(Board $board, string $ref): void
    {
        $this->ask($board, 'DELETE', '/'.rawurlencode($ref));
    }

    public function greet(Board $board): string
    {
        $answer = $this->ask($board, 'GET', '/about');

        return \is_string($answer['name'] ?? null) ? $answer['name'] : throw new NotNow('answered without its name');
    }

    /**
     * @param array<string, mixed>  $body
     * @param array<string, string> $headers
     *
     * @return array<array-key, mixed>
     */
    private function ask(Board $board, string $method, string $path, array $body = [], array $headers = []): array
    {
        return $this->http->at($board->address)->json($method, $path, $body, $headers + ['Authorization' => null === $board->secret ? null : 'Bearer '.$board->secret]);
    }

    /** @param array<array-key, mixed> $answer */
    private static function receipt(array $answer): Receipt
    {
        if (!\is_string($answer['id'] ?? null) || '' === $answer['id']) {
            throw new NotNow('answered without a number for the advert');
        }

        return new Receipt($answer['id'], \is_string($answer['url'] ?? null) ? $answer['url'] : null, 'live' === ($answer['state'] ?? 'live'));
    }
}
