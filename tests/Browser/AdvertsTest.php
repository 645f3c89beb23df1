<?php

declare(strict_types=1);

namespace Jorvent\Tests\Browser;

use Jorvent\Tests\Support\BrowserTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** From the check of every rule to adverts that stand on four boards, and to the board that changed its mind. */
#[CoversNothing]
final class AdvertsTest extends BrowserTest
{
    public function testADayIsTypedInOnesOwnOrderAndWhatIsNoDayStays(): void
    {
        $b = $this->browser()->signIn('solveig.aune@skerryline.example')->go('/r/2202/adverts');
        $shown = static fn (): mixed => $b->driver->executeScript(
            'const field = [...document.querySelectorAll("[name=until]")].at(-1), shown = field._flatpickr.altInput;
             return [field.value, shown.value, shown.validationMessage !== ""]',
        );
        foreach (['24.12.2026', '2026-12-24', '24 dec 2026', 'Thu, 24 December 2026'] as $said) {
            $b->fill('until', $said);
            self::assertSame(['2026-12-24', '24 Dec 2026', false], $shown(), $said);
        }
        foreach (['soon', '31.02.2027'] as $said) {
            $b->fill('until', $said);
            self::assertSame([$said, $said, true], $shown(), 'and it is said that this is no day');
        }
    }

    public function testFailuresAreMendedAndTheAdvertGoesToFourBoards(): void
    {
        $b = $this->browser()->signIn('gordon.leask@skerryline.example')->go('/r/2208/adverts')->sees('.mx', 'Harbour Board');
        foreach (['quayside', 'harbour', 'leeshore', 'openberth'] as $board) {
            $b->click('[name="place[]"][value='.$board.']');
        }
        $b->fill('until', gmdate('Y-m-d', time() + 80 * 86_400))->press('Post the advert')
            ->sees('[role=alert]', 'fails, see the table')->sees('.mx .f', '/ 60');
        self::assertTrue($b->driver->executeScript('return document.querySelector("[name=\"place[]\"][value=harbour]").checked'), 'what was chosen is still chosen');
        $b->fill('until', gmdate('Y-m-d', time() + 20 * 86_400))->press('Post the advert')->sees('.alert-success', 'Posted in 4 places');
        $b->until(static fn (): bool => 4 <= substr_count($b->go('/r/2208/adverts')->text('.ads'), 'live, until'), 'not all four went out');
        self::assertAxe($b);
        $b->press('Harbour Board', '.ads')->sees('h1', 'Harbour Board')->sees('.table', 'shows the advert');
        // one that decides later puts it up by itself
        self::assertStringContainsString('Open Berth', $b->go('/r/2208/adverts')->text('.ads'));
    }
}
