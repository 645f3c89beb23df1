<?php

declare(strict_types=1);

namespace Jorvent\Tests\Browser;

use Jorvent\Tests\Support\BrowserTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** The database is gone for some seconds: nobody is signed out, and the page comes back by itself. */
#[CoversNothing]
final class OutageTest extends BrowserTest
{
    private ?\PDO $server = null;

    protected function tearDown(): void
    {
        $this->server?->exec('ALTER DATABASE jorvent_browser ALLOW_CONNECTIONS true');
        parent::tearDown();
    }

    public function testWhoIsSignedInStaysSoAndThePageTriesAgain(): void
    {
        $browser = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/today');
        $browser->sees('h1');
        $cookie = $browser->driver->manage()->getCookieNamed('jorvent');
        self::assertNotNull($cookie);

        $this->stop();
        $headers = self::headers('/today', 'jorvent='.$cookie->getValue());
        self::assertStringContainsString(' 503 ', $headers[0]);
        self::assertSame([], preg_grep('/^Set-Cookie:/i', $headers) ?: [], 'what a browser holds is not touched');
        self::assertCount(1, preg_grep('/^Retry-After:/i', $headers) ?: []);
        self::assertStringContainsString(' 503 ', self::headers('/health', '')[0]);
        $browser->go('/today')->sees('h1', 'Just a moment');

        $this->server?->exec('ALTER DATABASE jorvent_browser ALLOW_CONNECTIONS true');
        $browser->sees('h1', 'need you');
        self::assertSame('/today', $browser->path());
        self::assertStringContainsString(' 200 ', self::headers('/today', 'jorvent='.$cookie->getValue())[0]);
    }

    /** No new connections, and those there are ended. */
    private function stop(): void
    {
        $port = 3 + (int) parse_url((string) getenv('JORVENT_BROWSER_URL'), \PHP_URL_PORT);
        $this->server = new \PDO("pgsql:host=127.0.0.1;port=$port;dbname=postgres", 'jorvent', (string) getenv('PGPASSWORD'));
        $this->server->exec('ALTER DATABASE jorvent_browser ALLOW_CONNECTIONS false');
        $this->server->query("SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = 'jorvent_browser'");
    }

    /** @return list<string> */
    private static function headers(string $path, string $cookie): array
    {
        $context = stream_context_create(['http' => ['header' => 'Cookie: '.$cookie, 'ignore_errors' => true, 'follow_location' => 0]]);
        file_get_contents(getenv('JORVENT_BROWSER_URL').$path, false, $context);

        return $http_response_header;
    }
}
