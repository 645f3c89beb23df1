<?php

declare(strict_types=1);

namespace Jorvent\Tests\Browser;

use Jorvent\Tests\Support\BrowserTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** The first station as people meet it: starting, writing, asking, deciding. */
#[CoversNothing]
final class BriefTest extends BrowserTest
{
    private const SOLVEIG = 'solveig.aune@skerryline.example';
    private const RUNA = 'runa.eikeland@skerryline.example';

    public function testEachStartingPointLeadsToABrief(): void
    {
        $b = $this->browser()->signIn(self::SOLVEIG);
        $b->go('/requisitions/new')->press('Purser')->sees('#reader h2', 'Purser')->press('Write the brief from this')
            ->sees('h1', 'Brief R-')->sees('[name=title][value=Purser]');
        $b->go('/requisitions/new?from=earlier&q=Payroll')->press('Payroll Officer')->sees('#reader', 'R-2209')
            ->click('[name="part[]"][value=people]')->press('Write the brief from this')
            ->sees('[name=title][value="Payroll Officer"]');
        $b->go('/r/2208/state')->fill('name', 'Stewards each spring')->click('form[action$="/template"] button')
            ->sees('.alert-success', 'Kept as a template');
        $b->go('/requisitions/new?from=template')->press('Stewards each spring')->press('Write the brief from this')
            ->sees('[name=title][value="Cabin Steward"]');
        $b->go('/requisitions/new?from=nothing')->press('Write an empty brief')->sees('h1', 'Brief R-')->sees('[name=title]:not([value])');
    }

    public function testATableWithGoodAndBadRows(): void
    {
        $csv = "Stilling;Avdeling;Sted;Antall\nKokk;4400;Aberdeen;2\nFyrbøter;9999;Bergen;1\nMatros;4200;Bergen;mange\nStyrmann;4200;Bergen;1\n";
        $b = $this->browser()->signIn(self::SOLVEIG)->go('/requisitions/new?from=table');
        $b->attach('file', self::file('plan.csv', $csv))->press('Go on')->sees('h1', 'Which column is what')
            ->sees('.table.pad', 'Kokk')->sees('.table.pad .text-danger', '9999');
        $b->press('Check all 4 rows')->sees('#progress h2', '2 rows can be imported')->sees('.table.pad', 'mange')
            ->sees('.table.pad', 'Avdeling');
        $b->press('Import the 2 good rows')->sees('#progress h2', '2 drafts were written')->press('See the drafts')
            ->sees('.table', 'Styrmann');
        $b->go('/requisitions/new?from=table')
            ->attach('file', self::file('macros.xlsx', (string) file_get_contents(self::workbookWithMacros())))
            ->press('Go on')->sees('.alert-danger', 'holds macros');
        self::assertAxe($b->go('/requisitions/new?from=table'));
    }

    public function testTheMarketFollowsWhatIsTyped(): void
    {
        $b = $this->browser()->signIn('callum.gauthier@skerryline.example')->go('/r/2211/brief')->sees('[data-total]');
        $before = $b->text('[data-total]');
        $b->fill('musts', 'nobody has ever done this')->sees('[data-kept]', 'kept at')->sees('[data-total]', '0');
        $b->fill('musts', "SQL\nforecasting")->until(static fn (): bool => !str_starts_with(trim($b->text('[data-total]')), '0'), 'the market never came back');
        $b->sees('.market', 'SQL')->press('Ask Crewfold now')->sees('.market', 'asked');
        self::assertNotSame('', $before);
        $b->sees('.findings li');
        self::assertAxe($b->go('/r/2211/brief')->sees('.market')->sees('.ql-editor'));
    }

    public function testRichTextIsWrittenKeptAndShownTheSame(): void
    {
        $b = $this->browser()->signIn(self::SOLVEIG)->go('/r/2210/brief')->sees('.ql-editor');
        $b->driver->executeScript('const e = window.jorventEditor; e.setText("", "user"); e.insertText(0, "Heading\nA bold word\nOne\n", "user"); e.formatLine(0, 1, "header", 2, "user"); e.formatText(10, 4, "bold", true, "user"); e.formatLine(20, 1, "list", "bullet", "user");');
        $b->sees('[data-kept]', 'kept at')->go('/r/2210/writing')->sees('.rich h2', 'Heading')
            ->sees('.rich strong', 'bold')->sees('.rich ul li', 'One');
        $b->press('Draft from the brief')->sees('.block', 'What you bring')->press('Take it')
            ->sees('.alert-success', 'Taken')->sees('.rich', 'PLC');
        self::assertAxe($b);
    }

    public function testApprovalIsSentBackThenGivenByADeputy(): void
    {
        $solveig = $this->browser()->signIn(self::SOLVEIG)->go('/requisitions/new')->press('Motorman')
            ->press('Write the brief from this')->sees('h1', 'Brief R-');
        $path = $solveig->path();
        $solveig->driver->executeScript('const u = document.querySelector("[name=unit]"); u.value = [...u.options].find((o) => o.text.includes("4420")).value; u.dispatchEvent(new Event("input", {bubbles: true}))');
        $solveig->sees('[data-kept]', 'kept at')->press('Ask for approval')->sees('.alert-success');
        $hanne = $this->browser()->signIn('hanne.solvik@skerryline.example')->go($path)
            ->sees('.decide', 'Your decision')->fill('note', 'Is this one needed?')->press('Ask first')
            ->sees('.alert-success', 'Asked');
        $solveig->go('/r'.substr($path, 2))->fill('answer', 'Yes, from March')->press('Answer')->sees('.alert-success', 'Answered');
        $hanne->go($path)->sees('main', 'Yes, from March')->press('Mark fields')
            ->click('[name="field[]"][value=musts]')->fill('note', 'Too many musts')->press('Send back')
            ->sees('.approve', 'Too many musts');
        $solveig->go($path)->sees('.approve a[href="#musts"]')->press('Ask for approval')->sees('.alert-success');
        $today = gmdate('Y-m-d');
        $zofia = $this->browser()->signIn('zofia.wrona@skerryline.example');
        $hanne->go('/me')->fill('to', 'Zofia Wrona')->fill('from_day', $today)
            ->fill('to_day', gmdate('Y-m-d', time() + 5 * 86_400))->press('Name a deputy')
            ->sees('.alert-success', 'Recorded');
        $zofia->go('/today')->sees('[data-walk]', 'for Hanne Solvik')->go($path)
            ->sees('.decide', 'Your decision for Hanne Solvik')->press('Approve')
            ->sees('.approve', 'by Zofia Wrona for Hanne Solvik');
        $solveig->go(str_replace('/brief', '/history', $path))->sees('.table', 'for Hanne Solvik')
            ->go(str_replace('/brief', '/state', $path))->sees('h1', 'under way');
        self::assertAxe($solveig);
        $solveig->fill('reason', 'The slip is closed')->press('Put on hold', 'form')->sees('h1', 'on hold')
            ->press('Resume', 'form')->sees('h1', 'under way');
    }

    public function testWhyAUnitCanNotBePickedAndItsRepair(): void
    {
        $morag = $this->browser()->signIn('morag.isbister@skerryline.example')->go('/requisitions/new')
            ->press('not finding it?')->fill('typed', '4412')->press('Look')
            ->sees('h1', 'Your list of what you reach is late');
        self::assertAxe($morag);
        $morag->fill('note', 'We moved last week')->press('Ask Runa')->sees('.alert-success', 'Asked');
        $runa = $this->browser()->signIn(self::RUNA)->go('/today')
            ->sees('[data-walk]', 'Morag Isbister can not find a unit')->press('Help')
            ->sees('.alert-warning', 'We moved last week')->press('Draw the list anew')->sees('h1', 'can be picked');
        $runa->fill('answer', 'It is there now')->click('form[action$="/why/answer"] button')->sees('.alert-success', 'Answered');
        $morag->go('/requisitions/new')->sees('[name=unit]');
        self::assertTrue($morag->driver->executeScript('return [...document.querySelector("[name=unit]").options].some((o) => o.text.includes("Shore power"))'));
        foreach (['/organisation', '/departments', '/departments/2', '/catalogue', '/catalogue/1', '/approval-rules', '/holidays', '/guide', '/people/62/forget', '/boards', '/boards?board=harbour', '/boards?new=1', '/sites', '/sites?new=1', '/rates', '/question-library', '/catalogue/1/questions', '/text-service', '/r/2201/brief/versions', '/r/2201/brief/profile', '/me'] as $view) {
            self::assertSame([], $runa->go($view)->axe(), $view);
        }
    }

    public function testQuestionsAreBuiltWeighedAndPreviewed(): void
    {
        $b = $this->browser()->signIn('callum.gauthier@skerryline.example')->go('/r/2211/questions')
            ->fill('kind', 'one of several')->press('Add')->sees('.q-open');
        $b->fill('text[en]', 'Which of these have you run?')->fill('text[pl]', 'Co już prowadziłeś?');
        foreach (['A booking system' => 100, 'A web shop' => 60] as $text => $points) {
            $row = 100 === $points ? 1 : 2;
            $b->driver->executeScript('const r = document.querySelectorAll(".opts tbody tr")[arguments[0] - 1]; r.querySelector("input").value = arguments[1]; r.querySelector("[name$=\"[points]\"]").value = arguments[2]', [$row, $text, $points]);
        }
        $b->click('.opts tbody tr:last-child [name$="[stops]"]')->press('Save the question')->sees('.qs', 'knock-out');
        $b->press('Spread the rest evenly')->sees('.weights');
        self::assertSame(100, $b->driver->executeScript('return [...document.querySelectorAll(".weights [name^=weight]")].reduce((sum, i) => sum + Number(i.value), 0)'));
        self::assertAxe($b);
        $b->go('/r/2211/questions/preview?lang=pl')->sees('legend', 'Co już prowadziłeś?')->sees('.c-choices', 'A booking system');
        self::assertAxe($b);
    }

    private static function workbookWithMacros(): string
    {
        $file = self::file('m.xlsx', '');
        $zip = new \ZipArchive();
        $zip->open($file, \ZipArchive::OVERWRITE);
        $zip->addFromString('xl/workbook.xml', '<workbook/>');
        $zip->addFromString('xl/vbaProject.bin', 'x');
        $zip->close();

        return $file;
    }
}
