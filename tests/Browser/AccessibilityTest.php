<?php

declare(strict_types=1);

namespace Jorvent\Tests\Browser;

use Jorvent\Tests\Support\BrowserTest;
use PHPUnit\Framework\Attributes\CoversNothing;

/** Every main view through axe-core, with no rule switched off, in light and dark, and as wide as a phone. */
#[CoversNothing]
final class AccessibilityTest extends BrowserTest
{
    public function testStaffViewsInDayAndNight(): void
    {
        $browser = $this->browser()->signIn('solveig.aune@skerryline.example');
        $application = $this->first($browser);
        $views = ['/today', '/requisitions', '/requisitions/new?profile=2', '/r/2201/brief', '/r/2211/brief', '/r/2202/adverts', '/r/2201/adverts', '/r/2201/adverts/preview/harbour', '/r/2201/sourcing', '/r/2201/sourcing?q=(PLC+or', '/r/2201/sourcing?in=outside&q=weld*', '/r/2201/pipeline', '/r/2201/fit', '/r/2201/searches', '/r/2201/sourcing/compare?people[]=62&people[]=71&people[]=80', '/r/2201/pipeline?show=ended', '/r/2201/pipeline/close?application[]='.$application, '/r/2201/interviews', '/r/2201/interviews/arrange/'.$application, '/r/2205/offer', '/r/2207/outcome', '/r/2201/outcome', '/r/2201/history', '/people/62', '/find?q=ma', '/keys', '/me', '/nothing-here'];
        $found = [];
        foreach ($views as $view) {
            $found[$view] = $browser->go($view)->axe();
        }
        $browser->go('/today')->type('D')->sees('[data-bs-theme=dark]');
        foreach (['/today', '/r/2201/brief', '/r/2202/adverts', '/r/2201/sourcing?q=PLC', '/r/2201/pipeline', '/r/2201/interviews', '/r/2205/offer', '/r/2207/outcome'] as $view) {
            $found['dark '.$view] = $browser->go($view)->axe();
        }
        self::assertSame([], array_filter($found, static fn (array $f): bool => [] !== $f));
        $browser->go('/today')->type('D')->sees('[data-bs-theme=light]');
    }

    public function testOthersViews(): void
    {
        $browser = $this->browser();
        self::assertAxe($browser->go('/sign-in'));
        self::assertAxe($browser->go('/forgotten'));
        self::assertAxe($browser->signIn('runa.eikeland@skerryline.example')->go('/staff'));
        self::assertAxe($browser->click('.main-nav .avatar')->sees('.menu.show:not(.showing)', 'Runa Eikeland'));
        self::assertAxe($browser->go('/requisitions')->press('Columns')->sees('.dropdown-menu.show', 'Number'));
        self::assertAxe($browser->go('/me')->click('.ts-control')->sees('.ts-dropdown .option', 'Europe/Oslo'));
        self::assertAxe($browser->signIn('isla.farquhar@skerryline.example')->go('/r/2212/brief'));
        self::assertAxe($browser->signIn('ines.teixeira@skerryline.example')->press('Prepare')->sees('.rate'));
    }

    public function testCandidatePagesOnAPhone(): void
    {
        $phone = $this->phone();
        foreach (['/careers', '/careers?lang=nb', '/careers?q=nobodyeverwantsthis', '/careers/2201?lang=pl', '/careers/2207?lang=en', '/careers/2201/apply', '/l/book/not-a-real-secret-at-all'] as $view) {
            self::assertAxe($phone->go($view));
        }
        self::assertAxe($phone->go('/careers/2201/apply')->press('I have no file')->sees('[name=email]'));
        self::assertAxe($phone->press('Go on to check')->sees('.c-error'));
        self::assertLessThanOrEqual(390, $phone->driver->executeScript('return document.documentElement.scrollWidth'), 'nothing sticks out at the side');
    }

    private function first(\Jorvent\Tests\Support\Browser $browser): int
    {
        $browser->go('/r/2201/pipeline')->sees('input[name="application[]"]');
        $value = $browser->driver->executeScript('return document.querySelector("input[name=\'application[]\']").value');

        return is_numeric($value) ? (int) $value : 0;
    }
}
