<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;
use Symfony\Component\Routing\Route;
use Symfony\Component\Routing\RouterInterface;

/**
 * Walks every route as every kind of person and compares with access.table, which a person can read. A route that is not in the table fails.
 * After a wanted change, UPDATE_TABLE=1 bin/test --filter AccessTable writes it anew, to be read as a difference.
 */
#[CoversNothing]
final class AccessTableTest extends DatabaseTest
{
    private const TABLE = __DIR__.'/access.table';
    /** What each column stands for, on requisition R-2201 (Electrical, Bergen). */
    private const PEOPLE = ['admin' => 'Runa Eikeland', 'recruiter' => 'Solveig Aune', 'coordinator' => 'Ailsa Drummond', 'its manager' => 'Mo Bakkerud', 'its approver' => 'Hanne Solvik', 'its interviewer' => 'Ines Teixeira', 'other manager' => 'Callum Gauthier', 'no role' => '', 'nobody' => null];

    public function testEveryRouteAsEveryRole(): void
    {
        $lines = [\sprintf('%-5s %-52s %s', '', '', implode('  ', array_keys(self::PEOPLE)))];
        $people = $this->people();
        foreach ($this->routes() as $name => $route) {
            $url = $this->url($route);
            foreach ($route->getMethods() as $method) {
                $cells = [];
                foreach (self::PEOPLE as $column => $who) {
                    $cells[] = str_pad($this->answer($method, $url, $people[$column]), \strlen($column));
                }
                $lines[] = rtrim(\sprintf('%-5s %-52s %s', $method, $name.' '.$route->getPath(), implode('  ', $cells)));
            }
        }
        $walked = implode("\n", $lines)."\n";
        self::assertDoesNotMatchRegularExpression('/ 5\d\d /', $walked, 'a page fails');
        if (false !== getenv('UPDATE_TABLE')) {
            file_put_contents(self::TABLE, $walked);
        }
        self::assertGreaterThan(50, \count($lines));
        self::assertStringEqualsFile(self::TABLE, $walked);
    }

    public function testAnUnknownThingIsNotFoundAndLeaksNothing(): void
    {
        $this->as('Solveig Aune');
        foreach (['/r/99999/brief', '/people/999999', '/interviews/999999/card', '/r/2201/interviews/arrange/999999'] as $path) {
            $this->client->request('GET', $path);
            self::assertSame(404, $this->client->getResponse()->getStatusCode(), $path);
        }
    }

    private function answer(string $method, string $url, ?Account $who): string
    {
        $this->client->getCookieJar()->clear();
        $this->client->restart();
        // links that open nothing are counted by address, and the walk opens many
        $this->client->setServerParameter('REMOTE_ADDR', '10.1.'.random_int(0, 255).'.'.random_int(1, 254));
        if (null !== $who) {
            $this->client->loginUser($who, 'staff');
        }
        // without a token nothing that changes something goes through, so the walk changes nothing
        $this->client->request($method, $url);
        $response = $this->client->getResponse();
        $text = (string) $response->getContent();

        return match (true) {
            302 === $response->getStatusCode() && str_ends_with((string) $response->headers->get('Location'), '/sign-in') => 'sign in',
            403 === $response->getStatusCode() && str_contains($text, 'open for too long') => 'yes',
            403 === $response->getStatusCode() => '-',
            \in_array($response->getStatusCode(), [200, 302, 303, 400, 404, 410, 422], true) => 'yes',
            default => (string) $response->getStatusCode(),
        };
    }

    /** @return array<string, Account|null> by column */
    private function people(): array
    {
        $people = [];
        foreach (self::PEOPLE as $column => $name) {
            $people[$column] = null === $name ? null : ('' === $name ? $this->newcomer() : $this->account($name));
        }

        return $people;
    }

    private function newcomer(): Account
    {
        $account = new Account('New Comer', 'new.comer@skerryline.example', '', 'Europe/Oslo', null, null, $this->clock()->now());
        $account->setPasswordHash('x');
        $this->entities()->persist($account);
        $this->entities()->flush();

        return $account;
    }

    /** @return array<string, Route> */
    private function routes(): array
    {
        $router = self::getContainer()->get('router');
        self::assertInstanceOf(RouterInterface::class, $router);
        $routes = array_filter($router->getRouteCollection()->all(), static fn (Route $r, string $n): bool => !str_starts_with($n, '_'), \ARRAY_FILTER_USE_BOTH);
        ksort($routes);

        return $routes;
    }

    private function url(Route $route): string
    {
        $application = "(SELECT min(p.id) FROM application p JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201 AND p.state = 'active' AND p.stage = 'first_call')";
        $values = [
            '{number}' => 2201, '{application}' => $this->int("SELECT $application"), '{candidate}' => $this->int("SELECT candidate_id FROM application WHERE id = (SELECT i.application_id FROM interview i JOIN interview_seat t ON t.interview_id = i.id JOIN account a ON a.id = t.account_id JOIN application p ON p.id = i.application_id JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201 AND a.name = 'Ines Teixeira' ORDER BY i.id LIMIT 1)"),
            '{interview}' => $this->int("SELECT i.id FROM interview i JOIN interview_seat t ON t.interview_id = i.id JOIN account a ON a.id = t.account_id JOIN application p ON p.id = i.application_id JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201 AND a.name = 'Ines Teixeira' ORDER BY i.id LIMIT 1"),
            '{offer}' => $this->int('SELECT o.id FROM offer o JOIN application p ON p.id = o.application_id JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201'), '{resume}' => 1, '{posting}' => $this->int('SELECT min(p.id) FROM posting p JOIN requisition r ON r.id = p.requisition_id WHERE r.number = 2201'),
            '{id}' => $this->int('SELECT min(o.id) FROM outbox o JOIN requisition r ON r.id = o.requisition_id WHERE r.number = 2201'), '{account}' => 3, '{grant}' => 999, '{shortlist}' => 999, '{people}' => 999, '{page}' => 1, '{kind}' => 'requisitions', '{then}' => 'off', '{copy}' => 'copy', '{key}' => str_repeat('0', 32), '{secret}' => 'not-a-secret-at-all-no', '{format}' => 'csv', '{unit}' => 8, '{act}' => 'hold', '{list}' => 'requisitions', '{board}' => 'quayside', '{locale}' => 'nb', '{token}' => str_repeat('0', 32), '{change}' => 'pause', '{word}' => 'test', '{brand}' => 'yard', '{slug}' => 'how-we-choose', '{version}' => 1, '{intake}' => 1, '{step}' => 'cancel', '{other}' => 2, '{file}' => 1, '{sha256}' => str_repeat('0', 64),
        ];

        $url = strtr($route->getPath(), array_map(strval(...), $values));
        self::assertStringNotContainsString('{', $url, 'the walk fills in every part of an address');

        return $url;
    }
}
