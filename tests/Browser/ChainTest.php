<?php

declare(strict_types=1);

namespace Jorvent\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Jorvent\Tests\Support\BrowserTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** One hire from the wish to the signed offer and the number in HR records, through the real pages, by the people whose turn it is. */
#[CoversNothing]
final class ChainTest extends BrowserTest
{
    private const MO = 'mo.bakkerud@skerryline.example';
    private const HANNE = 'hanne.solvik@skerryline.example';
    private const SOLVEIG = 'solveig.aune@skerryline.example';
    private const INES = 'ines.teixeira@skerryline.example';

    public function testOneHireFromWishToFirstDay(): void
    {
        $title = 'Shore Power Electrician '.bin2hex(random_bytes(2));
        $staff = $this->browser();

        // 1 a manager asks for a hire from a role profile; a reload loses nothing
        $staff->signIn(self::MO)->press('Open a requisition')->press('Marine Electrician')->sees('#reader', 'NOK 620');
        $staff->press('Write the brief')->sees('h1', 'Brief R-');
        $number = substr($staff->text('h1'), 8);
        $staff->fill('title', $title)->fill('positions', '1')->sees('[data-kept]', 'kept at');
        $staff->go($staff->path())->sees('[name=title]');
        self::assertSame($title, $staff->find('[name=title]')->getAttribute('value'));
        $staff->fill('targetOn', '2020-01-01')->press('Ask for approval')->sees('.field-error', 'This is before the day it opens');
        self::assertSame($title, $staff->find('[name=title]')->getAttribute('value'), 'nothing typed is lost');
        $staff->fill('targetOn', (new \DateTimeImmutable('+70 days'))->format('Y-m-d'))->press('Ask for approval')
            ->sees('.alert-success', 'Approval is asked for');

        // nothing leaves the house before
        $staff->signIn(self::SOLVEIG)->go("/r/$number/adverts")->sees('.note', 'The brief has to be approved first');

        // 2 the approver finds it on Today, sends it back with a reason, then approves
        $staff->signIn(self::HANNE)->sees('.tk', 'Approve the brief of Mo Bakkerud')->go("/r/$number/brief")
            ->press('Send back')->sees('.field-error', 'Give a reason');
        $staff->fill('note', 'Shore power is a must here.')->press('Send back')->sees('.alert-success', 'Sent back');
        $staff->signIn(self::MO)->sees('.tk', 'Amend the brief')->go("/r/$number/brief")->sees('.approve', 'Shore power is a must here.');
        $staff->fill('musts', "PLC\nshore power\nswitchboards")->press('Ask for approval')->sees('.alert-success');
        $staff->signIn(self::HANNE)->go("/r/$number/brief")->sees('.facts', 'of 42 planned')->press('Approve')
            ->sees('.alert-success', 'You agreed');

        // 3 the recruiter sees the board's rules fail with their field, mends them, posts in both places
        $staff->signIn(self::SOLVEIG)->go("/r/$number/adverts")->click('[name="place[]"][value=careers]')
            ->click('[name="place[]"][value=quayside]')->press('Post the advert')
            ->sees('[role=alert]', 'Quayside Jobs: one rule fails');
        $staff->sees('.mends', 'choose a category: Deck, Engine')->fill('category', 'Engine')->press('Set the category')->sees('.alert-success');
        $staff->click('[name="place[]"][value=careers]')->click('[name="place[]"][value=quayside]')
            ->press('Post the advert')->sees('.alert-success', 'Posted in 2 places');
        $staff->until(static fn (): bool => str_contains($staff->go("/r/$number/adverts")->text('main'), '2 adverts live'), 'the board never took the advert');

        // 4 a candidate applies from a phone, with a resume
        $phone = $this->phone();
        $phone->go('/careers?lang=en')->sees('.c-list', $title)->press($title)->sees('h1', $title)->press('Apply');
        $resume = self::file('resume.txt', "Ana Pires\nMarine electrician, Gullcove Marine\nBergen · ana.pires.$number@post.example · +47 5555 0171\n\nWORK\nMarine electrician, Gullcove Marine, 2019 – now\nPLC cabinets, shore power and switchboards on five ferries.\n");
        $phone->attach('resume', $resume)->press('Go on')->sees('.c-read', 'Ana Pires');
        self::assertSame("ana.pires.$number@post.example", $phone->find('[name=email]')->getAttribute('value'));
        $phone->press('Go on to check')->sees('.c-error', 'Please answer this one');
        $phone->click('label:has(input[name="answer[paper]"][value=yes])')->fill('answer[years]', '6')
            ->click('label:has(input[name="answer[shift]"][value=Sometimes])')->press('Go on to check')
            ->sees('.c-facts', 'resume.txt');
        $phone->press('Send application')->sees('.c-error', 'We need your consent')->click('[name=consent]')
            ->press('Send application')->sees('h1', 'Your application is with us');
        $status = self::link(self::mail("ana.pires.$number@post.example", 'We have your application'), '/l/status/');
        $phone->go($status)->sees('.lead', 'We have it and will read it');

        // another fails the knock-out and is stopped
        $phone->go("/careers/$number/apply")->press('I have no file now')->fill('name', 'Otto Nilsen')
            ->fill('email', "otto.$number@post.example")->click('label:has(input[name="answer[paper]"][value=no])')
            ->fill('answer[years]', '9')->click('label:has(input[name="answer[shift]"][value=Yes])');
        $phone->press('Go on to check')->click('[name=consent]')->press('Send application')->sees('h1', 'Your application is with us');

        // 5 the recruiter searches the outside database too and keeps two
        $staff->go("/r/$number/sourcing?in=outside&q=".rawurlencode('"shore power" AND (PLC OR switchboards)'))
            ->sees('.rung', 'one of')->type('b')->sees('.outside', 'as it says')->sees('.found-person');
        foreach ([1, 2] as $n) {
            // lists come in while the databases answer, and a key does nothing before the person it is for is there: one presses it again
            $at = 0.0;
            $staff->until(static function () use ($staff, $n, &$at): bool {
                if (microtime(true) - $at > 3 && [] !== $staff->driver->findElements(WebDriverBy::cssSelector('#reader:not([inert]) form .btn-primary[data-key=y]')) && !str_contains($staff->text('.stations'), "$n kept")) {
                    $at = microtime(true);
                    $staff->type('y');
                } elseif (microtime(true) - $at > 6) {
                    // when the list came anew with the one kept on top, one walks on to the next
                    $at = microtime(true) - 3;
                    $staff->type('j');
                }

                return str_contains($staff->text('.stations'), "$n kept");
            }, "never saw $n kept");
        }

        // 6 the pipeline: score and fit, the knock-out confirmed by a named person, the person moved on
        $staff->go("/r/$number/pipeline")->sees('.grp', 'New 4')->sees('tr.is-sel', 'Ana Pires')->sees('.answers', '90 / 100');
        $staff->press('Otto Nilsen')->sees('#reader', 'A knock-out answer stopped this application');
        $staff->press('Confirm', '.stopped')->sees('.alert-success', 'confirmed under your name')
            ->press('Close out', '#reader')->sees('.letter', 'thank you for your interest')
            ->press('Close out', 'form')->sees('.alert-success', 'Closed out');
        $staff->sees('.grp', 'New 3')->press('Ana Pires')->sees('#reader h2', 'Ana Pires')->press('Arrange interview', '#reader');

        // 7 common times of two calendars, the candidate picks by link, everyone gets a calendar entry
        $staff->sees('.choice')->press('Ines Teixeira')->press('Find times');
        // the page before has times too, of the manager alone
        $staff->until(
            static fn (): bool => str_contains($staff->driver->getCurrentURL(), 'minutes='),
            'the times of both never came',
        );
        $staff->sees('.slots li');
        foreach ([0, 1, 2] as $i) {
            $staff->driver->executeScript('document.querySelectorAll(".slots input")['.$i.'].click()');
        }
        $staff->press('Book or offer these')->sees('.alert-success', '3 times are offered');
        $book = self::link(self::mail("ana.pires.$number@post.example", 'Pick a time'), '/l/book/');
        $phone->go($book)->sees('h1', 'Pick a time')->click('.slots button')->sees('h1', 'Booked');
        foreach (["ana.pires.$number@post.example" => 'Your interview', self::MO => 'Ana Pires', self::INES => 'Ana Pires'] as $to => $subject) {
            self::assertStringContainsString('METHOD:REQUEST', self::mail($to, $subject));
        }

        // 8 scorecards, each hidden until one's own is in; the interview lies ahead, so the clock is moved past it
        self::moveClock('+14 days');
        $staff->signIn(self::INES)->sees('.tk', 'Write your card on Ana Pires')->go("/r/$number/interviews")
            ->press('Write your card')->sees('.rate');
        $this->card($staff, 5, 'Drew the whole board from memory.');
        $staff->signIn(self::MO)->go("/r/$number/interviews")->sees('.alert-warning', 'stay hidden until yours is in');
        self::assertStringNotContainsString('Drew the whole board', $staff->text('body'));
        $staff->press('Write your card')->sees('.rate');
        $this->card($staff, 2, 'Was unsure about the class rules.');
        $staff->signIn(self::SOLVEIG)->go("/r/$number/interviews")->sees('.cmp', 'Drew the whole board')
            ->sees('.cmp', 'differ')->sees('.snd', '3.50')->press('Build offer');

        // 9 an offer above the middle of the band must be agreed; then it is sent, read and signed
        $staff->sees('[name=base]')->fill('base', '0')->press('Make it ready')->sees('.field-error', 'Pay is more than zero');
        $staff->fill('base', '700 000')->fill('first_day', (new \DateTimeImmutable('+80 days'))->format('Y-m-d'))
            ->fill('answer_by', (new \DateTimeImmutable('+40 days'))->format('Y-m-d'))->press('Make it ready')
            ->sees('.note', 'waits for agreement');
        $staff->signIn(self::HANNE)->sees('.tk', 'Agree to an offer')->go("/r/$number/offer")
            ->sees('.table', 'above the middle of the band')->press('Agree')
            ->sees('.alert-success', 'You agreed to the offer');
        $staff->signIn(self::SOLVEIG)->go("/r/$number/offer")->press('Send offer')->sees('.alert-success', 'on its way');
        $offer = self::link(self::mail("ana.pires.$number@post.example", 'Our offer'), '/l/offer/');
        $phone->go($offer)->sees('.c-facts', "700\u{2009}000")->press('Send me a code')->sees('.c-error')
            ->fill('name', 'Ana Pires')->press('Send me a code')->sees('.c-field', 'The code from the e-mail');
        self::assertSame(1, preg_match('/\\\\n(\d{6})\\\\/', self::mail("ana.pires.$number@post.example", 'Your code'), $code));
        $phone->fill('code', $code[1])->press('Sign and accept')->sees('h1', 'Welcome aboard');

        // 10 the outcome: the HR number comes back, the requisition fills, the others are told, the advert comes down
        $staff->until(static fn (): bool => 1 === preg_match('/M-\d{5}/', $staff->go("/r/$number/outcome")->text('main')), 'no number came from HR records');
        $staff->sees('main', '1 of 1 signed')->press('Fill and take adverts down')
            ->sees('.alert-success', 'Adverts come down')->sees('h1', 'Filled')->sees('.table', 'd');
        $phone->go("/careers/$number")->sees('h1', 'This opening is closed');
        $staff->go("/r/$number/history")->sees('.table', 'signed the offer')->sees('.table', 'approved the brief');
        self::moveClock(null);
    }

    protected function tearDown(): void
    {
        self::moveClock(null);
        parent::tearDown();
    }

    private function card(\Jorvent\Tests\Support\Browser $staff, int $value, string $seen): void
    {
        for ($i = 0; $i < 4; ++$i) {
            $staff->click("input[name=\"value[$i]\"][value=\"$value\"]");
            $staff->fill("evidence[$i]", $seen);
        }
        $staff->press('Yes', '.rate')->press('Submit')->sees('[data-kept]', 'submitted');
    }

    /** Moves the clock of the served instance; null brings it back. */
    private static function moveClock(?string $by): void
    {
        $file = \dirname((string) getenv('JORVENT_BROWSER_ENV')).'/clock-offset';
        if (null === $by) {
            is_file($file) && unlink($file);
        } else {
            file_put_contents($file, (string) ((new \DateTimeImmutable($by))->getTimestamp() - time()));
            chmod($file, 0o644);
        }
    }
}
