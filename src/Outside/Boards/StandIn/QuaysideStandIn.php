<?php

declare(strict_types=1);

namespace Jorvent\Outside\Boards\StandIn;

use Jorvent\Outside\StandIn\Shelf;
use Jorvent\Outside\StandIn\StandIn;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** A job board: takes an advert once per Idempotency-Key, shows it, takes it down. */
final readonly class QuaysideStandIn implements StandIn
{
    public function __construct(private Shelf $shelf)
    {
    }

    public function describe(): array
    {
        return ['name' => 'Quayside Jobs', 'what' => 'job board'];
    }

    public function answer(Request $request, string $path): Response
    {
        return match (true) {
            'POST' === $request->getMethod() && '/adverts' === $path => $this->post($request),
            'DELETE' === $request->getMethod() && str_starts_with($path, '/adverts/') => $this->withdraw(substr($path, 9)),
            'GET' === $request->getMethod() && str_starts_with($path, '/adverts/') => $this->show(substr($path, 9)),
            default => new JsonResponse(['error' => 'no such address'], 404),
        };
    }

    public function traffic(): array
    {
        $traffic = [];
        foreach (array_reverse($this->shelf->read(), true) as $id => $advert) {
            if (\is_array($advert) && \is_string($advert['headline'] ?? null) && \is_string($advert['at'] ?? null)) {
                $traffic[] = ['when' => $advert['at'], 'what' => $id.': '.$advert['headline'].(true === ($advert['down'] ?? false) ? ' (taken down)' : ' (live)')];
            }
        }

        return $traffic;
    }

    private function post(Request $request): Response
    {
        $advert = $request->toArray();
        if (!\is_string($advert['headline'] ?? null) || '' === $advert['headline'] || !\is_string($advert['category'] ?? null)) {
            return new JsonResponse(['error' => 'headline and category are needed'], 422);
        }
        $id = 'Q'.substr(hash('sha256', (string) $request->headers->get('Idempotency-Key')), 0, 10);
        $this->shelf->change(static fn (array $state): array => isset($state[$id]) ? $state : [...$state, $id => [...$advert, 'at' => gmdate('Y-m-d H:i:s')]]);

        return new JsonResponse(['id' => $id, 'url' => $request->getSchemeAndHttpHost().'/board/adverts/'.$id], 201);
    }

    private function withdraw(string $id): Response
    {
        $this->shelf->change(static function (array $state) use ($id): array {
            if (\is_array($state[$id] ?? null)) {
                $state[$id]['down'] = true;
            }

            return $state;
        });

        return new JsonResponse(['ok' => true]);
    }

    private function show(string $id): Response
    {
        $advert = $this->shelf->read()[$id] ?? null;
        if (!\is_array($advert) || true === ($advert['down'] ?? false)) {
            return new Response('This advert is no longer here.', 404, ['Content-Type' => 'text/plain; charset=utf-8']);
        }
        $e = static fn (string $key): string => htmlspecialchars(\is_string($advert[$key] ?? null) ? $advert[$key] : '');

        return new Response('<!doctype html><html lang="en"><meta charset="utf-8"><title>'.$e('headline').' · Quayside Jobs</title><link rel="stylesheet" href="/build/theme.css"><link rel="stylesheet" href="/build/app.css"><body class="standin"><p class="lab">Quayside Jobs · '.$e('category').' · '.$e('town').'</p><h1 class="h1">'.$e('headline').'</h1><div class="prose preline">'.$e('body').'</div><p><a class="btn btn-primary" href="'.$e('apply').'">Apply at Skerry Line</a></p></body></html>');
    }
}
