<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Activity\ActivityLog;
use Jorvent\Activity\ChainClock;
use Jorvent\Activity\LogChain;
use Jorvent\People\OwnData\Erase;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversClass;

#[CoversClass(LogChain::class)]
#[CoversClass(ChainClock::class)]
#[CoversClass(ActivityLog::class)]
final class LogChainTest extends DatabaseTest
{
    public function testErasingAPersonLeavesTheChainValidAndAChangedRowBreaksIt(): void
    {
        $chain = $this->get(LogChain::class);
        $person = $this->int('SELECT max(id) FROM candidate c WHERE erased_at IS NULL AND merged_into IS NULL AND NOT EXISTS (SELECT 1 FROM hire h JOIN application p ON p.id = h.application_id WHERE p.candidate_id = c.id)');
        $this->get(ActivityLog::class)->record('candidate.noted', 'candidate', $person, null, $person, ['reason' => 'They said that the harbour is too far']);
        $chain->extend(true);
        self::assertSame(0, $this->int('SELECT count(*) FROM activity a WHERE NOT EXISTS (SELECT 1 FROM activity_chain c WHERE c.activity_id = a.id)'));
        self::assertNull($chain->check()['broken']);
        $this->get(Erase::class)($person, 'house', $this->account('Runa Eikeland')->id);
        $chain->extend();
        $held = $chain->check();
        self::assertSame([$this->int('SELECT count(*) FROM activity'), null], [$held['links'], $held['broken']]);
        self::assertSame(0, $this->int("SELECT count(*) FROM personal_value WHERE content::text LIKE '%harbour is too far%'"), 'what was said is gone');

        $this->asOwner();
        $row = $this->int('SELECT min(id) + 5 FROM activity');
        $this->db()->execute('ALTER TABLE activity DISABLE TRIGGER activity_append_only');
        $this->db()->execute('UPDATE activity SET subject_id = subject_id + 1 WHERE id = :id', ['id' => $row]);
        self::assertSame($row, $chain->check()['broken']);
    }

    public function testTextsAndAddressesStandApartFromTheRow(): void
    {
        $this->as('Solveig Aune');
        $this->send('/r/2201/state', '/r/2201/state/hold', ['reason' => 'The berth is rebuilt, says Ana']);
        $row = $this->db()->row("SELECT a.change, v.content ->> 'address' AS address, v.content -> 'texts' ->> 'reason' AS reason FROM activity a JOIN personal_value v ON v.id = a.personal_id WHERE a.act = 'requisition.on_hold' ORDER BY a.id DESC LIMIT 1");
        self::assertNotNull($row);
        self::assertStringNotContainsString('berth', $row->str('change'));
        self::assertStringContainsString('"met"', $row->str('change'), 'figures stay');
        self::assertSame(['127.0.0.1', 'The berth is rebuilt, says Ana'], [$row->str('address'), $row->str('reason')]);
        $this->client->request('GET', '/r/2201/history');
        self::assertSelectorTextContains('.table', 'The berth is rebuilt');
        $this->client->request('GET', '/r/2201/state');
        self::assertSelectorTextContains('main', 'The berth is rebuilt');
        // every row there is: no text that is not a code
        self::assertSame([], array_map(static fn ($r): string => $r->str('act').' '.$r->str('change'), $this->db()->rows(
            "SELECT act, change FROM activity WHERE jsonb_path_exists(change, '$.** ? (@.type() == \"string\" && !(@ like_regex \"^([a-z0-9][a-z0-9_.:+-]{0,59}|[A-Z]{2,3}|[0-9]{4}-[0-9]{2}-[0-9]{2}(T[0-9:.+Z-]{5,30})?)$\"))') LIMIT 5",
        )));
    }

    public function testTheHeadIsWrittenOutsideOnceADayAndMailedToTheAdminsOfAll(): void
    {
        $clock = $this->get(ChainClock::class);
        $this->putOffWhatWaits();
        $clock->run();
        $clock->run();
        self::assertSame(1, $this->int('SELECT count(*) FROM activity_head'));
        $var = $_SERVER['JORVENT_VAR'] ?? '';
        $heads = file((\is_string($var) ? $var : '').'/log/chain-heads.log') ?: [];
        self::assertStringContainsString((string) $this->db()->row('SELECT hash FROM activity_head')?->str('hash'), $heads[\count($heads) - 1] ?? '');
        $this->deliverAll();
        $mail = self::mailbox('runa.eikeland@skerryline.example')[0];
        self::assertStringContainsString((string) $this->db()->row('SELECT hash FROM activity_head')?->str('hash'), $mail['text']);
    }
}
