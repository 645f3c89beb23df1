<?php

declare(strict_types=1);

namespace Jorvent\Outside;

use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Contracts\HttpClient\Exception\ExceptionInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/** JSON over HTTP with the outside: what is down or slow is "not now", what says no is a refusal, what answers nonsense is "not now" with a note. */
final readonly class Http
{
    public function __construct(private HttpClientInterface $client, #[Autowire('%env(STANDIN_URL)%')] private string $base)
    {
    }

    /** The same for another address. */
    public function at(string $base): self
    {
        return new self($this->client, rtrim($base, '/'));
    }

    /**
     * @param array<string, mixed>       $body
     * @param array<string, string|null> $headers
     *
     * @return array<array-key, mixed>
     */
    public function json(string $method, string $path, array $body = [], array $headers = []): array
    {
        $text = $this->text($method, $path, [] === $body ? [] : ['json' => $body], $headers);
        $answer = json_decode($text, true);

        return \is_array($answer) ? $answer : throw new NotNow('answered something that is not JSON');
    }

    /**
     * @param array<string, mixed>       $options
     * @param array<string, string|null> $headers
     */
    public function text(string $method, string $path, array $options = [], array $headers = []): string
    {
        try {
            $response = $this->client->request($method, $this->base.$path, [...$options, 'headers' => array_filter($headers, static fn (?string $h): bool => null !== $h)]);
            $status = $response->getStatusCode();
            $text = $response->getContent(false);
        } catch (ExceptionInterface $e) {
            throw new NotNow('did not answer', previous: $e);
        }
        if ($status >= 500 || 429 === $status) {
            throw new NotNow('did not answer ('.$status.')');
        }
        if ($status >= 400) {
            $said = json_decode($text, true);
            throw new RefusedByThem('said no: '.mb_substr(\is_array($said) && \is_string($said['error'] ?? null) ? $said['error'] : (string) $status, 0, 200));
        }

        return $text;
    }
}
