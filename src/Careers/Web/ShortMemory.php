<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Contracts\Cache\CacheInterface;
use Symfony\Contracts\Cache\ItemInterface;

/**
 * Pages that look alike for everyone who brings no cookie: written once in SECONDS, and not sent again to whoever has
 * them.
 */
final readonly class ShortMemory
{
    private const SECONDS = 30;
    /** How long something that changes is not yet seen, at most. */
    private const STAMP_SECONDS = 2;

    public function __construct(#[Target('careers.pages')] private CacheInterface $pages)
    {
    }

    /**
     * @param string               $key   of what is shown, and as of when
     * @param callable(): Response $write
     */
    public function page(Request $request, string $key, callable $write): Response
    {
        if (0 !== $request->cookies->count()) {
            return $write();
        }
        $of = hash('sha256', $request->getSchemeAndHttpHost().' '.$key);
        $kept = $this->pages->get($of, static function (ItemInterface $item) use ($write): WrittenPage {
            $item->expiresAfter(self::SECONDS);

            return WrittenPage::of($write());
        });

        return $kept->response();
    }

    /** @param callable(): string $stamp what is another text as soon as something changed */
    public function stamp(string $of, callable $stamp): string
    {
        return $this->pages->get('stamp.'.$of, static function (ItemInterface $item) use ($stamp): string {
            $item->expiresAfter(self::STAMP_SECONDS);

            return $stamp();
        });
    }

    /**
     * A browser asks each time, and gets the page only when it is another; what stands between may keep it for a short
     * time.
     */
    public static function fresh(Request $request, Response $response): Response
    {
        if (200 !== $response->getStatusCode() || [] !== $response->headers->getCookies()) {
            return $response;
        }
        $response->setEtag(hash('xxh128', (string) $response->getContent()))->setMaxAge(0);
        if (0 === $request->cookies->count()) {
            $response->setPublic()->setSharedMaxAge(self::SECONDS);
        }
        $response->headers->removeCacheControlDirective('no-cache');
        $response->headers->addCacheControlDirective('must-revalidate');
        $response->isNotModified($request);

        return $response;
    }
}
