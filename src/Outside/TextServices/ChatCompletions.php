<?php

declare(strict_types=1);

namespace Jorvent\Outside\TextServices;

use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Symfony\Component\DependencyInjection\Attribute\AsAlias;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;
use Symfony\Contracts\HttpClient\ResponseInterface;

/** The widely used chat-completions shape over HTTP: messages in, a stream of server-sent events with pieces of text out, "[DONE]" at the end. */
#[AsAlias(TextService::class)]
final readonly class ChatCompletions implements TextService
{
    private const SECONDS = 60.0;
    private const SILENCE = 20.0;
    private const MOST = 20_000;

    public function __construct(private HttpClientInterface $client)
    {
    }

    public function write(TextServiceSettings $settings, string $instruction, string $prompt): \Generator
    {
        try {
            $response = $this->client->request('POST', rtrim($settings->address, '/').'/chat/completions', [
                'headers' => array_filter(['Authorization' => null === $settings->key ? null : 'Bearer '.$settings->key, 'Accept' => 'text/event-stream'], is_string(...)), 'timeout' => self::SILENCE, 'max_duration' => self::SECONDS, 'max_redirects' => 0, 'buffer' => false,
                'json' => ['model' => $settings->model, 'stream' => true, 'messages' => [['role' => 'system', 'content' => $instruction], ['role' => 'user', 'content' => $prompt]]],
            ]);
            $status = $response->getStatusCode();
            if (\in_array($status, [400, 401, 403, 404, 422], true)) {
                throw new RefusedByThem('said no ('.$status.')');
            }
            if (200 !== $status) {
                throw new NotNow('did not answer ('.$status.')');
            }
            if (!str_starts_with($response->getHeaders(false)['content-type'][0] ?? '', 'text/event-stream')) {
                throw new NotNow('answered something that is not a stream of text');
            }
            yield from $this->pieces($response);
        } catch (ExceptionInterface $e) {
            throw new NotNow('did not answer', previous: $e);
        }
    }

    /** @return \Generator<int, string> */
    private function pieces(ResponseInterface $response): \Generator
    {
        $rest = '';
        $length = 0;
        foreach ($this->client->stream($response, self::SILENCE) as $chunk) {
            if ($chunk->isTimeout()) {
                $response->cancel();
                throw new NotNow('stopped in the middle');
            }
            $rest .= str_replace("\r\n", "\n", $chunk->getContent());
            $events = explode("\n\n", $rest);
            $rest = (string) array_pop($events);
            if (\strlen($rest) > self::MOST) {
                throw new NotNow('answered nonsense');
            }
            foreach ($events as $event) {
                $piece = self::piece($event);
                if (null === $piece) {
                    $response->cancel();

                    return;
                }
                if (($length += \strlen($piece)) > self::MOST) {
                    throw new NotNow('answered nonsense');
                }
                if ('' !== $piece) {
                    yield $piece;
                }
            }
        }
        throw new NotNow('stopped in the middle');
    }

    /** @return string|null the text of one event, null when it says that all has come */
    private static function piece(string $event): ?string
    {
        preg_match_all('/^data: ?(.*)$/m', $event, $m);
        $data = implode("\n", $m[1]);
        if ('' === $data || '[DONE]' === $data) {
            return '' === $data ? '' : null;
        }
        $decoded = json_decode($data, true);
        $choice = \is_array($decoded) && \is_array($decoded['choices'] ?? null) ? $decoded['choices'][0] ?? null : null;
        $delta = \is_array($choice) ? $choice['delta'] ?? null : null;
        $piece = \is_array($delta) ? $delta['content'] ?? '' : null;

        return \is_string($piece) ? $piece : throw new NotNow('answered nonsense');
    }
}
