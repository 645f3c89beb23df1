<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** Openings someone keeps for later: their numbers, in their own browser, because they asked for it. Nothing of it is known here. */
final readonly class Kept
{
    private const COOKIE = 'kept';
    private const DAYS = 180;
    private const MOST = 50;

    public function __construct(private ClockInterface $clock)
    {
    }

    /** @return list<int> */
    public static function of(Request $request): array
    {
        preg_match_all('/(?<=^|\.)\d{1,9}(?=\.|$)/', substr($request->cookies->getString(self::COOKIE), 0, 600), $m);

        return array_map(intval(...), \array_slice(array_values(array_unique($m[0])), 0, self::MOST));
    }

    public function change(Request $request, Response $response, int $number, bool $keep): void
    {
        $kept = array_values(array_diff(self::of($request), [$number]));
        $kept = $keep ? \array_slice([$number, ...$kept], 0, self::MOST) : $kept;
        $response->headers->setCookie(Cookie::create(self::COOKIE, implode('.', $kept), $this->clock->now()->modify('+'.self::DAYS.' days'), httpOnly: true, sameSite: 'lax'));
    }
}
