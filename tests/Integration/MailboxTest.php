<?php

declare(strict_types=1);

namespace Jorvent\Tests\Integration;

use Jorvent\Demo\Originals;
use Jorvent\Outside\Mail\Maildir;
use Jorvent\Outside\Mail\MailPost;
use Jorvent\Outside\Mail\OutgoingMail;
use Jorvent\People\Mailbox;
use Jorvent\People\OwnData\Erase;
use Jorvent\Tests\Support\DatabaseTest;
use PHPUnit\Framework\Attributes\CoversNothing;
use Symfony\Component\Mime\Address;
use Symfony\Component\Mime\Email;

/** Resumes that come by mail, taken from a Maildir as a mail server leaves it. */
#[CoversNothing]
final class MailboxTest extends DatabaseTest
{
    private const RESUME = "Tordis Quernvik\nShip electrician\ntordis.quernvik@post.example · +47 912 33 441 · Ålesund\n\nExperience\n\nMar 2019 – present\nShip electrician, Nordhamn Verft\nSwitchboards and PLC.\n\nAug 2015 – Feb 2019\nElectrician, Kvitholm Verft\n\nEducation\nAalesund Technical School, vocational, electrical, 2015\n";

    protected function setUp(): void
    {
        parent::setUp();
        foreach (['new', 'cur', 'tmp'] as $part) {
            array_map(unlink(...), glob(self::dir()."/$part/*") ?: []);
        }
        $this->putOffWhatWaits();
        // those of the demo are not looked at here
        $this->db()->execute('UPDATE intake_file SET mail_id = NULL WHERE mail_id IS NOT NULL');
        $this->db()->execute('DELETE FROM mail_in');
    }

    public function testAMailBecomesAPersonWithTheirLetterAndTheSenderIsAnswered(): void
    {
        $this->arrive($this->mail('Tordis Quernvik', 'tordis.quernvik@post.example', 'Open application', "Dear all,\n\nI would like to work with you at the yard, for I know your ships and the people of your yard.\n\nTordis")->attach(Originals::write('docx', self::RESUME), 'cv.docx')->attach('GIF89a', 'logo.gif', 'image/gif'));
        $this->get(Mailbox::class)->run();
        $this->deliverAll();
        $this->clock()->moveTo($this->clock()->now()->modify('+1 minute'));
        $this->deliverAll();
        $row = $this->db()->row("SELECT id, source FROM candidate WHERE email = 'tordis.quernvik@post.example'");
        self::assertNotNull($row);
        self::assertSame('mailbox', $row->str('source'));
        self::assertSame(1, $this->int('SELECT count(*) FROM intake_file WHERE mail_id IS NOT NULL'), 'the picture of a signature is no file');
        $this->as('Solveig Aune');
        $this->client->request('GET', '/people/'.$row->int('id'));
        self::assertSelectorTextContains('main', 'I would like to work with you at the yard');
        $this->client->request('GET', '/intake');
        self::assertSelectorTextContains('main', 'by mail');
        $answer = self::mailbox('tordis.quernvik@post.example');
        self::assertStringContainsString('Dear Tordis', $answer[0]['text']);
        // forgetting them takes letter and answer too
        $this->get(Erase::class)($row->int('id'), 'house');
        self::assertSame(0, $this->int("SELECT count(*) FROM personal_value WHERE CAST(content AS text) ILIKE '%quernvik%'"));
        self::assertSame([], glob(self::dir().'/new/*'));
    }

    public function testItComesOverTheWireByAMailServer(): void
    {
        $this->get(MailPost::class)->send(new OutgoingMail('house-'.bin2hex(random_bytes(4)), 'jobs@skerryline.example', 'Jobs', 'My resume', self::RESUME));
        self::assertCount(1, glob(self::dir().'/new/*') ?: [], 'delivered into the mailbox');
        $this->get(Mailbox::class)->run();
        self::assertSame([], glob(self::dir().'/new/*'));
        self::assertSame(1, $this->int('SELECT count(*) FROM mail_in'));
    }

    public function testALetterThatIsAResumeIsReadAndOneWithoutIsAskedForIt(): void
    {
        $this->arrive($this->mail('Tordis Quernvik', 'tordis.quernvik@post.example', 'Meg', str_replace(['Experience', 'present'], ['Erfaring', 'nå'], self::RESUME).str_repeat("\nJeg jobber med tavler og styringer om bord og på verft, og det har jeg gjort lenge.", 3)));
        $this->arrive($this->mail('Ola Nordberg', 'ola.nordberg@post.example', 'Jobb', 'Hei, har dere noe for meg på verftet i sommer? Jeg er ferdig på skolen og vil gjerne til sjøs.'));
        $this->get(Mailbox::class)->run();
        $this->deliverAll();
        $this->clock()->moveTo($this->clock()->now()->modify('+1 minute'));
        $this->deliverAll();
        self::assertSame(1, $this->int("SELECT count(*) FROM candidate WHERE email = 'tordis.quernvik@post.example'"));
        self::assertSame(['mail_without_resume'], array_map(static fn ($r): string => $r->str('refusal'), $this->db()->rows("SELECT refusal FROM intake_file WHERE mail_id IS NOT NULL AND state = 'failed'")));
        self::assertStringContainsString('ingen CV', self::mailbox('ola.nordberg@post.example')[0]['text'], 'in the language of the letter');
    }

    public function testWhatCouldNotBeReadIsSaidToTheSenderWithItsReason(): void
    {
        $this->arrive($this->mail('Tordis Quernvik', 'tordis.quernvik@post.example', 'Two files', 'Here they are, and I hope that you can read them.')->attach(Originals::write('odt', self::RESUME), 'cv.odt')->attach("\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1".str_repeat('x', 99), 'old.doc'));
        $this->get(Mailbox::class)->run();
        $this->deliverAll();
        $this->clock()->moveTo($this->clock()->now()->modify('+1 minute'));
        $this->deliverAll();
        self::assertMatchesRegularExpression('/old\.doc: This is an old Word file/', self::mailbox('tordis.quernvik@post.example')[0]['text']);
        // and once a day only
        $this->arrive($this->mail('Tordis Quernvik', 'tordis.quernvik@post.example', 'Again', 'Here is one more.'));
        $this->get(Mailbox::class)->run();
        $this->deliverAll();
        self::assertSame(1, $this->int("SELECT count(*) FROM delivery WHERE key LIKE 'mail-in-%'"));
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function programs(): iterable
    {
        yield 'out of office' => ['Auto-Submitted', 'auto-replied', 'someone@post.example'];
        yield 'a list' => ['List-Id', '<crew.list.example>', 'someone@post.example'];
        yield 'bulk' => ['Precedence', 'bulk', 'someone@post.example'];
        yield 'a bounce' => ['X-Nothing', '1', 'mailer-daemon@post.example'];
        yield 'ourselves' => ['X-Nothing', '1', 'jobs@skerryline.example'];
    }

    #[\PHPUnit\Framework\Attributes\DataProvider('programs')]
    public function testProgramsAreNeverAnswered(string $header, string $value, string $from): void
    {
        $mail = $this->mail('A program', $from, 'Undelivered', self::RESUME);
        $mail->getHeaders()->addTextHeader($header, $value);
        $this->arrive($mail);
        $this->get(Mailbox::class)->run();
        self::assertSame('automatic', $this->db()->row('SELECT state FROM mail_in')?->str('state'));
        self::assertSame(0, $this->int("SELECT count(*) FROM delivery WHERE kind = 'mail_answer'") + $this->int('SELECT count(*) FROM intake_file WHERE mail_id IS NOT NULL'));
    }

    public function testTheSameMailTwiceIsOneAndWhatNobodyFinishedIsShown(): void
    {
        $mail = $this->mail('Tordis Quernvik', 'tordis.quernvik@post.example', 'Once', 'One letter.')->attach(self::RESUME, 'cv.txt', 'text/plain');
        $mail->getHeaders()->addIdHeader('Message-ID', 'once@post.example');
        $this->arrive($mail);
        $this->arrive($mail);
        $this->get(Mailbox::class)->run();
        self::assertSame(1, $this->int('SELECT count(*) FROM mail_in'));
        // a worker that died of a mail leaves it taken and not done
        file_put_contents(self::dir().'/cur/1.dead.mailroom', "Subject: half\n\n");
        touch(self::dir().'/cur/1.dead.mailroom', time() - 3600);
        $this->get(Mailbox::class)->run();
        self::assertSame(1, $this->int("SELECT count(*) FROM intake_file WHERE refusal = 'mail_broken'"));
        self::assertFileExists(self::dir().'/cur/1.dead.mailroom:2,F');
        $this->get(Mailbox::class)->run();
        self::assertSame(1, $this->int("SELECT count(*) FROM intake_file WHERE refusal = 'mail_broken'"), 'told once');
    }

    public function testOneThatAskedToBeKnownByAnotherAddressIsNotTiedByASender(): void
    {
        $known = $this->db()->row('SELECT id, name, email FROM candidate WHERE id = 150');
        self::assertNotNull($known);
        $this->arrive($this->mail('Some Agency', $known->str('email'), 'A candidate of ours', 'Please find enclosed.')->attach(str_replace(['tordis.quernvik@post.example · ', '+47 912 33 441'], ['', '+47 933 00 128'], self::RESUME), 'cv.txt', 'text/plain'));
        $this->get(Mailbox::class)->run();
        $this->deliverAll();
        self::assertSame(1, $this->int('SELECT count(*) FROM resume WHERE candidate_id = 150'), 'a sender proves nothing');
        self::assertSame(1, $this->int("SELECT count(*) FROM candidate WHERE name = 'Tordis Quernvik' AND email IS NULL"));
    }

    public function testManyWorkersTakeEachMailOnce(): void
    {
        for ($i = 0; $i < 20; ++$i) {
            file_put_contents(self::dir()."/new/$i.x.mailroom", 'x');
        }
        $box = $this->get(Maildir::class);
        $taken = [];
        while (null !== $name = $box->take()) {
            $taken[] = $name;
        }
        self::assertCount(20, array_unique($taken));
    }

    private function mail(string $name, string $from, string $subject, string $text): Email
    {
        return (new Email())->from(new Address($from, $name))->to('jobs@skerryline.example')->subject($subject)->text($text);
    }

    private function arrive(Email $mail): void
    {
        file_put_contents(self::dir().'/new/'.bin2hex(random_bytes(8)).'.mailroom', $mail->toString());
    }

    private static function dir(): string
    {
        $var = $_SERVER['JORVENT_MAILBOX'] ?? null;

        return \is_string($var) ? $var : self::fail('No mailbox.');
    }
}
