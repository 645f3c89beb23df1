<?php

declare(strict_types=1);

namespace Jorvent\Outside\Records\StandIn;

use Jorvent\Outside\StandIn\Shelf;
use Jorvent\Outside\StandIn\StandIn;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** HR records: gives each new person a number, the same one for the same Idempotency-Key. */
final readonly class MusterStandIn implements StandIn
{
    public function __construct(private Shelf $shelf)
    {
    }

    public function describe(): array
    {
        return ['name' => 'Muster Roll', 'what' => 'HR records'];
    }

    public function answer(Request $request, string $path): Response
    {
        if ('POST' !== $request->getMethod() || '/people' !== $path) {
            return new JsonResponse(['error' => 'no such address'], 404);
        }
        $person = $request->toArray();
        $key = (string) $request->headers->get('Idempotency-Key');
        if ('' === $key || !\is_string($person['name'] ?? null) || '' === $person['name']) {
            return new JsonResponse(['error' => 'a name and a key are needed'], 422);
        }
        $state = $this->shelf->change(static fn (array $state): array => isset($state[$key]) ? $state : [...$state, $key => [...$person, 'number' => \sprintf('M-%05d', 40_100 + \count($state)), 'at' => gmdate('Y-m-d H:i:s')]]);
        $made = $state[$key];

        return new JsonResponse(['number' => \is_array($made) ? $made['number'] : null], 201);
    }

    public function traffic(): array
    {
        $traffic = [];
        foreach (array_reverse($this->shelf->read()) as $person) {
            if (\is_array($person) && \is_string($person['at'] ?? null) && \is_string($person['number'] ?? null) && \is_string($person['name'] ?? null)) {
                $traffic[] = ['when' => $person['at'], 'what' => $person['number'].': '.$person['name']];
            }
        }

        return $traffic;
    }
}
