<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Accounts\Access\Gate;
use Jorvent\Accounts\Access\Permission;
use Jorvent\Accounts\Access\RequestIds;
use Jorvent\Careers\ApplyDrafts;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Tests\Support\Controllers;
use Jorvent\Tests\Support\DatabaseTest;
use Jorvent\Tests\Support\WalksRoutes;
use PHPUnit\Framework\Attributes\CoversNothing;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Route;

/**
 * What every route does with ids that do not belong together, and with words that no form offers. The routes are read off the router and
 * the fields off the controllers, so a new one is covered without a new test.
 */
#[CoversNothing]
final class RequestsTest extends DatabaseTest
{
    use WalksRoutes;

    public function testIdsOfAnAddressThatDoNotBelongTogetherAreNotFound(): void
    {
        $walked = 0;
        foreach ($this->gated() as $name => $route) {
            $this->as($this->who($route));
            $parts = self::parts($route);
            foreach ($parts as $part) {
                foreach ($this->owners($part, $parts) as $owner) {
                    $url = $this->address($route, [$part => $this->foreign(RequestIds::PATH[$part], RequestIds::PATH[$owner])]);
                    foreach ($route->getMethods() as $method) {
                        $this->client->request($method, $url);
                        self::assertSame(404, $this->client->getResponse()->getStatusCode(), "$method $name $url: foreign $part");
                        ++$walked;
                    }
                }
            }
        }
        self::assertGreaterThan(12, $walked);
    }

    public function testTheViewTellsOfEachKindAllThatIsAskedOfIt(): void
    {
        foreach (array_keys(RequestIds::OWNERS) as $kind) {
            $this->make($kind);
        }
        $told = [];
        foreach ($this->db()->rows('SELECT DISTINCT kind, owner FROM belongs_to') as $row) {
            $told[$row->str('kind')][] = $row->str('owner');
        }
        $sorted = static function (array $owners): array {
            sort($owners);

            return $owners;
        };
        ksort($told);
        $asked = RequestIds::OWNERS;
        ksort($asked);
        self::assertSame(array_map($sorted, $asked), array_map($sorted, $told));
    }

    public function testIdsOfAFormThatDoNotBelongToTheAddressAreNotFound(): void
    {
        $walked = 0;
        foreach ($this->gated() as $name => $route) {
            $this->as($this->who($route));
            $parts = self::parts($route);
            foreach (RequestIds::SENT as $field => $kind) {
                foreach ($parts as $part) {
                    if (!self::belongs($kind, RequestIds::PATH[$part])) {
                        continue;
                    }
                    $foreign = (string) $this->foreign($kind, RequestIds::PATH[$part]);
                    foreach ($route->getMethods() as $method) {
                        foreach ([[$field => $foreign], [$field => [$foreign]]] as $sent) {
                            $this->client->request($method, $this->address($route, []), $sent);
                            self::assertContains($this->client->getResponse()->getStatusCode(), [404], "$method $name: foreign $field");
                            ++$walked;
                        }
                    }
                }
            }
        }
        self::assertGreaterThan(300, $walked);
    }

    public function testSomeoneHiddenIsNotThereForAnyRoute(): void
    {
        $hidden = $this->int('SELECT max(id) FROM candidate WHERE erased_at IS NULL AND id NOT IN (SELECT candidate_id FROM application)');
        $this->db()->execute('UPDATE candidate SET confidential = true WHERE id = :id', ['id' => $hidden]);
        $walked = 0;
        foreach ($this->gated() as $name => $route) {
            if ($this->isForAdmins($route)) {
                continue;
            }
            $this->as($this->who($route));
            $cases = [];
            foreach (self::parts($route) as $part) {
                $cases[] = 'candidate' === RequestIds::PATH[$part] ? [$this->address($route, [$part => $hidden]), []] : null;
            }
            foreach (RequestIds::SENT as $field => $kind) {
                $cases[] = 'candidate' === $kind ? [$this->address($route, []), [$field => (string) $hidden]] : null;
            }
            foreach (array_filter($cases) as [$url, $sent]) {
                foreach ($route->getMethods() as $method) {
                    $this->client->request($method, $url, $sent);
                    self::assertSame(404, $this->client->getResponse()->getStatusCode(), "$method $name $url ".json_encode($sent));
                    ++$walked;
                }
            }
        }
        self::assertGreaterThan(300, $walked);
    }

    public function testAWordNoFormOffersIsABadRequestEverywhere(): void
    {
        $walked = [];
        foreach ($this->routes() as $name => $route) {
            [$class, $method] = explode('::', self::controller($route).'::__invoke');
            foreach (\in_array('POST', $route->getMethods(), true) ? Controllers::readBy($class, $method, ['choice']) : [] as $field) {
                $this->post($route, [$field => 'sail-away'], $name);
                $walked[] = "$class::$method $field";
            }
        }
        self::assertGreaterThan(10, \count($walked), implode("\n", $walked));
    }

    public function testAWordNoPayloadOffersIsRefusedEverywhere(): void
    {
        $walked = [];
        foreach ($this->routes() as $name => $route) {
            foreach (\in_array('POST', $route->getMethods(), true) ? self::offered(self::controller($route)) : [] as $field) {
                $this->post($route, [$field => 'sail-away'], $name, 422);
                $walked[] = $name.' '.$field;
            }
        }
        self::assertGreaterThan(20, \count($walked), implode("\n", $walked));
    }

    /** @return list<string> fields of the payload of a controller that are words of a choice */
    private static function offered(string $controller): array
    {
        $fields = [];
        [$class, $method] = explode('::', $controller.'::__invoke');
        foreach ((new \ReflectionMethod($class, $method))->getParameters() as $parameter) {
            $type = $parameter->getType();
            $isPayload = [] !== $parameter->getAttributes(MapRequestPayload::class);
            if (!$isPayload || !$type instanceof \ReflectionNamedType || !class_exists($type->getName())) {
                continue;
            }
            foreach ((new \ReflectionClass($type->getName()))->getConstructor()?->getParameters() ?? [] as $field) {
                $of = $field->getType();
                if ($of instanceof \ReflectionNamedType && enum_exists($of->getName())) {
                    $fields[] = $field->getName();
                }
            }
        }

        return $fields;
    }

    /** @param array<string, string> $fields */
    private function post(Route $route, array $fields, string $name, int $status = 400): void
    {
        $public = 'public' === $route->getDefault('_csrf');
        $this->as($this->who($route));
        $token = $public ? 'csrf-token' : $this->client->request('GET', '/today')->filter('input[name=_token]')->first()->attr('value');
        $url = $this->address($route, $this->opened($name));
        $this->client->request('POST', $url, ['_token' => $token, ...$fields], [], $public ? ['HTTP_ORIGIN' => 'http://localhost'] : []);
        $answer = $this->client->getResponse();
        $said = mb_substr(strip_tags((string) $answer->getContent()), 0, 200);
        self::assertSame($status, $answer->getStatusCode(), "$name $url ".json_encode($fields).' '.$said);
    }

    /** @return array<string, int|string> parts of an address that open something of a candidate's */
    private function opened(string $name): array
    {
        $links = [
            'guest_offer' => [LinkPurpose::Offer, $this->own('offer')], 'guest_offer_answer' => [LinkPurpose::Offer, $this->own('offer')],
            'guest_status' => [LinkPurpose::Status, $this->own('application')], 'guest_status_act' => [LinkPurpose::Status, $this->own('application')],
            'guest_keep' => [LinkPurpose::Keep, $this->own('candidate')], 'guest_keep_answer' => [LinkPurpose::Keep, $this->own('candidate')],
        ];
        if (isset($links[$name])) {
            $address = $this->get(GuestLinks::class)->issue($links[$name][0], (int) $links[$name][1], 3);

            return ['secret' => substr($address, (int) strrpos($address, '/') + 1)];
        }
        $open = $this->int('SELECT id FROM requisition WHERE number = 2201');

        return match ($name) {
            'import', 'import_start', 'import_cancel' => ['id' => $this->db()->insert('import', ['account_id' => $this->account('Solveig Aune')->id, 'file_sha256' => str_repeat('0', 64), 'file_name' => 'x.csv', 'state' => 'mapping', 'head' => [], 'created_at' => $this->clock()->now(), 'kind' => 'requisitions'])],
            'apply_fields', 'apply_typed', 'apply_check', 'apply_send' => ['key' => $this->get(ApplyDrafts::class)->start($open, null, null)],
            default => [],
        };
    }

    private static function controller(Route $route): string
    {
        $controller = $route->getDefault('_controller');

        return \is_string($controller) ? $controller : '';
    }

    /** @return list<string> */
    private static function parts(Route $route): array
    {
        preg_match_all('/\{(\w+)\}/', $route->getPath(), $m);

        return array_values(array_intersect($m[1], array_keys(RequestIds::PATH)));
    }

    /**
     * @param list<string> $parts of the address
     *
     * @return list<string> those that own one of them
     */
    private function owners(string $part, array $parts): array
    {
        return array_values(array_filter($parts, static fn (string $p): bool => self::belongs(RequestIds::PATH[$part], RequestIds::PATH[$p])));
    }

    private static function belongs(string $kind, string $owner): bool
    {
        return \in_array($owner, RequestIds::OWNERS[$kind] ?? [], true);
    }

    /** One of a kind that belongs to another owner than ours. */
    private function foreign(string $kind, string $owner): int
    {
        $this->make($kind);
        $own = 'requisition' === $owner ? $this->int('SELECT id FROM requisition WHERE number = 2201') : $this->own($owner);
        $sql = 'SELECT min(id) FROM belongs_to WHERE kind = :kind AND owner = :owner AND owner_id <> :own';
        $found = $this->int($sql, ['kind' => $kind, 'owner' => $owner, 'own' => $own]);
        self::assertGreaterThan(0, $found, "the demo world has no $kind of another $owner");

        return $found;
    }

    /** The demo world has none of some kinds. */
    private function make(string $kind): void
    {
        $elsewhere = ['r' => $this->int('SELECT id FROM requisition WHERE number = 2205'), 'a' => 1, 'now' => $this->clock()->now()];
        $sql = [
            'shortlist' => "INSERT INTO shortlist (requisition_id, guest, shared_by, shared_at) VALUES (:r, 'A guest', :a, :now)",
            'search' => "INSERT INTO saved_search (requisition_id, account_id, name, text, criteria, created_at) VALUES (:r, :a, 'One', '', '[]', :now)",
            'question' => "INSERT INTO approval_question (requisition_id, asked_by, asked_at, question) VALUES (:r, :a, :now, 'Why?')",
            'payment' => 'INSERT INTO advert_payment (posting_id, day, amount, currency, source, note, account_id, at) SELECT min(id), CAST(:now AS date), 100, \'EUR\', \'entered\', \'\', :a, :now FROM posting WHERE requisition_id = :r',
            'merge' => "INSERT INTO candidate_merge (survivor_id, other_id, moved, survivor_before, survivor_after, account_id, at) VALUES (3, 4, '{}', '{}', '{}', :a, :now)",
        ][$kind] ?? null;
        if (null !== $sql && 0 === $this->int('SELECT count(*) FROM belongs_to WHERE kind = :kind', ['kind' => $kind])) {
            $this->db()->execute($sql, 'merge' === $kind ? array_diff_key($elsewhere, ['r' => 0]) : $elsewhere);
        }
    }

    /** @return array<string, Route> those with a gate */
    private function gated(): array
    {
        return array_filter($this->routes(), fn (Route $r): bool => null !== $this->permission($r));
    }

    private function isForAdmins(Route $route): bool
    {
        return \in_array($this->permission($route), [Permission::Administer, Permission::ManageStaff], true);
    }

    private function who(Route $route): string
    {
        $this->fromAnotherAddress();

        return match ($this->permission($route)) {
            Permission::Administer, Permission::ManageStaff => 'Runa Eikeland',
            Permission::Decide => 'Hanne Solvik',
            Permission::FillScorecard => 'Ines Teixeira',
            default => 'Solveig Aune',
        };
    }

    private function permission(Route $route): ?Permission
    {
        [$class, $method] = explode('::', self::controller($route).'::__invoke');
        \assert(class_exists($class));
        $reflection = new \ReflectionClass($class);
        foreach ([...$reflection->getMethod($method)->getAttributes(Gate::class), ...$reflection->getAttributes(Gate::class)] as $attribute) {
            return $attribute->newInstance()->permission;
        }

        return null;
    }
}
