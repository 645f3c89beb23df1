<?php

declare(strict_types=1);

namespace Jorvent\Outside\StandIn;

use Jorvent\Outside\Boards\StandIn\BoardStandIn;
use Jorvent\Outside\Boards\StandIn\Manners;
use Jorvent\Outside\Calendars\StandIn\WatchbillStandIn;
use Jorvent\Outside\Mail\StandIn\Mailroom;
use Jorvent\Outside\Records\StandIn\MusterStandIn;
use Jorvent\Outside\ResumeBanks\StandIn\CrewfoldStandIn;
use Jorvent\Outside\ResumeBanks\StandIn\FathomStandIn;
use Jorvent\Outside\ResumeBanks\StandIn\RopewalkStandIn;
use Jorvent\Outside\TextServices\StandIn\QuillwrightStandIn;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** All stand-ins under one roof: hands requests on, misbehaves on demand, and shows what came and went. */
final readonly class Desk
{
    public const SLOW_SECONDS = 4;
    /** How many of the last requests each stand-in shows. */
    private const LOGGED = 12;

    /** @param array<string, array{StandIn, Shelf}> $standIns by first part of the path */
    private function __construct(private array $standIns)
    {
    }

    public static function at(string $var): self
    {
        $dir = $var.'/standin';
        $shelf = static fn (string $name): Shelf => new Shelf($dir, $name);
        $offset = is_file($var.'/clock-offset') ? (int) file_get_contents($var.'/clock-offset') : 0;
        $today = new \DateTimeImmutable('@'.(time() + $offset));

        $boards = [];
        foreach (Manners::all() as $path => $manners) {
            $boards[$path] = [new BoardStandIn($path, $manners, $shelf($path)), $shelf($path)];
        }

        return new self([
            'mail' => [new Mailroom($shelf('mail'), $dir), $shelf('mail')],
            ...$boards,
            'resumes' => [new CrewfoldStandIn($dir, $today, $shelf('resumes-asked')), $shelf('resumes')],
            'ropewalk' => [new RopewalkStandIn($dir, $today), $shelf('ropewalk')],
            'fathom' => [new FathomStandIn($dir, $today, $shelf('fathom-tickets')), $shelf('fathom')],
            'calendar' => [new WatchbillStandIn(), $shelf('calendar')],
            'text' => [new QuillwrightStandIn(), $shelf('text')],
            'records' => [new MusterStandIn($shelf('records')), $shelf('records')],
        ]);
    }

    public function answer(Request $request): Response
    {
        $path = $request->getPathInfo();
        if ('/' === $path) {
            return $this->overview();
        }
        [$name, $rest] = [explode('/', $path)[1], (string) preg_replace('#^/[^/]+#', '', $path)];
        if (!isset($this->standIns[$name])) {
            return new JsonResponse(['error' => 'no such stand-in'], 404);
        }
        [$standIn, $shelf] = $this->standIns[$name];
        if ('/mode' === $rest && $request->isMethod('POST')) {
            $shelf->behave($request->request->getString('mode'));
            // how it behaves is told anew, and so is how often it was asked
            $shelf->beside('asked')->change(static fn (): array => []);

            return new RedirectResponse('/', 303);
        }

        $response = $this->behaving($shelf->mode(), 'mail' === $name, static fn (): Response => $standIn->answer($request, $rest));
        if ('mail' !== $name) {
            $shelf->hold();
            $line = ['when' => gmdate('Y-m-d H:i:s'), 'what' => $request->getMethod().' '.mb_strimwidth($rest.('' === (string) $request->getQueryString() ? '' : '?'.urldecode((string) $request->getQueryString())), 0, 90, '…').' → '.$response->getStatusCode()];
            $shelf->beside('log')->change(static fn (array $log): array => \array_slice([$line, ...$log], 0, self::LOGGED));
        }

        return $response;
    }

    /** What a board that decides later does when its answer has gone out. */
    public function afterwards(Request $request): void
    {
        $standIn = $this->standIns[explode('/', $request->getPathInfo())[1] ?? ''][0] ?? null;
        if ($standIn instanceof BoardStandIn && !$request->isMethod('GET')) {
            $standIn->afterwards();
        }
    }

    /** @param callable(): Response $answer */
    private function behaving(string $mode, bool $isMailbox, callable $answer): Response
    {
        if ($isMailbox) {
            return $answer(); // its mode is for SMTP; the mailbox can always be read
        }
        if ('slow' === $mode) {
            sleep(self::SLOW_SECONDS);
        }

        if ('lost' === $mode) {
            $answer(); // done, but nobody hears of it
        }

        return match ($mode) {
            'lost' => new JsonResponse(['error' => 'timed out'], 504),
            'down' => new JsonResponse(['error' => 'down'], 503),
            'wrong' => new Response('<html>Welcome to our new site!</html>', 200, ['Content-Type' => 'text/html']),
            default => $answer(),
        };
    }

    private function overview(): Response
    {
        $html = '<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>Stand-ins</title><link rel="stylesheet" href="/vendor/bootstrap.min.css"><link rel="stylesheet" href="/build/staff.css"><body class="standin"><h1 class="h1">Stand-ins</h1><p class="note">the outside world in small: what each got, and how it should behave</p><p><a class="btn btn-line" href="/mail/">Open the mailroom</a></p>';
        foreach ($this->standIns as $key => [$standIn, $shelf]) {
            ['name' => $name, 'what' => $what] = $standIn->describe();
            $html .= '<section class="mail"><div class="row-c"><h2 class="h2">'.$name.'</h2><span class="sm sl">'.htmlspecialchars($what).'</span><form method="post" action="/'.$key.'/mode" class="seg end">';
            foreach (Shelf::MODES as $mode) {
                $html .= '<button name="mode" value="'.$mode.'"'.($mode === $shelf->mode() ? ' class="on" aria-pressed="true"' : ' aria-pressed="false"').'>'.$mode.'</button>';
            }
            $html .= '</form>'.('slipway' === $key ? '<form method="post" action="/slipway/fetch"><button class="btn btn-sm btn-line">fetch the feed now</button></form>' : '').'</div><ul class="sm sl">';
            foreach (\array_slice($standIn->traffic(), 0, 8) as $line) {
                $html .= '<li><b>'.htmlspecialchars($line['what']).'</b> '.htmlspecialchars($line['when']).' UTC</li>';
            }
            foreach ($shelf->beside('log')->read() as $line) {
                if (\is_array($line) && \is_string($line['when'] ?? null) && \is_string($line['what'] ?? null)) {
                    $html .= '<li>'.htmlspecialchars($line['when'].' UTC · '.$line['what']).'</li>';
                }
            }
            $html .= '</ul></section>';
        }

        return new Response($html.'</body></html>');
    }
}
