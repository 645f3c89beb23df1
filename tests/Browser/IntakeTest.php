<?php

declare(strict_types=1);

namespace Jorvent\Tests\Browser;

use Jorvent\Demo\Originals;
use Jorvent\Tests\Support\BrowserTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** Resumes by the armful, and an unsure reading set right beside its passage. */
#[CoversNothing]
final class IntakeTest extends BrowserTest
{
    public function testThirtyFilesAreDroppedWithTwoBadOnes(): void
    {
        $run = bin2hex(random_bytes(3));
        $files = [];
        for ($i = 0; $i < 28; ++$i) {
            $kind = ['docx', 'odt', 'rtf', 'html', 'txt'][$i % 5];
            $names = ['Anna', 'Berit', 'Celina', 'Dagny', 'Edda', 'Frida', 'Gudrun'];
            $name = $names[$i % 7].' '.ucfirst(strtr($run, '0123456789', 'ghijklmnop')).['a', 'b', 'c', 'd'][intdiv($i, 7)].'sen';
            $files[] = self::file("$i.$kind", Originals::write($kind, "$name\nBergen · ".strtolower(str_replace(' ', '.', $name))."@post.example\n\nWORK\n\nWelder, Kvitholm Verft\n".(0 === $i ? 'Spring 2018 – Autumn 2020' : 'Mar 2018 – Oct 2020')."\nTIG and PLC.\n"));
        }
        $files[] = self::file('bad.pdf', 'MZ not a document');
        $files[] = self::file('torn.docx', "PK\x03\x04torn");
        $b = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/intake')->sees('[data-drop]');
        self::assertAxe($b);
        $b->attach('files[]', implode("\n", $files));
        $b->press('Read them')->sees('main', '28 of 30 read, 0 known, 2 failed');
        $b->sees('#rows', 'No kind of document')->sees('#rows', 'It can not be opened');
        self::assertAxe($b);
        $b->driver->navigate()->refresh();
        $b->sees('main', '28 of 30 read');
        $b->press('Anna '.ucfirst(strtr($run, '0123456789', 'ghijklmnop')).'asen')->sees('h2', 'What was read')->sees('.note', 'one thing to confirm');
        self::assertAxe($b);
        $b->press('Welder')->sees('.ln.is-open', 'Spring 2018')->fill('is[from]', 'spring')->press('Keep what I wrote')->sees('.jv-error', '2019-03');
        $b->fill('is[from]', '2018-04')->fill('is[to]', '2020-09')->press('Keep what I wrote')->sees('main', 'nothing unsure')->sees('main', '2.5 years of work');
    }
}
