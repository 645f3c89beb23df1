<?php

declare(strict_types=1);

namespace Jorvent\Tests\Browser;

use Dompdf\Dompdf;
use Jorvent\Tests\Support\BrowserTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** What candidates do before and while they apply, and what the recruiter reads of it. */
#[CoversNothing]
final class CareersTest extends BrowserTest
{
    public function testTheGuideAskedThreeWays(): void
    {
        $phone = $this->phone();
        $phone->go('/careers?lang=en')->press('Not sure which?')->sees('h1', 'Not sure which?');
        self::assertAxe($phone);
        // which suits me?
        $phone->click('label:has(input[name="city[]"][value="Gdańsk"])')->fill('words', 'hulls')->press('Propose')
            ->sees('.c-list', 'because it is in Gdańsk');
        self::assertAxe($phone);
        // something that is written down, and something that is not
        $phone->fill('question', 'How long is a shift?')->press('Ask')->sees('main', 'Twelve hours, two weeks on');
        $phone->fill('question', 'Do you pay for my moving?')->press('Ask')->sees('main', 'we do not guess');
        // a person
        $name = 'Guide '.bin2hex(random_bytes(3));
        $phone->press('Send it')->sees('.c-error', 'e-mail')->fill('name', $name)->fill('email', 'asks@post.example')
            ->fill('message', 'Do you pay for my moving?')->press('Send it')->sees('h2', 'Sent');
        self::assertStringContainsString('Do you pay for my moving?', self::mail('hiring@skerryline.example', $name));
        self::assertAxe($this->browser()->signIn('runa.eikeland@skerryline.example')->go('/guide'));
    }

    public function testAnAlertIsConfirmedAndEnded(): void
    {
        $address = 'alert.'.bin2hex(random_bytes(4)).'@post.example';
        $phone = $this->phone();
        $phone->go('/careers?lang=nb')->press('Bergen')->sees('h1', 'i Bergen')->fill('email', $address)
            ->press('Send meg e-post')->sees('h1', 'Se i e-posten din');
        $link = self::link(self::mail($address, 'Nye stillinger'), '/careers/alerts/');
        $phone->go($link)->sees('main', $address)->press('Ja, send meg e-post')->sees('h1', 'Du hører fra oss');
        self::assertAxe($phone);
        $phone->go($link.'/end')->press('Avslutt')->sees('h1', 'Avsluttet')->go($link)->sees('main');
        self::assertStringNotContainsString($address, $phone->text('main'), 'forgotten');
    }

    public function testApplyingFromAPhoneWithAPdfAndFinishingLaterElsewhere(): void
    {
        $address = 'noor.'.bin2hex(random_bytes(4)).'@post.example';
        $pdf = new Dompdf();
        $pdf->loadHtml('<h1>Noor Østby</h1><p>'.$address.'<br>+47 412 34 567<br>Bergen</p><h2>Work</h2><p>Payroll, Gullcove Marine, 2017 to now. Norwegian tax and pension reports.</p>');
        $pdf->render();
        $phone = $this->phone();
        $phone->go('/careers/2209?lang=en')->press('Apply')
            ->attach('resume', self::file('cv.pdf', (string) $pdf->output()))->press('Go on')
            ->sees('.c-read', 'Noor Østby');
        self::assertSame($address, $phone->find('[name=email]')->getAttribute('value'));
        $phone->fill('city', 'Voss')->press('Finish later')->sees('h1', 'Saved for later');
        $link = self::link(self::mail($address, 'Go on with your application'), '/a/');
        $desk = $this->browser();
        $desk->go($link)->sees('.c-form');
        self::assertSame(['Voss', $address], [$desk->find('[name=city]')->getAttribute('value'), $desk->find('[name=email]')->getAttribute('value')]);
        $desk->driver->executeScript('for (const q of document.querySelectorAll(".c-choices")) q.querySelector("input").click(); for (const i of document.querySelectorAll("[name^=answer][type=text]")) i.value = "6"');
        $desk->press('Go on to check')->sees('.c-facts', 'cv.pdf')->click('[name=consent]')->press('Send application')
            ->sees('h1', 'Your application is with us');
        $desk->go($link)->sees('main');
        self::assertStringNotContainsString('Voss', $desk->text('main'), 'the link has done its work');
    }

    public function testWhatAdvertsBringReadTwoWays(): void
    {
        $b = $this->browser()->signIn(self::recruiter())->go('/adverts?from=2020-01-01')->sees('.ana', 'Quayside Jobs');
        self::assertAxe($b);
        $last = $b->text('.ana');
        $b->fill('how', 'the first advert')->press('Show')->sees('.ana', 'Quayside Jobs');
        self::assertNotSame($last, $b->text('.ana'), 'put down otherwise, the figures differ');
        $b->fill('by', 'Opening')->press('Show')->sees('.ana', 'R-2201');
        $b->go('/r/2201/adverts?sum=800')->sees('.next-spend', 'days more')->sees('main', 'came out as predicted');
    }

    public function testTheSiteOnAWideScreenAndInABrandOfItsOwn(): void
    {
        $b = $this->browser()->go('/careers?lang=en')->sees('.c-left', 'Marine Electrician')->sees('.c-right .c-way', 'Our answer');
        self::assertAxe($b);
        $b->press('Marine Electrician')->sees('h1', 'Marine Electrician')->sees('.c-left a[aria-current=true]', 'Marine Electrician');
        self::assertAxe($b);
        $b->go('/careers/yard?lang=pl')->sees('.c-brand', 'Skerry Yard');
        self::assertAxe($b);
        $admin = $this->browser()->signIn('runa.eikeland@skerryline.example');
        foreach (['/brands', '/brands/2/pages/0', '/consent', '/referrals', '/declared'] as $path) {
            $admin->go($path)->sees('h1');
            self::assertAxe($admin);
        }
        $name = 'Islet '.bin2hex(random_bytes(2));
        $admin->go('/brands?new=1')->fill('name', $name)->fill('key', strtolower(str_replace(' ', '-', $name)))
            ->fill('contact', 'nobody')->press('Add brand')->sees('.field-error', 'e-mail');
        $admin->fill('contact', 'islet@skerryline.example')->press('Add brand')->sees('.alert', 'The site shows it now')
            ->press('See the site')->sees('.c-brand', $name)->sees('main', 'Nothing is open just now');
        self::assertAxe($admin);
    }

    public function testKeptInMindFromAPhoneAndAFriendTold(): void
    {
        $address = 'mind.'.bin2hex(random_bytes(4)).'@post.example';
        $phone = $this->phone();
        $phone->go('/careers?lang=en')->press('Leave your resume with us')->sees('h1', 'Keep me in mind');
        self::assertAxe($phone);
        $phone->fill('name', 'Mindy Moor')->press('Keep me in mind')->sees('.c-error.sum', '2 things');
        $phone->fill('email', $address)->click('[name=consent]')->press('Keep me in mind')->sees('h1', 'Look into your mail');
        $phone->go(self::link(self::mail($address, 'Shall we keep you in mind?'), '/careers/alerts/'))
            ->press('Yes, for a year')->sees('h1', 'We keep you in mind');
        self::assertAxe($phone);
        $friend = 'told.'.bin2hex(random_bytes(4)).'@skerryline.example';
        $phone->go('/careers/2208?lang=en')->press('Tell a friend')->sees('main', "EUR\u{00A0}600");
        self::assertAxe($phone);
        $phone->fill('name', 'Tilda Told')->fill('email', $friend)->press('Mail me the link')->sees('h1', 'Look into your mailbox');
        $mail = self::mail($friend, 'Your link');
        $phone->go(self::link($mail, '?from='))->sees('h1', 'Cabin Steward');
        $phone->go(self::link($mail, '/l/referral/'))->sees('.c-facts', 'Opened it');
        self::assertAxe($phone);
    }

    private static function recruiter(): string
    {
        return 'solveig.aune@skerryline.example';
    }
}
