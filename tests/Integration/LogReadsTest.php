<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\History\LogReads;
use Jorvent\Platform\Database\Record;
use Jorvent\Tests\Support\DatabaseTest;
use Jorvent\Tests\Support\WalksRoutes;
use PHPUnit\Framework\Attributes\CoversClass;

/** What staff read of people, take out as files and set as admins is in the log, on whichever page it is done. */
#[CoversClass(LogReads::class)]
final class LogReadsTest extends DatabaseTest
{
    use WalksRoutes;

    public function testEveryFileThatStaffTakeIsInTheLog(): void
    {
        $files = $unlogged = [];
        foreach ($this->walked() as $name => $address) {
            foreach (['Solveig Aune', 'Runa Eikeland'] as $who) {
                $this->as($who);
                $before = $this->last();
                $this->client->request('GET', $address);
                $response = $this->client->getResponse();
                if (!$this->client->getRequest()->attributes->has('_permission') || !$response->isSuccessful() || str_starts_with((string) $response->headers->get('Content-Type'), 'text/html')) {
                    continue;
                }
                $files[$name] = true;
                $logged = array_map(static fn (Record $r): string => $r->str('act'), $this->since($before));
                if ([] === $logged) {
                    $unlogged[$name] = (string) $response->headers->get('Content-Type');
                }
            }
        }
        foreach (['person_json', 'person_vcard', 'person_pdf', 'brief_pdf', 'offer_letter', 'structure_export', 'data_all', 'referrals_csv'] as $known) {
            self::assertArrayHasKey($known, $files, 'the walk reaches '.$known);
        }
        self::assertSame([], $unlogged);
    }

    public function testEveryPageOfAPersonIsInTheLogOnceAVisit(): void
    {
        $this->as('Solveig Aune');
        $seen = [];
        foreach ($this->walked() as $name => $address) {
            if (!str_contains($this->routes()[$name]->getPath(), '{candidate}')) {
                continue;
            }
            $this->clock()->moveTo($this->clock()->now()->modify('+31 minutes'));
            $before = $this->last();
            $this->client->request('GET', $address);
            if (!$this->client->getResponse()->isSuccessful()) {
                continue;
            }
            $seen[] = $name;
            $row = $this->since($before)[0] ?? null;
            self::assertNotNull($row, $name);
            self::assertSame(['candidate', $this->own('candidate')], [$row->str('subject_kind'), $row->int('candidate_id')], $name);
            self::assertSame($name, $row->json('change')['page'] ?? null);
        }
        self::assertContains('person', $seen);
        self::assertContains('reading', $seen);

        $before = $this->last();
        $page = '/people/'.$this->own('candidate');
        $this->client->request('GET', $page);
        $this->client->request('GET', $page);
        self::assertCount(0, $this->since($before), 'looking again at once is the same visit');
        $this->clock()->moveTo($this->clock()->now()->modify('+31 minutes'));
        $this->client->request('GET', $page);
        self::assertCount(1, $this->since($before));
        self::assertStringNotContainsString('opened the page of a person', (string) $this->client->getResponse()->getContent(), 'read by admins');
    }

    public function testWhatAnAdminSetsIsInTheLogAndWhatIsRefusedIsNot(): void
    {
        $this->as('Runa Eikeland');
        $rate = ['currency' => 'GBP', 'day' => $this->clock()->now()->format('Y-m-d')];
        $before = $this->last();
        $this->send('/rates', '/rates', $rate + ['per_euro' => 'much'], 422);
        self::assertSame([], $this->since($before));
        $this->send('/rates', '/rates', $rate + ['per_euro' => '0.86']);
        $row = $this->since($before)[0] ?? self::fail('nothing was written down');
        self::assertSame(['setting.changed', 'rates'], [$row->str('act'), $row->json('change')['page'] ?? null]);

        $before = $this->last();
        $this->send('/sites', '/sites/1/remove', []);
        $acts = array_map(static fn (Record $r): string => $r->str('act'), $this->since($before));
        self::assertNotContains('setting.changed', $acts, 'a site that is used is not removed, and so nothing was set');
    }

    /** @return array<string, string> addresses by route, of all pages that are asked for by staff */
    private function walked(): array
    {
        $addresses = [];
        foreach ($this->routes() as $name => $route) {
            if (\in_array('GET', $route->getMethods(), true) && 1 !== preg_match('#^/(l|a|careers|feeds|health)\b#', $route->getPath())) {
                $addresses[$name] = $this->address($route, 'structure_export' === $name ? ['id' => 1] : []);
            }
        }

        return $addresses;
    }

    private function last(): int
    {
        return $this->int('SELECT coalesce(max(id), 0) FROM activity');
    }

    /** @return list<Record> */
    private function since(int $last): array
    {
        return $this->db()->rows('SELECT act, subject_kind, candidate_id, change FROM activity WHERE id > :last ORDER BY id', ['last' => $last]);
    }
}
