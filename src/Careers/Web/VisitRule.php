<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;

/**
 * Which views of an opening count as a visit: a person's browser asked for the page itself. Not counted: programs that
 * name themselves as such, pages fetched ahead, and the same browser at the same advert again on the same day. To know
 * it again, a hash of its address and name with a salt of the day is kept in memory until midnight; neither the salt
 * nor the hash is ever written down, so nobody can be followed from one day to the next.
 */
final class VisitRule
{
    private const PROGRAMS = '/bot\b|bot[\/;]|crawl|spider|slurp|archiver|preview|facebookexternalhit|fetcher|monitor'
        .'|uptime|validator|scan|curl|wget|python|java\/|go-http|okhttp|libwww|httpclient|feed/i';
    private const SECONDS_OF_A_DAY = 86_400;
    private const SALT_BYTES = 16;

    /** @var array<string, true> where there is no shared memory */
    private static array $seen = [];
    private static ?string $salt = null;

    public function __construct(private readonly ClockInterface $clock)
    {
    }

    /** @param string $what the advert, or the referral, whose address was opened */
    public function counts(Request $request, string $what): bool
    {
        if (!self::isByPerson($request)) {
            return false;
        }
        $now = $this->clock->now();
        $rest = self::SECONDS_OF_A_DAY - $now->getTimestamp() % self::SECONDS_OF_A_DAY;
        $who = [$this->salt($now->format('Y-m-d'), $rest), $request->getClientIp(), self::agent($request), $what];
        $key = 'visit '.hash('sha256', implode('|', $who));
        if (self::hasSharedMemory()) {
            return true === apcu_add($key, true, $rest);
        }
        $isNew = !isset(self::$seen[$key]);
        self::$seen[$key] = true;

        return $isNew;
    }

    private static function isByPerson(Request $request): bool
    {
        $agent = self::agent($request);
        $isAhead = 'prefetch' === $request->headers->get('Purpose')
            || str_contains($request->headers->get('Sec-Purpose', ''), 'prefetch');

        return $request->isMethod('GET') && '' !== $agent && 1 !== preg_match(self::PROGRAMS, $agent) && !$isAhead;
    }

    private static function agent(Request $request): string
    {
        return $request->headers->get('User-Agent', '');
    }

    /** @param int $rest seconds of the day that are left */
    private function salt(string $day, int $rest): string
    {
        $new = static fn (): string => random_bytes(self::SALT_BYTES);
        if (!self::hasSharedMemory()) {
            return self::$salt ??= $new();
        }
        $salt = apcu_entry('visit salt '.$day, $new, $rest);

        return \is_string($salt) ? $salt : '';
    }

    private static function hasSharedMemory(): bool
    {
        return \function_exists('apcu_enabled') && apcu_enabled();
    }
}
