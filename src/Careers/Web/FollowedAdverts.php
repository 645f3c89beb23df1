<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Adverts\TrackedVisits;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * The adverts that someone followed to us, if they let us remember: codes and days in their own browser for 30 days,
 * read once, when an application is sent. Nothing of it is known here before.
 */
final readonly class FollowedAdverts
{
    public const COOKIE = 'ways';
    private const CONSENT = 'ways_may';
    private const DAYS = 30;
    private const MOST = 12;
    private const LONGEST_COOKIE = 400;
    private const CODE = '/^[0-9a-f]{10}$/D';

    public function __construct(private TrackedVisits $visits, private ClockInterface $clock)
    {
    }

    /** @return bool|null null when they were not asked yet */
    public static function allowed(Request $request): ?bool
    {
        return ['yes' => true, 'no' => false][$request->cookies->getString(self::CONSENT)] ?? null;
    }

    public function answer(Response $response, YesNo $answer): void
    {
        $response->headers->setCookie($this->cookie(self::CONSENT, $answer->value));
        if (YesNo::No === $answer) {
            $response->headers->clearCookie(self::COOKIE);
        }
    }

    public function remember(Request $request, Response $response, string $code): void
    {
        $followed = self::read($request);
        if (1 !== preg_match(self::CODE, $code) || $code === array_key_last($followed)) {
            return;
        }
        unset($followed[$code]);
        $followed[$code] = $this->clock->now()->format('Ymd');
        $latest = \array_slice($followed, -self::MOST, preserve_keys: true);
        $text = array_map(
            static fn (string|int $one, string $day): string => $one.'-'.$day, array_keys($latest), $latest,
        );
        $response->headers->setCookie($this->cookie(self::COOKIE, implode('.', $text)));
    }

    /** @return list<array{p: int, on: string}> the adverts of this opening, in the order they were followed */
    public function to(Request $request, int $requisition): array
    {
        $followed = true === self::allowed($request) ? $this->recent(self::read($request)) : [];
        if ([] === $followed) {
            return [];
        }
        $postings = $this->visits->postings($requisition, array_map(strval(...), array_keys($followed)));
        $touches = [];
        foreach ($followed as $code => $day) {
            if (isset($postings[$code])) {
                $on = substr($day, 0, 4).'-'.substr($day, 4, 2).'-'.substr($day, 6, 2);
                $touches[] = ['p' => $postings[$code], 'on' => $on];
            }
        }

        return $touches;
    }

    /**
     * @param array<array-key, string> $followed
     *
     * @return array<array-key, string> of the last days
     */
    private function recent(array $followed): array
    {
        $now = $this->clock->now();
        [$oldest, $today] = [$now->modify('-'.self::DAYS.' days')->format('Ymd'), $now->format('Ymd')];

        return array_filter($followed, static fn (string $day): bool => $day >= $oldest && $day <= $today);
    }

    private function cookie(string $name, string $value): Cookie
    {
        $until = $this->clock->now()->modify('+'.self::DAYS.' days');

        return Cookie::create($name, $value, $until, httpOnly: true, sameSite: 'lax');
    }

    /** @return array<array-key, string> days as 20261202, by code */
    private static function read(Request $request): array
    {
        $followed = [];
        $cookie = substr($request->cookies->getString(self::COOKIE), 0, self::LONGEST_COOKIE);
        foreach (\array_slice(explode('.', $cookie), 0, self::MOST) as $one) {
            if (1 === preg_match('/^([0-9a-f]{10})-(\d{8})$/', $one, $found)) {
                $followed[$found[1]] = $found[2];
            }
        }

        return $followed;
    }
}
