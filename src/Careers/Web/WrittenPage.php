<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Symfony\Component\HttpFoundation\Response;

/** A page as it was written once. */
final readonly class WrittenPage
{
    /** @param array<string, list<string|null>> $headers */
    private function __construct(private string $content, private int $status, private array $headers)
    {
    }

    public static function of(Response $response): self
    {
        return new self((string) $response->getContent(), $response->getStatusCode(), $response->headers->all());
    }

    public function response(): Response
    {
        return new Response($this->content, $this->status, $this->headers);
    }
}
