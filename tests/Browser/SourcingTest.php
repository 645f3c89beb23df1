<?php

declare(strict_types=1);

namespace Jorvent\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Jorvent\Tests\Support\Browser;
use Jorvent\Tests\Support\BrowserTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** Searching as a recruiter does it: results follow typing, the ladder says what each row costs, and nothing is lost. */
#[CoversNothing]
final class SourcingTest extends BrowserTest
{
    public function testResultsFollowTypingAndNothingReloads(): void
    {
        $staff = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/r/2204/sourcing?q=');
        $everyone = (int) $staff->text('#q-total .snd');
        self::assertGreaterThan(100, $everyone);
        $staff->driver->executeScript('window.stays = true');
        self::ask($staff, 'stability AND (Rhino OR AutoCAD)')->until(static fn (): bool => (int) $staff->text('#q-total .snd') < $everyone, 'the figures did not follow');
        $staff->sees('.ladder', 'Says one of')->sees('.rung-adds', 'Rhino adds')->sees('.found-person mark')
            ->sees('#facets', 'Titles they have or had');
        self::assertSame((int) $staff->text('#q-total .snd'), (int) $staff->text('.seg a.on b'));
        self::assertSame($staff->text('#q-total .snd'), trim($staff->text('.stations a[aria-current] .station-count')), 'the line above says the same');
        self::assertTrue($staff->driver->executeScript('return window.stays === true && document.activeElement.id === "q"'), 'no reload, and one can type on');
        // an error is shown at its place, with the repair on a key
        self::ask($staff, 'stability AND (Rhino')->sees('#q-about', 'bracket');
        $staff->driver->executeScript('document.querySelector("[data-query]").click()');
        $staff->until(static fn (): bool => 'stability AND (Rhino)' === $staff->find('#q')->getAttribute('value') || '' === $staff->text('#q-about'), 'the repair was not taken');
        // a reload, or coming back days later, shows the same
        $total = $staff->text('#q-total .snd');
        $staff->go('/r/2204/sourcing');
        self::assertSame($total, $staff->text('#q-total .snd'));
    }

    public function testCriteriaAreAddedChangedAndDroppedByKeyboard(): void
    {
        $staff = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/r/2203/sourcing?q=');
        $everyone = $staff->text('#q-total .snd');
        $staff->type('c')->press('Years of work', '#adder')->sees('details.criterion[open]');
        self::assertSame('k0-from', $staff->driver->executeScript('return document.activeElement.id'), 'one can type at once');
        $staff->driver->switchTo()->activeElement()->sendKeys('12');
        $staff->until(static fn (): bool => $everyone !== $staff->text('#q-total .snd'), 'the figures did not follow');
        $staff->sees('.criterion summary', '12 or more');
        self::assertSame(['k0-from', '12'], $staff->driver->executeScript('return [document.activeElement.id, document.activeElement.value]'), 'what one is typing stays');
        $twelve = (int) $staff->text('#q-total .snd');
        $staff->sees('#facets', '11 or more');
        $staff->driver->executeScript('document.activeElement.blur()');
        $staff->type('w')->until(static fn (): bool => (int) $staff->text('#q-total .snd') > $twelve, 'a step wider brought nobody');
        $staff->sees('.criterion summary', '11 or more');
        // a tie, as an address
        $staff->go('/r/2203/sourcing?q=&c[]='.rawurlencode('one_job(title=second engineer)(years;from=2)').'&c[]='.rawurlencode('place=Bergen;km=30;moves'));
        $staff->sees('.rung.tie', 'In one and the same job')->sees('.rung.tie', 'not tied to one')
            ->sees('.ladder', 'within 30 km, or would move');
        $short = (int) $staff->text('.seg a:nth-child(2) b');
        $staff->press('One short')->sees('.found-person', 'misses');
        self::assertGreaterThan(0, $short);
        $staff->sees('#reader .alert', 'does not pass row');
        $staff->type('d')->until(static fn (): bool => 1 === \count($staff->driver->findElements(WebDriverBy::cssSelector('.rung .gain'))), 'the dearest row was not dropped');
    }

    public function testKeepingAndSettingAsideStayOnThePlace(): void
    {
        $staff = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/r/2205/sourcing?q='.rawurlencode('SQL'));
        $staff->driver->executeScript('window.stays = true');
        self::walkTo($staff, '#reader form [data-key=a]');
        $first = $staff->text('.found-person.is-sel .fw-semibold');
        $staff->type('a')->sees('.alert-success', 'set aside')->sees('#found', 'Set aside here:')->sees('#found s', $first);
        $second = $staff->text('.found-person.is-sel .fw-semibold');
        self::assertNotSame($first, $second);
        $staff->type('j')->until(static fn (): bool => $second !== $staff->text('.found-person.is-sel .fw-semibold'), 'j did not walk');
        $staff->sees('#reader h2', $staff->text('.found-person.is-sel .fw-semibold'));
        $before = $staff->text('.stations');
        self::walkTo($staff, '#reader form [data-key=y]');
        $staff->type('y')->sees('.alert-success', 'is kept');
        $staff->until(static fn (): bool => $before !== $staff->text('.stations'), 'the line above did not follow');
        self::assertTrue($staff->driver->executeScript('return window.stays === true'));
        $staff->type('u')->sees('.alert-success', 'back');
    }

    public function testFitAsksForTheVerdictsThatTellItMost(): void
    {
        $staff = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/r/2204/sourcing?q=');
        $asked = static fn (): int => \count($staff->driver->findElements(WebDriverBy::cssSelector('.found-person[data-teaches]')));
        $selected = static fn (): string => $staff->text('.found-person.is-sel .fw-semibold');
        self::assertSame(3, $asked());
        $staff->sees('.found-person[data-teaches]', 'tells most');
        $staff->type('t')->sees('.found-person.is-sel[data-teaches]');
        $first = $selected();
        $staff->sees('#reader h2', $first);
        $staff->type('t')->until(static fn (): bool => $first !== $selected(), 't did not go on');
        $staff->sees('.found-person.is-sel[data-teaches]')->sees('#reader h2', $selected());
        self::walkTo($staff, '#reader form [data-key=a]');
        $second = $selected();
        $staff->type('a')->sees('.alert-success', 'set aside')->sees('#found s', $second);
        self::assertSame(3, $asked(), 'the next is asked for');
        $staff->type('u')->sees('.alert-success', 'back');
    }

    public function testMarksStayAndManyAreKeptAtOnce(): void
    {
        $staff = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/r/2203/sourcing?q='.rawurlencode('diesel'));
        $staff->driver->executeScript('window.stays = true');
        self::walkTo($staff, '#reader form .btn-primary[data-key=y]');
        $staff->type('x')->sees('[data-actionbar]:not([hidden]) [data-count]', '1');
        $first = $staff->text('#reader h2');
        $before = $staff->text('#reader h2');
        $staff->type('j')->until(static fn (): bool => $before !== $staff->text('#reader h2'), 'j did not walk');
        self::walkTo($staff, '#reader form .btn-primary[data-key=y]');
        $staff->type('x')->sees('[data-count]', '2')->sees('[data-sentence]', $first);
        // side by side, and back to where one was
        $staff->type('=')->sees('.found-compare thead', $first);
        self::assertCount(2, $staff->driver->findElements(WebDriverBy::cssSelector('.found-compare thead .snd')));
        $staff->type('o')->sees('.ladder', 'diesel');
        // another search keeps the marks; taking them off and on again is one key
        self::walkTo($staff, '#reader form .btn-primary[data-key=y]');
        $staff->type('x')->sees('[data-count]', '1');
        $one = $staff->text('#reader h2');
        self::ask($staff, 'diesel OR pumps')->until(static fn (): bool => str_contains($staff->text('.ladder'), 'one of'), 'the figures did not follow');
        $staff->sees('[data-actionbar]:not([hidden]) [data-count]', '1')->sees('[data-sentence]', $one);
        $staff->driver->executeScript('document.activeElement.blur()');
        $staff->type('y')->sees('.alert-success', 'is kept')
            ->until(static fn (): bool => [] === $staff->driver->findElements(WebDriverBy::cssSelector('[data-actionbar]:not([hidden])')), 'still marked');
        $staff->type('u')->sees('.alert-success', 'back');
    }

    public function testWhatIsNotKeptStaysMarkedAndWhatIsNotAnsweredIsSaid(): void
    {
        $staff = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/r/2205/sourcing?q='.rawurlencode('SQL OR Python'));
        self::walkTo($staff, '#reader form .btn-primary[data-key=y]');
        $kept = $staff->text('#reader h2');
        $staff->type('y')->sees('.alert-success', 'is kept');
        // whoever is kept already is left out, and stays marked
        $staff->until(static fn (): bool => true === $staff->driver->executeScript('const row = [...document.querySelectorAll(".found-person")].find((r) => r.querySelector(".fw-semibold").textContent.trim() === arguments[0] && r.querySelector(".text-success")); row?.querySelector("input[type=checkbox]").click(); return Boolean(row)', [$kept]), 'nobody is shown as kept');
        $staff->sees('[data-actionbar]:not([hidden]) [data-count]', '1')->type('y')->sees('#said .alert-danger', $kept);
        $staff->sees('[data-actionbar]:not([hidden]) [data-count]', '1')->sees('[data-sentence]', $kept);
        $staff->driver->executeScript('document.querySelector("[data-unmark]").click()');
        $staff->type('u')->sees('.alert-success', 'back');
        // the line is down while one walks
        $staff->driver->executeScript('const real = window.real = XMLHttpRequest.prototype.open;
            XMLHttpRequest.prototype.open = function (verb, url, ...rest) { real.call(this, verb, url.includes("/reader?") ? "http://127.0.0.1:1/" : url, ...rest); }');
        $staff->type('j')->sees('#reader', 'no answer');
        $staff->driver->executeScript('XMLHttpRequest.prototype.open = window.real');
        $staff->type('j')->until(static fn (): bool => [] !== $staff->driver->findElements(WebDriverBy::cssSelector('#reader h2')), 'the next step did not bring the reader back');
        self::assertSame($staff->text('.found-person.is-sel .fw-semibold'), $staff->text('#reader h2'));
    }

    public function testAnActIsSaidThoughAQuestionFollowsItAtOnce(): void
    {
        $staff = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/r/2205/sourcing?q='.rawurlencode('SQL'));
        self::walkTo($staff, '#reader form .btn-primary[data-key=y]');
        $name = $staff->text('#reader h2');
        $line = $staff->text('.stations');
        $staff->driver->executeScript('
            document.querySelector("#reader form .btn-primary[data-key=y]").click();
            document.querySelector("#reader form .btn-primary[data-key=y]").click();
            const q = document.getElementById("q"); q.value = "SQL OR Python"; q.form.requestSubmit();');
        $staff->sees('.alert-success', $name.' is kept')->sees('.ladder', 'one of');
        self::assertNotSame($line, $staff->text('.stations'), 'the line above says it too');
        self::assertSame([], $staff->driver->findElements(WebDriverBy::cssSelector('.alert-danger')), 'a second press keeps nobody twice');
        $staff->type('u')->sees('.alert-success', 'back');
    }

    public function testALetterBegunIsNotLostByWalking(): void
    {
        $staff = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/r/2204/sourcing?q='.rawurlencode('hull'));
        self::walkTo($staff, '#reader button[data-key=e]');
        $name = $staff->text('#reader h2');
        $staff->type('e')->sees('#letter', 'Send to '.$name);
        self::assertSame('letter-body', $staff->driver->executeScript('return document.activeElement.id'));
        $staff->find('#letter-subject')->clear();
        $staff->find('#letter-subject')->sendKeys('A hull for you');
        $staff->driver->executeScript('document.activeElement.blur()');
        $staff->type('j')->until(static fn (): bool => $name !== $staff->text('#reader h2'), 'j did not walk');
        $other = $staff->text('#reader h2');
        $staff->type('k')->until(static fn (): bool => $other !== $staff->text('#reader h2'), 'k did not walk back');
        $staff->type('e')->sees('#letter', 'Send to '.$name);
        self::assertSame('A hull for you', $staff->find('#letter-subject')->getAttribute('value'));
        // what is refused is still written
        $body = (string) $staff->find('#letter-body')->getAttribute('value');
        $staff->find('#letter-body')->clear();
        $staff->find('#letter-body')->sendKeys('Dear {{ nobody }}, a hull.');
        $staff->press('Send to '.$name, '#writer')->sees('.alert-danger', 'nobody');
        $staff->sees('#reader button[data-key=e]')->settled();
        $staff->driver->executeScript('document.activeElement.blur()');
        $staff->type('e')->sees('#letter', 'Send to '.$name);
        self::assertSame(['A hull for you', 'Dear {{ nobody }}, a hull.'], [$staff->find('#letter-subject')->getAttribute('value'), $staff->find('#letter-body')->getAttribute('value')]);
        $staff->find('#letter-body')->clear();
        $staff->find('#letter-body')->sendKeys($body);
        $staff->press('Send to '.$name, '#writer')->sees('.alert-success', 'is on its way')
            ->sees('#reader .alert-warning', 'A hull for you');
    }

    public function testGroupsAndTheLineSayTheSame(): void
    {
        $staff = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/r/2204/sourcing?q='.rawurlencode('hull NOT agency'));
        $staff->type('q')->sees('#groups[open]');
        self::assertSame(['hull', 'agency'], [$staff->find('#g-must')->getAttribute('value'), $staff->find('#g-out')->getAttribute('value')]);
        $staff->find('#g-one0')->sendKeys('Rhino, weight control');
        $staff->until(static fn (): bool => 'hull AND (Rhino OR "weight control") NOT agency' === $staff->find('#q')->getAttribute('value'), 'the line did not follow: '.$staff->find('#q')->getAttribute('value'));
        $staff->sees('.ladder', 'one of');
        self::ask($staff, 'Rhino')->until(static fn (): bool => 'Rhino' === $staff->find('#g-must')->getAttribute('value'), 'the groups did not follow');
    }

    public function testAQuestionThatALaterOneFollowedIsNotAnswered(): void
    {
        $staff = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/r/2204/sourcing?q='.rawurlencode('hull'));
        $ask = static fn (string $turn): mixed => $staff->driver->executeAsyncScript('const done = arguments[arguments.length - 1]; fetch("/r/2204/sourcing/results?q=hull", { headers: { "HX-Request": "true", "X-Turn": "'.$turn.'" } }).then((r) => done(r.status));');
        self::assertSame([200, 499, 200, 200], [$ask('windowone.9'), $ask('windowone.3'), $ask('windowone.10'), $ask('windowtwo.1')]);
    }

    /** Down the list until someone is open with whom that can be done. */
    private static function walkTo(Browser $staff, string $selector): void
    {
        for ($i = 0; $i < 20 && [] === $staff->driver->findElements(WebDriverBy::cssSelector($selector)); ++$i) {
            $before = $staff->text('#reader h2');
            $staff->type('j')->until(static fn (): bool => $before !== $staff->text('#reader h2'), 'the reader did not follow');
        }
        $staff->sees($selector);
    }

    private static function ask(Browser $staff, string $query): Browser
    {
        $staff->find('#q')->clear();
        $staff->find('#q')->sendKeys($query);

        return $staff;
    }
}
