<?php

declare(strict_types=1);

namespace Jorvent\Tests\Contract;

use Jorvent\Outside\GuardedClient;
use Jorvent\Outside\Http;
use Jorvent\Platform\Delivery\NotNow;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\HttpClient\HttpClient;

/** What another service sends is not believed to end: it is cut at a stated size, while it comes. */
#[CoversClass(GuardedClient::class)]
#[CoversClass(Http::class)]
final class AnswersTest extends TestCase
{
    /** A server for one request: what it sends is said by a piece of code that writes to $to. */
    private const SERVER = <<<'PHP'
        $server = stream_socket_server('tcp://127.0.0.1:0');
        echo stream_socket_get_name($server, false), "\n";
        $to = stream_socket_accept($server, 10);
        while ("\r\n" !== fgets($to)) {
        }
        PHP;

    /** @var resource|null */
    private $process;

    protected function tearDown(): void
    {
        if (null !== $this->process) {
            proc_terminate($this->process, 9);
            proc_close($this->process);
        }
    }

    /** @return iterable<string, array{string}> */
    public static function tooMuch(): iterable
    {
        $head = 'fwrite($to, "HTTP/1.1 200 OK\r\nContent-Type: application/json\r\n';
        yield 'without an end' => [$head.'\r\n"); while (false !== @fwrite($to, str_repeat("[", 65536))) { }'];
        yield 'small when packed' => [$head.'Content-Encoding: gzip\r\n\r\n"); fwrite($to, gzencode(str_repeat("0", 200000000)));'];
        yield 'announced' => [$head.'Content-Length: 900000000\r\n\r\n"); while (false !== @fwrite($to, str_repeat("1", 65536))) { }'];
    }

    #[DataProvider('tooMuch')]
    public function testItIsBrokenOffWhileItComes(string $sends): void
    {
        $http = $this->http($sends);
        $before = memory_get_usage();
        memory_reset_peak_usage();
        try {
            $http->text('GET', '/');
            self::fail('all of it was taken');
        } catch (NotNow $e) {
            self::assertStringContainsString((string) GuardedClient::MOST_BYTES, (string) $e->getPrevious()?->getMessage());
        }
        self::assertLessThan(6 * GuardedClient::MOST_BYTES, memory_get_peak_usage() - $before);
    }

    public function testWhatIsShortEnoughIsReadWhole(): void
    {
        $length = GuardedClient::MOST_BYTES - 100;
        $http = $this->http('fwrite($to, "HTTP/1.1 200 OK\r\nConnection: close\r\n\r\n"); fwrite($to, str_repeat("1", '.$length.'));');
        self::assertSame($length, \strlen($http->text('GET', '/')));
    }

    private function http(string $sends): Http
    {
        $process = proc_open([\PHP_BINARY, '-d', 'memory_limit=1G', '-r', self::SERVER.$sends], [1 => ['pipe', 'w']], $pipes);
        self::assertIsResource($process);
        $this->process = $process;
        $address = trim((string) fgets($pipes[1]));
        self::assertNotSame('', $address);

        return new Http(new GuardedClient(HttpClient::create(['timeout' => 5, 'max_duration' => 30]), $address), 'http://'.$address);
    }
}
