<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Openings that someone saves for later: their numbers, in their own browser, because they asked for it. Nothing of it
 * is known here.
 */
final readonly class SavedOpenings
{
    private const COOKIE = 'kept';
    private const DAYS = 180;
    private const MOST = 50;
    private const LONGEST_COOKIE = 600;

    public function __construct(private ClockInterface $clock)
    {
    }

    /** @return list<int> numbers of requisitions */
    public static function of(Request $request): array
    {
        $cookie = substr($request->cookies->getString(self::COOKIE), 0, self::LONGEST_COOKIE);
        preg_match_all('/(?<=^|\.)\d{1,9}(?=\.|$)/', $cookie, $found);

        return array_map(intval(...), \array_slice(array_values(array_unique($found[0])), 0, self::MOST));
    }

    public function change(Request $request, Response $response, int $number, YesNo $isSaved): void
    {
        $saved = array_values(array_diff(self::of($request), [$number]));
        if (YesNo::Yes === $isSaved) {
            $saved = \array_slice([$number, ...$saved], 0, self::MOST);
        }
        $until = $this->clock->now()->modify('+'.self::DAYS.' days');
        $cookie = Cookie::create(self::COOKIE, implode('.', $saved), $until, httpOnly: true, sameSite: 'lax');
        $response->headers->setCookie($cookie);
    }
}
