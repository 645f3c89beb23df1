<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;

/**
 * Which views of an opening count as a visit. The rule: a person's browser asked for the page itself. Not counted: programs that name themselves as such, pages
 * fetched ahead, and the same browser at the same advert again on the same day. To know it again, a hash of its address and name with a salt of the day is kept in
 * memory until midnight; neither the salt nor the hash is ever written down, so nobody can be followed from one day to the next.
 */
final class Visits
{
    private const PROGRAMS = '/bot\b|bot[\/;]|crawl|spider|slurp|archiver|preview|facebookexternalhit|fetcher|monitor|uptime|validator|scan|curl|wget|python|java\/|go-http|okhttp|libwww|httpclient|feed/i';

    /** @var array<string, true> where there is no shared memory */
    private static array $seen = [];
    private static ?string $salt = null;

    public function __construct(private readonly ClockInterface $clock)
    {
    }

    /** @param string $what the advert, or the referral, whose address was opened */
    public function counts(Request $request, string $what): bool
    {
        $agent = $request->headers->get('User-Agent', '');
        if (!$request->isMethod('GET') || '' === $agent || 1 === preg_match(self::PROGRAMS, $agent) || 'prefetch' === $request->headers->get('Purpose') || str_contains($request->headers->get('Sec-Purpose', ''), 'prefetch')) {
            return false;
        }
        $now = $this->clock->now();
        $day = $now->format('Y-m-d');
        $rest = 86_400 - $now->getTimestamp() % 86_400;
        $key = 'visit '.hash('sha256', $this->salt($day, $rest).'|'.$request->getClientIp().'|'.$agent.'|'.$what);
        if (self::shared()) {
            return true === apcu_add($key, true, $rest);
        }
        if (isset(self::$seen[$key])) {
            return false;
        }
        self::$seen[$key] = true;

        return true;
    }

    private function salt(string $day, int $rest): string
    {
        if (!self::shared()) {
            return self::$salt ??= random_bytes(16);
        }
        $salt = apcu_entry('visit salt '.$day, static fn (): string => random_bytes(16), $rest);

        return \is_string($salt) ? $salt : '';
    }

    private static function shared(): bool
    {
        return \function_exists('apcu_enabled') && apcu_enabled();
    }
}
