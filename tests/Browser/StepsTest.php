<?php

declare(strict_types=1);

namespace Jorvent\Tests\Browser;

use Jorvent\Tests\Support\BrowserTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** Each step's main failure, as the person meets it; and the chain's acts by keyboard alone. */
#[CoversNothing]
final class StepsTest extends BrowserTest
{
    private const SOLVEIG = 'solveig.aune@skerryline.example';

    public function testALongChoiceIsSearchedByTyping(): void
    {
        $browser = $this->browser()->signIn('runa.eikeland@skerryline.example')->go('/me');
        $shown = static fn (): mixed => $browser->driver->executeScript('return document.querySelector("[name=zone]").value');
        $browser->fill('zone', 'Europe/Warsaw');
        self::assertSame('Europe/Warsaw', $shown());
        $browser->click('.ts-control')->type('nowhere at all')->sees('.ts-dropdown .no-results', 'Nothing here has these letters');
        $browser->type('Escape')->press('Keep these')->sees('.alert-success');
        self::assertSame('Europe/Warsaw', $shown(), 'what is not found chooses nothing');
        $browser->fill('zone', 'Europe/Oslo')->press('Keep these')->sees('.alert-success');
        // departments of another division are not offered
        $browser->signIn(self::SOLVEIG)->go('/r/2211/brief')->sees('.bf .ts-control');
        $browser->driver->executeScript(<<<'JS'
            const division = document.querySelector('[data-division]');
            const unit = document.querySelector('[name=unit]');
            const at = unit.selectedOptions[0].dataset.path;
            division.value = [...division.options].find((o) => o.value && !at.startsWith(o.value)).value;
            division.dispatchEvent(new Event('input', { bubbles: true }));
            unit.tomselect.focus();
            JS);
        $browser->sees('.bf .ts-dropdown .option');
        $offered = $browser->driver->executeScript(<<<'JS'
            const division = document.querySelector('[data-division]').value;
            const unit = document.querySelector('[name=unit]');
            const listed = [...document.querySelectorAll('.ts-dropdown .option')].filter((o) => o.checkVisibility());
            const options = listed.map((o) => unit.querySelector(`[value="${o.dataset.value}"]`));
            return [...options, unit.selectedOptions[0]].every((one) => one.dataset.path.startsWith(division));
            JS);
        self::assertTrue($offered);
    }

    public function testAWrongPasswordSaysNothingAndTheDemoPeopleAreOneClickAway(): void
    {
        $browser = $this->browser();
        $browser->go('/sign-in')->fill('email', self::SOLVEIG)->fill('password', 'wrong')->press('Sign in')
            ->sees('.field-error', 'do not belong together');
        self::assertSame(self::SOLVEIG, $browser->find('[name=email]')->getAttribute('value'));
        $browser->press('MB')->sees('.app')->click('.main-nav .avatar')->sees('.menu', 'Mo Bakkerud')
            ->press('Sign out')->sees('.signin-form');
    }

    public function testAForgottenPasswordComesByMail(): void
    {
        $browser = $this->browser();
        $browser->go('/forgotten')->fill('email', 'torstein.hauge@skerryline.example')->press('Send the link')
            ->sees('[role=status]', 'on its way');
        $link = self::link(self::mail('torstein.hauge@skerryline.example', 'Choose a new password'), '/password/');
        $browser->go($link)->fill('new_password', 'short')->press('Use it')->sees('.field-error', 'At least 12 characters');
        $browser->fill('new_password', 'a longer one for Torstein')->press('Use it')->sees('.alert-success', 'new password is in use');
        $browser->go($link)->sees('h1', 'does not open anything any more');
        $browser->go('/sign-in')->fill('email', 'torstein.hauge@skerryline.example')
            ->fill('password', 'a longer one for Torstein')->press('Sign in')->sees('.app');
    }

    public function testTwoPeopleEditingTheSameBriefSeeTheDifference(): void
    {
        $mo = $this->browser()->signIn('mo.bakkerud@skerryline.example')->go('/r/2210/brief');
        $solveig = $this->browser()->signIn(self::SOLVEIG)->go('/r/2210/brief');
        $mo->fill('positions', '2')->press('Keep')->sees('[name=positions][value="2"]');
        $solveig->sees('.present', 'Also open with Mo Bakkerud')->fill('yearsFrom', '7')->press('Keep')
            ->sees('.alert-success', 'someone else changed meanwhile');
        self::assertSame('2', $solveig->find('[name=positions]')->getAttribute('value'), 'another field is merged');
        $mo->go('/r/2210/brief')->fill('title', 'Electro-Technical Officer, shore')->press('Keep')->sees('[data-kept]', 'kept as you type');
        $solveig->fill('title', 'Electro-Technical Officer, hybrid')->press('Keep')
            ->sees('.alert-danger', 'Someone saved this brief while you were writing')
            ->sees('.table', 'Electro-Technical Officer, hybrid');
        self::assertSame('Electro-Technical Officer, hybrid', $solveig->find('[name=title]')->getAttribute('value'), 'what was typed is kept');
        $mo->go('/r/2210/brief');
        self::assertSame('Electro-Technical Officer, shore', $mo->find('[name=title]')->getAttribute('value'), 'and nothing was overwritten');
        $solveig->press('Keep mine over it')->sees('[data-kept]', 'kept as you type');
        $mo->go('/r/2210/brief')->sees('[name=title][value="Electro-Technical Officer, hybrid"]');
    }

    public function testBadResumesAreRefusedAtTheirField(): void
    {
        $phone = $this->phone();
        $phone->go('/careers/2209/apply?lang=en');
        foreach ([
            [self::file('empty.pdf', ''), 'The file is empty'], [self::file('program.pdf', "MZ\x90\x00\x03".str_repeat("\0", 400)), 'no kind of document we can read'], [self::file('broken.pdf', "%PDF-1.4\n".str_repeat('nonsense ', 60)), 'can not be opened'],
            [self::file('huge.txt', str_repeat('long text ', 850_000)), 'over 8 MB'], [self::file('script.txt', "<?php system('ls');"), 'no kind of document we can read'],
        ] as [$file, $message]) {
            $phone->attach('resume', $file)->press('Go on')->sees('.c-error', $message);
        }
        $phone->attach('resume', self::file('good.txt', "Ola Nordmann <script>alert(1)</script>\nOla Hansen\nola@post.example"))
            ->press('Go on')->sees('.c-read', 'Ola Hansen');
    }

    public function testScriptInEveryFieldIsOnlyText(): void
    {
        $evil = '<script>document.title="taken"</script>"><img src=x onerror=alert(1)>';
        $phone = $this->phone();
        $phone->go('/careers/2209/apply?lang=en')
            ->attach('resume', self::file('evil.txt', "Ola $evil\nola@post.example\n$evil"))->press('Go on');
        $phone->fill('name', "Ola $evil")->fill('email', 'evil.'.bin2hex(random_bytes(3)).'@post.example')
            ->fill('city', $evil)->click('label:has(input[name="answer[paper]"][value=yes])')
            ->fill('answer[years]', '3')->click('label:has(input[name="answer[shift]"][value=Yes])');
        $phone->press('Go on to check')->sees('.c-facts', '<script>')->click('[name=consent]')
            ->press('Send application')->sees('h1', 'is with us');
        $staff = $this->browser()->signIn(self::SOLVEIG)->go('/r/2209/pipeline')->sees('.pipe', '<script>')
            ->press('Ola <script>')->sees('#reader', 'onerror');
        self::assertStringContainsString('Pipeline', $staff->driver->getTitle());
        $staff->go('/find?q='.rawurlencode($evil))->sees('.sl', '<script>');
        self::assertStringContainsString('Search', $staff->driver->getTitle());
    }

    public function testAnApplicationSentTwiceIsOne(): void
    {
        $email = 'twice.'.bin2hex(random_bytes(3)).'@post.example';
        $phone = $this->phone();
        foreach ([1, 2] as $time) {
            $phone->go('/careers/2209/apply?lang=en')->press('I have no file')->fill('name', 'Tove To')
                ->fill('email', $email)->click('label:has(input[name="answer[paper]"][value=yes])')
                ->fill('answer[years]', '3')->click('label:has(input[name="answer[shift]"][value=Yes])')
                ->press('Go on to check')->click('[name=consent]')->press('Send application');
            $phone->sees('h1', 'is with us');
        }
        $confirm = self::link(self::mail($email, 'under your address'), '/l/confirm/');
        $phone->go($confirm)->press('Yes, it was me')->sees('main', 'You had applied for this opening before')
            ->press('See where')->sees('.lead');
        $phone->go($confirm)->sees('main');
        $this->browser()->signIn(self::SOLVEIG)->go('/find?q='.$email)->sees('h2', 'People 1');
    }

    public function testABoardThatIsDownShowsOnTheRecordAndIsRepaired(): void
    {
        $staff = $this->browser()->signIn(self::SOLVEIG);
        try {
            self::standIn('quayside', 'down');
            $staff->signIn('gordon.leask@skerryline.example')->go('/r/2202/adverts')
                ->click('[name="place[]"][value=quayside]')->press('Post the advert')->sees('.alert-success', 'Posted');
            $staff->until(static fn (): bool => str_contains($staff->go('/r/2202/adverts')->text('.ads'), 'Waits for Quayside Jobs'), 'the record never said that the board is down');
        } finally {
            self::standIn('quayside', 'normal');
        }
        $staff->until(static fn (): bool => str_contains($staff->go('/r/2202/adverts')->text('main'), '2 adverts live'), 'the advert never went out after the board came back');
    }

    public function testTheCalendarsBeingDownBooksNothingBlindly(): void
    {
        $staff = $this->browser()->signIn(self::SOLVEIG);
        try {
            self::standIn('calendar', 'wrong');
            $staff->go('/r/2201/interviews')->press('Arrange')->sees('.alert-danger', 'Nothing is booked blindly');
            self::standIn('resumes', 'down');
            $staff->go('/r/2201/sourcing?in=outside&q=PLC')->sees('.outside', 'not asked')->type('b')
                ->sees('.outside', 'did not answer')->sees('.found-person')->press('Match')->sees('.found-person');
        } finally {
            self::standIn('calendar', 'normal');
            self::standIn('resumes', 'normal');
        }
    }

    public function testWalkingKeepingMovingAndUndoingByKeyboardAlone(): void
    {
        $staff = $this->browser()->signIn(self::SOLVEIG);
        $staff->type('g', 'r')->sees('.table.wide')->type('/')->type('naval', 'Enter')
            ->sees('h2', 'Requisitions and openings 2')->type('j', 'Enter')->sees('.subject', 'Naval Architect');
        $staff->type('g', 's')->sees('.search-line')->type('f')->type('CFD', 'Enter')->sees('.rung', 'Says CFD')
            ->type('Escape', 'j')->sees('#reader h2');
        $before = $staff->text('#reader h2');
        $staff->type('j')->until(static fn (): bool => $staff->text('#reader h2') !== $before, 'the reader did not follow');
        $staff->until(static fn (): bool => str_contains($staff->settled()->text('#reader'), 'Set aside') || str_contains($staff->type('j')->text('#reader'), 'Set aside'), 'nobody could be set aside');
        $staff->type('a')->sees('.alert-success', 'is set aside')->type('u')->sees('.alert-success', 'no longer set aside');
        $staff->type('g', 'p')->sees('.pipe')->type('x')->sees('.actionbar', '1 marked')->type('Escape');
        self::assertFalse($staff->driver->executeScript('return document.querySelector(".actionbar").checkVisibility()'));
        $staff->type('?')->sees('h1', 'All keys');
    }

    public function testMovingSeveralAtOnceAndTakingItBack(): void
    {
        $staff = $this->browser()->signIn(self::SOLVEIG)->go('/r/2203/pipeline?by=name');
        $before = $staff->text('.stage-row');
        $staff->driver->executeScript('[...document.querySelectorAll("tbody")].find((b) => b.querySelector(".grp")?.innerText.startsWith("Screening")).querySelectorAll("input").forEach((i, n) => { if (n < 2) { i.click(); } })');
        $staff->sees('.actionbar', '2 marked')->type('m')->sees('.alert-success', 'Moved 2 people');
        self::assertNotSame($before, $staff->text('.stage-row'));
        $staff->press('Undo')->sees('.alert-success', 'where they were');
        self::assertSame($before, $staff->text('.stage-row'));
    }

    public function testAGuestReadsAShortlistAndLeavesAViewUntilTheLinkIsRevoked(): void
    {
        $staff = $this->browser()->signIn(self::SOLVEIG)->go('/r/2203/pipeline');
        $staff->type('x')->sees('.actionbar', '1 marked')->press('Make a guest link')->sees('.alert-danger', 'Say for whom');
        $name = $staff->text('tr.is-sel a');
        $staff->type('x')->sees('.actionbar', '1 marked')->fill('guest', 'Kari of the owners')
            ->press('Make a guest link')->sees('.alert-success', 'For Kari of the owners');
        $link = self::link($staff->text('.alert-success'), '/l/review/');
        $guest = $this->phone();
        $guest->go($link.'?lang=en')->sees('h2', $name)->press('Leave this view')->sees('.c-error', 'Please choose one');
        self::assertStringNotContainsString('@post.example', (string) preg_replace('/.*WORK/s', '', $guest->text('main')), 'contacts stand in the resume at most');
        self::assertAxe($guest);
        $guest->click('label:has(input[value=yes])')->fill('comment', 'Knows the linkspan.')->press('Leave this view')
            ->sees('[role=status]', 'Kept');
        $staff->go('/r/2203/pipeline')->sees('#reader', 'Knows the linkspan.')->press('Revoke link')
            ->sees('.alert-success', 'opens nothing any more');
        $guest->go($link)->sees('h1', 'does not open anything any more');
    }

    public function testCandidatePagesNeedNoScript(): void
    {
        $phone = $this->phone();
        foreach (['/careers', '/careers/2201', '/careers/2201/apply'] as $path) {
            self::assertSame(0, $phone->go($path)->driver->executeScript('return [...document.scripts].filter((s) => s.type !== "application/ld+json").length'), $path);
        }
        $text = $phone->go('/careers/2201')->driver
            ->executeScript('return document.querySelector("script[type=\'application/ld+json\']").textContent');
        self::assertIsString($text);
        $data = json_decode($text, true);
        self::assertIsArray($data);
        self::assertSame(['JobPosting', 'Marine Electrician'], [$data['@type'], $data['title']]);
        self::assertStringContainsString('"addressCountry":"NO"', $text);
    }
}
