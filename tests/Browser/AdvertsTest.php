<?php

declare(strict_types=1);

namespace Jorvent\Tests\Browser;

use Jorvent\Tests\Support\BrowserTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** From the check of every rule to adverts that stand on four boards, and to the board that changed its mind. */
#[CoversNothing]
final class AdvertsTest extends BrowserTest
{
    public function testFailuresAreMendedAndTheAdvertGoesToFourBoards(): void
    {
        $b = $this->browser()->signIn('gordon.leask@skerryline.example')->go('/r/2208/adverts')->sees('.mx', 'Harbour Board');
        foreach (['quayside', 'harbour', 'leeshore', 'openberth'] as $board) {
            $b->click('[name="place[]"][value='.$board.']');
        }
        $b->fill('until', gmdate('Y-m-d', time() + 80 * 86_400))->press('Post there')->sees('[role=alert]', 'fails, see the table')->sees('.mx .f', '/ 60');
        self::assertTrue($b->driver->executeScript('return document.querySelector("[name=\"place[]\"][value=harbour]").checked'), 'what was chosen is still chosen');
        $b->fill('until', gmdate('Y-m-d', time() + 20 * 86_400))->press('Post there')->sees('.is-said', 'Posted in 4 places');
        $b->until(static fn (): bool => 4 <= substr_count($b->go('/r/2208/adverts')->text('.ads'), 'live, until'), 'not all four went out');
        self::assertAxe($b);
        $b->press('Harbour Board', '.ads')->sees('h1', 'Harbour Board')->sees('.jt', 'shows the advert');
        // one that decides later puts it up by itself
        self::assertStringContainsString('Open Berth', $b->go('/r/2208/adverts')->text('.ads'));
    }
}
