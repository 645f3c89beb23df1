<?php

declare(strict_types=1);

namespace Jorvent\Tests\Contract;

use Jorvent\Core\Adverts\Advert;
use Jorvent\Core\Adverts\BoardRules;
use Jorvent\Core\Adverts\Price;
use Jorvent\Demo\JobBoards;
use Jorvent\Outside\Boards\Board;
use Jorvent\Outside\Boards\BoardShape;
use Jorvent\Outside\Boards\FormBoard;
use Jorvent\Outside\Boards\JsonBoard;
use Jorvent\Outside\Boards\Outgoing;
use Jorvent\Outside\Boards\Receipt;
use Jorvent\Outside\Boards\XmlBoard;
use Jorvent\Outside\GuardedClient;
use Jorvent\Outside\Http;
use Jorvent\Platform\Delivery\NotNow;
use Jorvent\Platform\Delivery\RefusedByThem;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpClient\HttpClient;

/** Every way of talking with a board, held against every board that talks so: the same promises, the same two ways to fail. */
#[CoversNothing]
final class BoardsTest extends DatabaseTest
{
    private const SHAPES = ['json' => JsonBoard::class, 'form' => FormBoard::class, 'xml' => XmlBoard::class];

    protected function tearDown(): void
    {
        foreach (array_keys(JobBoards::BOARDS) as $key) {
            self::standIn($key, 'normal');
        }
        parent::tearDown();
    }

    /** @return iterable<string, array{string}> */
    public static function boards(): iterable
    {
        foreach (JobBoards::BOARDS as $key => $settings) {
            if ('feed' !== $settings[1]) {
                yield $key => [$key];
            }
        }
    }

    #[DataProvider('boards')]
    public function testTheWholeLifeOfAPosting(string $key): void
    {
        [$board, $shape] = $this->talk($key);
        $posting = self::posting(bin2hex(random_bytes(5)));
        self::assertSame($board->name, $shape->greet($board));
        self::assertNull($shape->find($board, $posting->reference));
        $receipt = $shape->send($board, $posting);
        self::assertSame('openberth' !== $key, $receipt->live, 'one looks at it first');
        self::assertSame($receipt->ref, self::ref($shape->find($board, $posting->reference)), 'known again by our reference');
        if ($receipt->live) {
            $page = (string) file_get_contents((string) $receipt->url);
            self::assertStringContainsString('Marine Electrician &amp; Łódź', $page);
            $shape->update($board, $receipt->ref, self::posting($posting->reference, 'Second Electrician'));
            self::assertStringContainsString('Second Electrician', (string) file_get_contents((string) $receipt->url));
            $shape->pause($board, $receipt->ref, true);
            self::assertFalse(@file_get_contents((string) $receipt->url), 'it rests');
            $shape->pause($board, $receipt->ref, false);
            self::assertNotFalse(@file_get_contents((string) $receipt->url));
        }
        $shape->withdraw($board, $receipt->ref);
        self::assertNull($shape->find($board, $posting->reference));
        self::assertFalse(@file_get_contents((string) $receipt->url));
    }

    #[DataProvider('boards')]
    public function testItFailsInOneOfTwoWays(string $key): void
    {
        [$board, $shape] = $this->talk($key);
        $failing = static function (callable $act): string {
            try {
                $act();
            } catch (NotNow) {
                return 'not now';
            } catch (RefusedByThem $e) {
                return $e->getMessage();
            }

            return 'went well';
        };
        $stranger = new Board($board->key, $board->name, $board->shape, $board->address, 'another key', $board->fields, $board->rules, $board->price);
        self::assertStringContainsString('key is not known', $failing(static fn () => $shape->send($stranger, self::posting('x'))));
        self::assertStringContainsString('said no', $failing(static fn () => $shape->send($board, self::posting('x', ''))), 'without a title');
        foreach (['down', 'wrong'] as $mode) {
            self::standIn($key, $mode);
            self::assertSame(['not now', 'not now', 'not now'], [$failing(static fn () => $shape->send($board, self::posting('x'))), $failing(static fn () => $shape->find($board, 'x')), $failing(static fn () => $shape->withdraw($board, 'x'))], $mode);
        }
        self::standIn($key, 'lost');
        $reference = bin2hex(random_bytes(5));
        self::assertSame('not now', $failing(static fn () => $shape->send($board, self::posting($reference))));
        self::standIn($key, 'normal');
        self::assertNotNull($shape->find($board, $reference), 'it was done all the same, and asking tells');
    }

    public function testNothingLeadsIntoThePrivateNetworkButWhatIsListedByHostAndPort(): void
    {
        $listed = (string) parse_url((string) getenv('JORVENT_STANDIN_URL'), \PHP_URL_PORT);
        $client = new GuardedClient(HttpClient::create(['timeout' => 3]), '127.0.0.1:'.$listed);
        self::assertSame(200, $client->request('GET', 'http://127.0.0.1:'.$listed.'/')->getStatusCode());
        foreach (['http://127.0.0.1:'.((int) $listed - 1).'/health', 'http://localhost:'.$listed.'/', 'http://[::1]:'.$listed.'/', 'http://10.0.0.1/', 'http://169.254.169.254/latest', 'http://0177.0.0.1:'.$listed.'/', 'http://x@127.0.0.1:'.$listed.'/'] as $url) {
            try {
                $client->request('GET', $url)->getStatusCode();
                self::fail($url.' was reached');
            } catch (\Symfony\Contracts\HttpClient\Exception\ExceptionInterface|\InvalidArgumentException $e) {
                self::assertStringNotContainsString('200', $e->getMessage());
            }
        }
    }

    private static function ref(?Receipt $receipt): ?string
    {
        return $receipt?->ref;
    }

    /** @return array{Board, BoardShape} */
    private function talk(string $key): array
    {
        [$name, $shape, , $fields, $rules, $price] = JobBoards::BOARDS[$key];
        $base = (string) getenv('JORVENT_STANDIN_URL');
        $http = new Http(new GuardedClient(HttpClient::create(['timeout' => 8]), parse_url($base, \PHP_URL_HOST).':'.parse_url($base, \PHP_URL_PORT)), $base);
        self::assertNotSame('feed', $shape);

        return [new Board($key, $name, $shape, $base.'/'.$key, $key.'-demo-key', $fields, BoardRules::fromArray($rules), Price::fromArray($price)), new (self::SHAPES[$shape])($http)];
    }

    private static function posting(string $reference, string $title = 'Marine Electrician & Łódź'): Outgoing
    {
        return new Outgoing($reference, new Advert($title, '<p>Keep the <strong>lights</strong> on &amp; dry.</p>', 'Keep the lights on & dry.', 'Bergen', 'Engine', new \DateTimeImmutable('2026-01-01'), 620_000, 760_000, 'NOK', 'year', 'Vestland', '5003', 'NO'), 'http://127.0.0.1/careers/2201?via=x&y', new \DateTimeImmutable('2026-02-01'));
    }
}
