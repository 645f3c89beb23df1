<?php

declare(strict_types=1);

namespace Jorvent\Tests\Browser;

use Jorvent\Demo\Originals;
use Jorvent\Tests\Support\BrowserTest;
use PHPUnit\Framework\Attributes\CoversNothing;
use Symfony\Component\Mailer\Transport;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;

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
            $name = $names[$i % 7].' '.['Alvestad', 'Brekke', 'Dahlberg', 'Fossnes'][intdiv($i, 7)].strtr($run, '0123456789', 'ghijklmnop');
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
        $b->press('Anna Alvestad'.strtr($run, '0123456789', 'ghijklmnop'))->sees('h2', 'What was read')
            ->sees('.note', 'one thing to confirm');
        self::assertAxe($b);
        $b->press('Welder')->sees('.ln.is-open', 'Spring 2018')->fill('is[from]', 'spring')
            ->press('Keep what I wrote')->sees('.field-error', '2019-03');
        $b->fill('is[from]', '2018-04')->fill('is[to]', '2020-09')->press('Keep what I wrote')
            ->sees('main', 'nothing unsure')->sees('main', '2.5 years of work');
    }

    public function testTwoRecordsAreJoinedAndTakenApart(): void
    {
        $run = strtr(bin2hex(random_bytes(3)), '0123456789', 'ghijklmnop');
        $text = static fn (string $mail, string $yard): string => "Hilda Nordvik$run\nBergen · $mail\n+47 5555 ".substr((string) crc32($run), 0, 4)."\n\nWORK\n\nWelder, $yard\nTIG.\n";
        $b = $this->browser()->signIn('solveig.aune@skerryline.example');
        foreach (['one', 'two'] as $n) {
            $b->go('/intake')->attach('files[]', self::file("$n.txt", $text("hilda.$n.$run@post.example", ['one' => "Kvitholm Verft\nMar 2018 – Oct 2020", 'two' => "Nordhamn Verft\nNov 2020 – Mar 2024"][$n])));
            $b->press('Read them')->sees('#rows', 'one' === $n ? 'Hilda' : 'It looks like');
        }
        $b->press('Someone else')->sees('#rows', "Hilda Nordvik$run")->press("Hilda Nordvik$run")
            ->sees('h2', 'What was read')->press("Hilda Nordvik$run")->sees('main', 'Same person?')->press('Compare')
            ->sees('h1', 'Same person?');
        self::assertAxe($b);
        $b->press('Join the two')->sees('.alert', 'Joined')->sees('main', 'Joined with Hilda')
            ->press('Take apart again')->sees('.alert', 'Two records again')->sees('main', 'Same person?');
        self::assertAxe($b);
    }

    public function testAMailToTheHouseBecomesAPersonAndIsForgottenWhenTheyAsk(): void
    {
        $run = strtr(bin2hex(random_bytes(3)), '0123456789', 'ghijklmnop');
        $name = "Sunniva Myklebust$run";
        $address = strtolower("sunniva.$run@post.example");
        $dsn = $_SERVER['MAILER_DSN'] ?? null;
        self::assertIsString($dsn);
        Transport::fromDsn($dsn)->send((new Email())->from(new Address($address, $name))->to('jobs@skerryline.example')->subject('From the lighthouse')->text("Dear all,\n\nthe lamp is automatic now, and I would like to work among people again.\n\nSunniva")
            ->attach(Originals::write('odt', "$name\nBergen · $address\n\nWORK\n\nLighthouse keeper, Norrøysund Lights\nMar 2018 – Oct 2025\nLamps, generators and radio.\n"), 'cv.odt'));
        $b = $this->browser()->signIn('solveig.aune@skerryline.example');
        $b->until(static fn (): bool => str_contains($b->go('/intake')->text('main'), $name), 'the mail is read');
        $b->sees('#rows', 'From the lighthouse');
        self::assertAxe($b);
        $b->press($name, '#rows')->sees('h2', 'What was read')->press($name)->click('.mailrow summary')
            ->sees('main', 'the lamp is automatic now');
        $b->fill('tag', 'lamps')->press('Add', '.rec')->sees('.rec', 'lamps');
        self::assertAxe($b);
        $person = $b->path();
        self::assertStringContainsString('Sunniva', self::mail($address, 'We have your mail'));
        // they ring and want to be forgotten
        $admin = $this->browser()->signIn('runa.eikeland@skerryline.example')->go('/data')->fill('who', $address)
            ->press('Find')->sees('main', $name)->press('Forget them …')->sees('h1', $name);
        self::assertAxe($admin);
        $admin->press('Forget this person')->sees('.alert', 'Forgotten')->go('/data')->sees('main', 'asked for it')
            ->sees('main', 'seals hold');
        self::assertAxe($admin);
        $b->go($person);
        self::assertStringNotContainsString('Sunniva', $b->text());
        self::assertStringNotContainsString('lamp is automatic', $b->text());
        foreach (['/lists', '/intake'] as $path) {
            self::assertAxe($b->go($path));
        }
        foreach (['/colleagues', '/dictionary'] as $path) {
            self::assertAxe($admin->go($path));
        }
    }
}
