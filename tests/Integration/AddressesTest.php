<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Platform\Web\ReadableRequest;
use Jorvent\Platform\Web\TidyAddress;
use Jorvent\Tests\Support\DatabaseTest;
use Jorvent\Tests\Support\WalksRoutes;
use PHPUnit\Framework\Attributes\CoversClass;
use Symfony\Component\Finder\Finder;
use Symfony\Component\HttpFoundation\Response;

/** Every route, with its address written otherwise and with values no form sends: never an error of ours. */
#[CoversClass(ReadableRequest::class)]
#[CoversClass(TidyAddress::class)]
final class AddressesTest extends DatabaseTest
{
    use WalksRoutes;

    private const PEOPLE = ['Runa Eikeland', null];
    /** Wrong types, broken bytes, numbers and days out of range, and what a text column cannot hold. */
    private const RUBBISH = [['x' => ['y' => ['z']]], ['1', ['2']], "\xFF\xFE", '99999999999999999999', '0000-01-01', '9999-12-31', "'\"\\%_", '(((🛳'];
    private const MORE_RUBBISH = ["a\0b", '-1', '1e9', '9999-99-99', '294277-01-01', '2026-02-31', '"'];

    public function testAnAddressWrittenOtherwiseLeadsToThePageOrIsNotFound(): void
    {
        $walked = 0;
        foreach ($this->routes() as $name => $route) {
            $path = $this->address($route);
            foreach ([$path.'/', '/'.$path, str_replace('/', '//', $path), strtoupper($path), $path.'.xyz', $path.'%00', $path.'%FF', rtrim($path, '/').'/../x'] as $variant) {
                foreach (self::PEOPLE as $person) {
                    $this->visit($person);
                    $this->client->request('GET', 'http://localhost'.$variant);
                    $status = $this->client->getResponse()->getStatusCode();
                    self::assertLessThan(500, $status, "GET $variant of $name");
                    if ($path.'/' === $variant && \in_array('GET', $route->getMethods(), true) && '/' !== $path) {
                        self::assertSame(301, $status, "$variant of $name");
                        self::assertSame($path, parse_url((string) $this->client->getResponse()->headers->get('Location'), \PHP_URL_PATH));
                    }
                    ++$walked;
                }
            }
            foreach (['HEAD', 'OPTIONS', 'PUT', 'TRACE', 'QUATSCH'] as $method) {
                $this->visit('Runa Eikeland');
                $this->client->request($method, $path);
                self::assertLessThan(500, $this->client->getResponse()->getStatusCode(), "$method $path of $name");
                if ('HEAD' === $method) {
                    self::assertSame('', (string) $this->client->getResponse()->getContent());
                }
                ++$walked;
            }
        }
        self::assertGreaterThan(4000, $walked);
    }

    public function testValuesNoFormSendsAreRefusedOrIgnoredByEveryPage(): void
    {
        $names = $this->names();
        self::assertGreaterThan(100, \count($names));
        $failed = [];
        foreach ($this->routes() as $name => $route) {
            if (!\in_array('GET', $route->getMethods(), true)) {
                continue;
            }
            $path = $this->address($route);
            $this->visit(str_starts_with($path, '/r/') ? 'Solveig Aune' : 'Runa Eikeland');
            foreach ([...self::RUBBISH, ...self::MORE_RUBBISH] as $value) {
                $this->fromAnotherAddress();
                $this->db()->execute('SAVEPOINT here');
                $this->client->request('GET', $path, array_fill_keys($names, $value));
                $this->db()->execute('ROLLBACK TO SAVEPOINT here');
                $status = $this->client->getResponse()->getStatusCode();
                if ($status >= 500) {
                    $failed[] = $status.' '.$name.' '.json_encode($value, \JSON_INVALID_UTF8_SUBSTITUTE);
                }
                if (\is_string($value) && (!mb_check_encoding($value, 'UTF-8') || str_contains($value, "\0"))) {
                    self::assertSame(400, $status, $name);
                }
            }
        }
        self::assertSame([], $failed);
    }

    public function testValuesNoFormSendsAreRefusedByEveryAct(): void
    {
        $names = $this->names();
        $failed = [];
        [$walked, $stopped] = [0, 0];
        foreach ($this->routes() as $name => $route) {
            if (!\in_array('POST', $route->getMethods(), true) || \in_array($name, ['sign_out', 'sign_in'], true)) {
                continue;
            }
            $this->visit(str_starts_with($route->getPath(), '/r/') || str_starts_with($route->getPath(), '/people') ? 'Solveig Aune' : 'Runa Eikeland');
            $public = 'public' === $route->getDefault('_csrf');
            $token = $public ? 'csrf-token' : $this->client->request('GET', '/me')->filter('input[name=_token]')->first()->attr('value');
            foreach (self::RUBBISH as $value) {
                $this->fromAnotherAddress();
                $this->db()->execute('SAVEPOINT here');
                $this->client->request('POST', $this->address($route), [...array_fill_keys($names, $value), '_token' => $token], [], $public ? ['HTTP_ORIGIN' => 'http://localhost'] : []);
                $this->db()->execute('ROLLBACK TO SAVEPOINT here');
                $status = $this->client->getResponse()->getStatusCode();
                ++$walked;
                $stopped += Response::HTTP_FORBIDDEN === $status ? 1 : 0;
                if ($status >= 500) {
                    $failed[] = $status.' '.$name.' '.json_encode($value, \JSON_INVALID_UTF8_SUBSTITUTE);
                }
            }
        }
        self::assertSame([], $failed);
        self::assertLessThan($walked / 4, $stopped, 'most get past the gate and the token');
    }

    private function visit(?string $person): void
    {
        $this->client->getCookieJar()->clear();
        $this->fromAnotherAddress();
        if (null !== $person) {
            $this->as($person);
        }
    }

    /** @return list<string> of all fields that something in the sources reads, has in a form or takes as a payload */
    private function names(): array
    {
        $readers = 'line|text|int|ints|strings|lines|map|answers|day|has|choice|getString|getInt|get|all|add';
        $names = [];
        foreach (Finder::create()->files()->in(\dirname(__DIR__, 2).'/src')->name('*.php') as $file) {
            $source = $file->getContents();
            preg_match_all('/(?:->(?:'.$readers.')|whole\(\$request,)\(? ?\'([a-z][a-zA-Z_]*)\'/', $source, $read);
            $names = [...$names, ...$read[1]];
            if (1 === preg_match('/(?:^|\/)(?:Web|Form)$/', $file->getRelativePath())) {
                preg_match_all('/^ +(?:public|private) \??[\w|]+ \$([a-z][a-zA-Z]*)/m', $source, $fields);
                preg_match_all('/SerializedName\(\'([a-z_]+)\'/', $source, $renamed);
                $names = [...$names, ...$fields[1], ...$renamed[1]];
            }
        }

        return array_values(array_diff(array_unique($names), ['_token']));
    }
}
