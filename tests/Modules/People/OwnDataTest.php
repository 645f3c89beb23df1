<?php

declare(strict_types=1);

namespace Jorvent\Tests\Modules\People;

use Jorvent\Core\Retention\Rules;
use Jorvent\Core\Shared\Refused;
use Jorvent\People\Entity\Candidate;
use Jorvent\People\Entity\DataRequest;
use Jorvent\People\Entity\KeptUntil;
use Jorvent\People\Entity\RetentionRules;
use Jorvent\People\OwnData\DataRequestKind;
use Jorvent\People\OwnData\DataRequestWay;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(DataRequest::class)]
#[CoversClass(KeptUntil::class)]
#[CoversClass(RetentionRules::class)]
final class OwnDataTest extends TestCase
{
    public function testRulesOfAnotherAreNotOverwritten(): void
    {
        $saved = new RetentionRules();
        $saved->change(new Rules(24, 18, 3, 21), $saved->version());
        self::assertEquals(new Rules(24, 18, 3, 21), $saved->rules());
        try {
            $saved->change(new Rules(1, 1, 1, 14), $saved->version() - 1);
            self::fail('what was edited is not what stands');
        } catch (Refused $refused) {
            self::assertSame('saved_by_another', $refused->refusals[0]->code);
        }
        self::assertEquals(new Rules(24, 18, 3, 21), $saved->rules());
    }

    public function testSomeoneIsAskedOnceAboutAnEndAndTheirYesIsKept(): void
    {
        $candidate = self::candidate();
        [$first, $later] = [new \DateTimeImmutable('2026-12-02'), new \DateTimeImmutable('2026-12-05')];
        self::assertTrue($candidate->askToKeep($first));
        self::assertFalse($candidate->askToKeep($later));
        self::assertTrue($candidate->askAdminToKeep($later));
        self::assertFalse($candidate->askAdminToKeep($later));
        $candidate->allowLonger($later);
        self::assertEquals(new KeptUntil(null, $first, $later, $later), $candidate->kept());
    }

    public function testAnAnswerIsNotChangedByAnother(): void
    {
        $now = new \DateTimeImmutable('2026-12-02');
        $request = new DataRequest(self::candidate(), DataRequestKind::Data, DataRequestWay::Letter, $now);
        self::assertTrue($request->isOpen());
        $request->answer($now, 7);
        self::assertFalse($request->isOpen());
        $answered = clone $request;
        $request->answer($now->modify('+1 day'), 8);
        self::assertEquals($answered, $request);
    }

    public function testALetterOfYesterdayMakesNobodyLessActive(): void
    {
        $candidate = self::candidate();
        $candidate->wasActive(new \DateTimeImmutable('2026-12-02 15:00'));
        $candidate->wasActive(new \DateTimeImmutable('2026-12-01'));
        self::assertSame('2026-12-02', $candidate->facts()['active_on']);
    }

    private static function candidate(): Candidate
    {
        $now = new \DateTimeImmutable('2026-11-01');

        return new Candidate('Ana', 'ana@post.example', null, null, 'Europe/Oslo', 'en', 'dropped', null, $now);
    }
}
