<?php

declare(strict_types=1);

namespace Jorvent\Outside\TextServices;

use Jorvent\Platform\Outbox\NotNow;
use Jorvent\Platform\Outbox\RefusedByThem;
use Symfony\Component\DependencyInjection\Attribute\AsAlias;
use Symfony\Component\HttpClient\Chunk\ServerSentEvent;
use Symfony\Component\HttpClient\EventSourceHttpClient;
use Symfony\Component\HttpClient\Exception\EventSourceException;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/** The widely used chat-completions shape over HTTP: messages in, a stream of server-sent events with pieces of text out, "[DONE]" at the end. */
#[AsAlias(TextService::class)]
final readonly class ChatCompletions implements TextService
{
    private const SECONDS = 60.0;
    private const MOST = 20_000;

    public function __construct(private HttpClientInterface $client)
    {
    }

    public function write(TextServiceSettings $settings, string $instruction, string $prompt): \Generator
    {
        $client = new EventSourceHttpClient($this->client, 0);
        try {
            $response = $client->request('POST', rtrim($settings->address, '/').'/chat/completions', [
                'headers' => array_filter(['Authorization' => null === $settings->key ? null : 'Bearer '.$settings->key, 'Accept' => 'text/event-stream'], is_string(...)), 'timeout' => 20.0, 'max_duration' => self::SECONDS, 'max_redirects' => 0,
                'json' => ['model' => $settings->model, 'stream' => true, 'messages' => [['role' => 'system', 'content' => $instruction], ['role' => 'user', 'content' => $prompt]]],
            ]);
            $status = $response->getStatusCode();
            if (401 === $status || 403 === $status || 400 === $status || 404 === $status || 422 === $status) {
                throw new RefusedByThem('said no ('.$status.')');
            }
            if (200 !== $status) {
                throw new NotNow('did not answer ('.$status.')');
            }
            if (!str_starts_with($response->getHeaders(false)['content-type'][0] ?? '', 'text/event-stream')) {
                throw new NotNow('answered something that is not a stream of text');
            }
            yield from $this->pieces($client, $response);
        } catch (EventSourceException $e) {
            throw new NotNow('answered something that is not a stream of text', previous: $e);
        } catch (ExceptionInterface $e) {
            throw new NotNow('did not answer', previous: $e);
        }
    }

    /** @return \Generator<int, string> */
    private function pieces(EventSourceHttpClient $client, \Symfony\Contracts\HttpClient\ResponseInterface $response): \Generator
    {
        $length = 0;
        foreach ($client->stream($response) as $chunk) {
            if ($chunk->isTimeout()) {
                throw new NotNow('stopped in the middle');
            }
            if (!$chunk instanceof ServerSentEvent) {
                continue;
            }
            if ('[DONE]' === $chunk->getData()) {
                $response->cancel();

                return;
            }
            $data = json_decode($chunk->getData(), true);
            $choice = \is_array($data) && \is_array($data['choices'] ?? null) ? $data['choices'][0] ?? null : null;
            $delta = \is_array($choice) ? $choice['delta'] ?? null : null;
            if (!\is_array($delta)) {
                throw new NotNow('answered nonsense');
            }
            $piece = $delta['content'] ?? '';
            if (!\is_string($piece) || ($length += \strlen($piece)) > self::MOST) {
                throw new NotNow('answered nonsense');
            }
            if ('' !== $piece) {
                yield $piece;
            }
        }
        throw new NotNow('stopped in the middle');
    }
}
