<?php

declare(strict_types=1);

namespace Jorvent\Tests\Support;

use Symfony\Component\Routing\Route;
use Symfony\Component\Routing\RouterInterface;

/** All routes of the application, and an address of each about requisition R-2201 of the demo world. */
trait WalksRoutes
{
    /** @return array<string, Route> */
    private function routes(): array
    {
        $router = self::getContainer()->get('router');
        self::assertInstanceOf(RouterInterface::class, $router);
        $ours = static fn (Route $r, string $n): bool => !str_starts_with($n, '_');
        $routes = array_filter($router->getRouteCollection()->all(), $ours, \ARRAY_FILTER_USE_BOTH);
        ksort($routes);

        return $routes;
    }

    /** Links that open nothing are counted by address, and a walk opens many. */
    private function fromAnotherAddress(): void
    {
        $this->client->setServerParameter('REMOTE_ADDR', '10.1.'.random_int(0, 255).'.'.random_int(1, 254));
    }

    /** @param array<string, int|string> $instead values of parts that are to be others */
    private function address(Route $route, array $instead = []): string
    {
        $parts = [];
        preg_match_all('/\{(\w+)\}/', $route->getPath(), $m);
        foreach ($m[1] as $part) {
            $parts['{'.$part.'}'] = (string) ($instead[$part] ?? $this->own($part));
        }
        $url = strtr($route->getPath(), $parts);
        self::assertStringNotContainsString('{', $url, 'the walk fills in every part of an address');

        return $url;
    }

    private function own(string $part): int|string
    {
        $of = 'JOIN application p ON p.id = x.application_id JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201';
        $seat = "FROM interview x JOIN interview_seat t ON t.interview_id = x.id JOIN account a ON a.id = t.account_id AND a.name = 'Ines Teixeira' $of ORDER BY x.id LIMIT 1";

        return match ($part) {
            'number' => 2201,
            'application' => $this->int("SELECT min(p.id) FROM application p JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201 AND p.state = 'active' AND p.stage = 'first_call'"),
            'candidate' => $this->int("SELECT p.candidate_id $seat"),
            'interview' => $this->int("SELECT x.id $seat"),
            'offer' => $this->int("SELECT min(x.id) FROM offer x $of"),
            'posting' => $this->int('SELECT min(p.id) FROM posting p JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201'),
            'resume' => $this->int('SELECT min(id) FROM resume WHERE candidate_id = :c', ['c' => $this->own('candidate')]),
            'id' => $this->int('SELECT min(o.id) FROM delivery o JOIN requisition r ON r.id = o.requisition_id WHERE r.number = 2201'),
            'guideAnswer' => $this->int('SELECT min(id) FROM guide_answer'),
            'account' => 3, 'unit' => 8, 'other' => 2, 'page', 'version', 'intake', 'file', 'site', 'brandId', 'rule' => 1,
            'grant', 'payment', 'shortlist', 'people', 'search', 'session' => 999,
            'key', 'token' => str_repeat('0', 32), 'sha256' => str_repeat('0', 64), 'secret' => 'not-a-secret-at-all-no',
            'kind' => 'requisitions', 'then' => 'off', 'copy' => 'copy', 'format' => 'csv', 'act' => 'hold', 'list' => 'requisitions',
            'board' => 'quayside', 'locale' => 'nb', 'change' => 'pause', 'brand' => 'yard', 'slug' => 'how-we-choose', 'step' => 'cancel',
            default => self::fail("the walk does not know what stands for {{$part}}"),
        };
    }
}
