<?php

declare(strict_types=1);

namespace Jorvent\Tests\Core;

use Jorvent\Demo\Originals;
use Jorvent\People\Extract\Extract;
use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

#[CoversClass(Extract::class)]
final class DemoOriginalsTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function kinds(): iterable
    {
        foreach (['docx', 'odt', 'rtf', 'html', 'txt'] as $kind) {
            yield $kind => [$kind];
        }
    }

    /** What is written in one of these kinds comes out of it again, line by line. */
    #[DataProvider('kinds')]
    public function testWhatIsWrittenComesOutAgain(string $kind): void
    {
        $text = "Łucja Świętochowska\nBergen · lucja@post.example · +47 5555 0171\n\nWORK\n\nSkipselektriker, Norrøysund Ferger AS\nmars 2019 – nå\n{PLC} \\ SCADA & <b>C#</b> “quoted”\n";
        $original = Originals::write($kind, $text);
        self::assertSame(Originals::TYPES[$kind], Extract::type($original));
        $lines = static fn (string $t): array => array_values(array_filter(array_map(trim(...), explode("\n", $t)), static fn (string $l): bool => '' !== $l));
        self::assertSame($lines($text), $lines(Extract::text(Originals::TYPES[$kind], $original)));
    }
}
