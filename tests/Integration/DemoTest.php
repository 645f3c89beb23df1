<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Demo\Catalogue;
use Jorvent\Demo\People;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** The demo world has something to show on every screen, and is the same for the same day. */
#[CoversNothing]
final class DemoTest extends DatabaseTest
{
    public function testSomethingOfEverything(): void
    {
        $atLeast = [
            'role_profile' => 25, 'job_family' => 6, 'requisition' => 40, 'application' => 150, 'posting' => 8, 'interview' => 15, 'scorecard' => 10, 'hire' => 1, 'exchange_rate' => 5,
            "requisition WHERE state = 'asked'" => 2, "requisition WHERE state = 'sent_back'" => 1, "requisition WHERE state = 'filled'" => 1, "offer WHERE state IN ('asked', 'sent')" => 2,
            "interview WHERE state = 'booked' AND lower(during) > now()" => 3, "interview WHERE state = 'booked' AND upper(during) < now()" => 5, "application WHERE state = 'closed'" => 20, "application WHERE state = 'active' AND knock_out = 'failed'" => 1, "interview WHERE state = 'offered'" => 1,
            'candidate c WHERE NOT EXISTS (SELECT 1 FROM application p WHERE p.candidate_id = c.id)' => 60,
        ];
        foreach (\Jorvent\Core\Workflow\RequisitionState::cases() as $state) {
            $atLeast["requisition WHERE state = '{$state->value}'"] = 1;
        }
        $atLeast += ['org_structure' => 3, 'reach_list' => 100, "hire WHERE signed_at < now() - interval '300 days'" => 4, 'brief_version' => 40, "post WHERE key = 'all'" => 1];
        foreach ($atLeast as $what => $count) {
            self::assertGreaterThanOrEqual($count, $this->int('SELECT count(*) FROM '.$what), $what);
        }
        self::assertSame(0, $this->int('SELECT count(*) FROM stage_visit WHERE entered_at > now() OR left_at > now()'), 'nothing has happened in the future');
        self::assertSame(0, $this->int("SELECT count(*) FROM application p WHERE p.state = 'active' AND NOT EXISTS (SELECT 1 FROM stage_visit v WHERE v.application_id = p.id AND v.left_at IS NULL AND v.stage = p.stage)"));
        self::assertSame(0, $this->int("SELECT count(*) FROM candidate WHERE email NOT LIKE '%.example'"), 'nobody real is written to');
    }

    public function testTheSameForTheSameDay(): void
    {
        $day = new \DateTimeImmutable('2026-01-12');
        self::assertEquals(iterator_to_array((new People(11, $day))->many(50)), iterator_to_array((new People(11, $day))->many(50)));
        self::assertNotEquals((new People(11, $day))->one(1), (new People(12, $day))->one(1));
    }

    public function testEveryProfileCanBeAskedForAndMeasured(): void
    {
        foreach (Catalogue::profiles() as $profile) {
            self::assertSame([], \Jorvent\Core\Screening\Questionnaire::fromArray($profile['questions'])->blockers(), $profile['title']);
            foreach ($profile['bands'] as $currency => [$from, $to]) {
                self::assertLessThan($to, $from, $profile['title'].' '.$currency);
            }
            self::assertGreaterThan(80, str_word_count($profile['description']), $profile['title']);
        }
    }
}
