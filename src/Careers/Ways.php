<?php

declare(strict_types=1);

namespace Jorvent\Careers;

use Jorvent\Platform\Database\Db;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** The adverts someone followed to us, if they let us remember: codes and days in their own browser for 30 days, read once, when an application is sent. Nothing of it is kept here before. */
final readonly class Ways
{
    public const COOKIE = 'ways';
    public const CONSENT = 'ways_may';
    private const DAYS = 30;
    private const MOST = 12;

    public function __construct(private Db $db, private ClockInterface $clock)
    {
    }

    /** @return bool|null null when they were not asked yet */
    public static function allowed(Request $request): ?bool
    {
        return ['yes' => true, 'no' => false][$request->cookies->getString(self::CONSENT)] ?? null;
    }

    public function answer(Response $response, bool $yes): void
    {
        $response->headers->setCookie(Cookie::create(self::CONSENT, $yes ? 'yes' : 'no', $this->clock->now()->modify('+'.self::DAYS.' days'), httpOnly: true, sameSite: 'lax'));
        if (!$yes) {
            $response->headers->clearCookie(self::COOKIE);
        }
    }

    public function remember(Request $request, Response $response, string $code): void
    {
        if (1 !== preg_match('/^[0-9a-f]{10}$/', $code)) {
            return;
        }
        $ways = self::read($request);
        if ($code === (array_key_last($ways) ?? '')) {
            return;
        }
        unset($ways[$code]);
        $ways[$code] = $this->clock->now()->format('Ymd');
        $text = implode('.', array_map(static fn (string|int $c, string $d): string => $c.'-'.$d, array_keys(\array_slice($ways, -self::MOST, preserve_keys: true)), \array_slice($ways, -self::MOST, preserve_keys: true)));
        $response->headers->setCookie(Cookie::create(self::COOKIE, $text, $this->clock->now()->modify('+'.self::DAYS.' days'), httpOnly: true, sameSite: 'lax'));
    }

    /** @return list<array{p: int, on: string}> the adverts of this opening, in the order they were followed */
    public function to(Request $request, int $requisition): array
    {
        $ways = true === self::allowed($request) ? self::read($request) : [];
        if ([] === $ways) {
            return [];
        }
        $oldest = $this->clock->now()->modify('-'.self::DAYS.' days')->format('Ymd');
        $postings = [];
        foreach ($this->db->rows('SELECT id, code FROM posting_head WHERE requisition_id = :r AND code IN (:codes)', ['r' => $requisition, 'codes' => array_map(strval(...), array_keys($ways))]) as $row) {
            $postings[$row->str('code')] = $row->int('id');
        }
        $touches = [];
        foreach ($ways as $code => $day) {
            if (isset($postings[$code]) && $day >= $oldest && $day <= $this->clock->now()->format('Ymd')) {
                $touches[] = ['p' => $postings[$code], 'on' => substr($day, 0, 4).'-'.substr($day, 4, 2).'-'.substr($day, 6, 2)];
            }
        }

        return $touches;
    }

    /** @return array<string, string> days by code */
    private static function read(Request $request): array
    {
        $ways = [];
        foreach (\array_slice(explode('.', substr($request->cookies->getString(self::COOKIE), 0, 400)), 0, self::MOST) as $way) {
            if (1 === preg_match('/^([0-9a-f]{10})-(\d{8})$/', $way, $m)) {
                $ways[$m[1]] = $m[2];
            }
        }

        return $ways;
    }
}
