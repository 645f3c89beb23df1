<?php

declare(strict_types=1);

namespace Jorvent\Outside;

use Symfony\Component\DependencyInjection\Attribute\AsDecorator;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpClient\NoPrivateNetworkHttpClient;
use Symfony\Component\HttpClient\Response\AsyncResponse;
use Symfony\Contracts\HttpClient\HttpClientInterface;
use Symfony\Contracts\HttpClient\ResponseInterface;
use Symfony\Contracts\HttpClient\ResponseStreamInterface;

/**
 * Everything that asks the outside over HTTP goes through here. Addresses that an admin enters lead only into the open network: where a name leads is
 * checked at connecting, not when it is saved. What runs beside us on purpose is listed by exact host and port.
 */
#[AsDecorator('http_client')]
final class GuardedClient implements HttpClientInterface
{
    /** @var list<string> host:port */
    private readonly array $beside;

    public function __construct(private HttpClientInterface $inner, #[Autowire('%env(OUTSIDE_BESIDE)%')] string $beside)
    {
        $this->beside = array_map(trim(...), explode(',', $beside));
    }

    /** @param array<array-key, mixed> $options */
    public function request(string $method, string $url, array $options = []): ResponseInterface
    {
        $parts = parse_url($url);
        $port = $parts['port'] ?? ('https' === ($parts['scheme'] ?? '') ? 443 : 80);
        $known = \is_array($parts) && !isset($parts['user']) && \in_array(($parts['host'] ?? '').':'.$port, $this->beside, true);

        return ($known ? $this->inner : new NoPrivateNetworkHttpClient($this->inner))->request($method, $url, ['max_redirects' => 0] + $options);
    }

    public function stream(ResponseInterface|iterable $responses, ?float $timeout = null): ResponseStreamInterface
    {
        return ($responses instanceof AsyncResponse ? new NoPrivateNetworkHttpClient($this->inner) : $this->inner)->stream($responses, $timeout);
    }

    /** @param array<array-key, mixed> $options */
    public function withOptions(array $options): static
    {
        $clone = clone $this;
        $clone->inner = $this->inner->withOptions($options);

        return $clone;
    }
}
