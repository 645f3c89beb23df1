<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Accounts\Entity\Account;
use Jorvent\Tests\Support\DatabaseTest;
use Jorvent\Tests\Support\WalksRoutes;
use PHPUnit\Framework\Attributes\CoversNothing;

/**
 * Walks every route as every kind of person and compares with access.table, which a person can read. A route that is not in the table fails.
 * After a wanted change, UPDATE_TABLE=1 bin/test --filter AccessTable writes it anew, to be read as a difference.
 */
#[CoversNothing]
final class AccessTableTest extends DatabaseTest
{
    use WalksRoutes;

    private const TABLE = __DIR__.'/access.table';
    /** What each column stands for, on requisition R-2201 (Electrical, Bergen). */
    private const PEOPLE = ['admin' => 'Runa Eikeland', 'recruiter' => 'Solveig Aune', 'coordinator' => 'Ailsa Drummond', 'its manager' => 'Mo Bakkerud', 'its approver' => 'Hanne Solvik', 'its interviewer' => 'Ines Teixeira', 'other manager' => 'Callum Gauthier', 'no role' => '', 'nobody' => null];

    public function testEveryRouteAsEveryRole(): void
    {
        $lines = [\sprintf('%-5s %-52s %s', '', '', implode('  ', array_keys(self::PEOPLE)))];
        $people = $this->people();
        foreach ($this->routes() as $name => $route) {
            $url = $this->address($route);
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
        $this->fromAnotherAddress();
        if (null !== $who) {
            $this->client->loginUser($who, 'staff');
        }
        // without a token nothing that changes something goes through, so the walk changes nothing
        $this->client->request($method, $url);
        $response = $this->client->getResponse();
        $text = (string) $response->getContent();

        return match (true) {
            302 === $response->getStatusCode() && 1 === preg_match('~^/sign-in(\?|$)~', (string) $response->headers->get('Location')) => 'sign in',
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
}
