<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\HttpKernel\Exception\HttpException;

/**
 * Of questions that follow one another in one tab only the last is answered: each carries the tab and its number in a header, and whoever works on an earlier one finds out between two steps. Outside of a web server every question is the last.
 */
final readonly class Turn
{
    public const HEADER = 'X-Turn';
    /** Nobody waits for this answer any more. */
    public const OUTDATED = 499;
    private const SECONDS = 120;

    public function __construct(private RequestStack $requests)
    {
    }

    /** The session is let go first, or a later question would wait for this one. */
    public function begin(): void
    {
        $request = $this->requests->getCurrentRequest();
        [$tab, $number] = self::of($request);
        if (null === $tab) {
            return;
        }
        if (true === $request?->hasSession() && $request->getSession()->isStarted()) {
            $request->getSession()->save();
        }
        if ($number > self::last($tab)) {
            apcu_store('turn:'.$tab, $number, self::SECONDS);
        }
    }

    /** @throws HttpException when a later question has come */
    public function check(): void
    {
        [$tab, $number] = self::of($this->requests->getCurrentRequest());
        if (null !== $tab && self::last($tab) > $number) {
            throw new HttpException(self::OUTDATED, 'A later question has come.');
        }
    }

    /** @return array{string|null, int} */
    private static function of(?Request $request): array
    {
        $header = $request?->headers->get(self::HEADER) ?? '';

        return \function_exists('apcu_enabled') && apcu_enabled() && 1 === preg_match('/^([a-z0-9]{8,40})\.(\d{1,9})$/', $header, $m) ? [$m[1], (int) $m[2]] : [null, 0];
    }

    private static function last(string $tab): int
    {
        $last = apcu_fetch('turn:'.$tab);

        return \is_int($last) ? $last : 0;
    }
}
