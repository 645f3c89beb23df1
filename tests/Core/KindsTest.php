<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Core\Resume\Kinds;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;

#[CoversClass(Kinds::class)]
final class KindsTest extends TestCase
{
    public function testTitlesAndEmployersTellTheirKind(): void
    {
        foreach (['Senior marine electrician' => 'electrical', 'Skipselektriker' => 'electrical', 'Elektryk okrętowy' => 'electrical', 'Second engineer' => 'engine', 'Able seaman' => 'deck', 'Styrmann' => 'deck', 'Spawacz TIG' => 'yard', 'Kokk' => 'catering', 'Cabin steward' => 'passengers', 'Naval architect' => 'design', 'Data engineer' => 'data', 'Management Accountant' => 'finance', 'Bookkeeper' => 'finance', 'HR Adviser' => 'people', 'Sykepleier' => 'health', 'Shop assistant' => 'sales', 'Zookeeper' => null] as $title => $kind) {
            self::assertSame($kind, Kinds::of($title, Kinds::WORK), $title);
        }
        foreach (['Nordfjord Ferger AS' => 'ferries', 'Stocznia Wydma Sp. z o.o.' => 'yards', 'Kirkvoe Harbour' => 'harbours', 'Kvitstein sykehus' => 'health', 'Granholm Data' => 'technology', 'Quux' => null] as $employer => $kind) {
            self::assertSame($kind, Kinds::of($employer, Kinds::EMPLOYERS), $employer);
        }
    }

    public function testMonthsAreCountedOnceByKindAndNothingUnsureIs(): void
    {
        $spell = static fn (string $title, string $employer, string $from, ?string $to, string $sure = 'sure'): array => ['title' => $title, 'employer' => $employer, 'from' => $from, 'to' => $to, 'ongoing' => null === $to, 'sure' => $sure];
        $months = Kinds::months([
            $spell('Electrician', 'Osterdal Yard', '2015-01', '2017-12'), $spell('Marine electrician', 'Luoto Lines', '2017-07', '2019-12'), $spell('Bosun', 'Luoto Lines', '2012-01', '2014-12'), $spell('Electrician', 'Kvitholm Verft', '2001', '2010', 'unsure'), $spell('Zookeeper', 'Quux', '2011-01', '2011-12'),
        ], 12 * 2026 + 10);
        self::assertSame(['electrical' => 60, 'deck' => 36], $months['work'], 'half a year in both houses counts once');
        self::assertSame(['ferries' => 66, 'yards' => 36], $months['employers']);
    }
}
