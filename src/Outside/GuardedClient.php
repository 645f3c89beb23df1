<?php

declare(strict_types=1);

namespace Jorvent\Outside;

use Symfony\Component\DependencyInjection\Attribute\AsDecorator;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpClient\AsyncDecoratorTrait;
use Symfony\Component\HttpClient\Exception\TransportException;
use Symfony\Component\HttpClient\NoPrivateNetworkHttpClient;
use Symfony\Component\HttpClient\Response\AsyncContext;
use Symfony\Component\HttpClient\Response\AsyncResponse;
use Symfony\Contracts\HttpClient\ChunkInterface;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/**
 * Everything that asks the outside over HTTP goes through here. Addresses that an admin enters lead only into the open network: where a
 * name leads is checked at connecting, not when it is saved. What runs beside us on purpose is listed by exact host and port.
 * An answer longer than MOST_BYTES, unpacked, is broken off while it comes.
 */
#[AsDecorator('http_client')]
final class GuardedClient implements HttpClientInterface
{
    use AsyncDecoratorTrait;

    /** More than any answer that is read here holds: 200 people of a resume database are some 2 MB. */
    public const MOST_BYTES = 8 * 1024 * 1024;

    /** @var list<string> host:port */
    private readonly array $beside;

    public function __construct(HttpClientInterface $inner, #[Autowire('%env(OUTSIDE_BESIDE)%')] string $beside)
    {
        $this->client = $inner;
        $this->beside = array_map(trim(...), explode(',', $beside));
    }

    /** @param array<array-key, mixed> $options */
    public function request(string $method, string $url, array $options = []): AsyncResponse
    {
        $parts = parse_url($url);
        $port = $parts['port'] ?? ('https' === ($parts['scheme'] ?? '') ? 443 : 80);
        $host = ($parts['host'] ?? '').':'.$port;
        $known = \is_array($parts) && !isset($parts['user']) && \in_array($host, $this->beside, true);
        $client = $known ? $this->client : new NoPrivateNetworkHttpClient($this->client);
        $bytes = 0;
        $count = static function (ChunkInterface $chunk, AsyncContext $context) use (&$bytes, $url): \Generator {
            if (null === $chunk->getError() && !$chunk->isTimeout() && ($bytes += \strlen($chunk->getContent())) > self::MOST_BYTES) {
                $context->cancel();
                throw new TransportException('More than '.self::MOST_BYTES.' bytes came from '.parse_url($url, \PHP_URL_HOST));
            }
            yield $chunk;
        };

        return new AsyncResponse($client, $method, $url, ['max_redirects' => 0] + $options, $count);
    }
}
