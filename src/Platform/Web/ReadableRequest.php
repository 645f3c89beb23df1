<?php

declare(strict_types=1);

namespace Jorvent\Platform\Web;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;

/** What is not text in UTF-8 is refused before anything reads it, wherever it stands: no browser sends it, and no column holds it. */
#[AsEventListener(priority: 290)]
final readonly class ReadableRequest
{
    public function __invoke(RequestEvent $event): void
    {
        if ($event->isMainRequest() && !self::isReadable($event->getRequest())) {
            throw new BadRequestHttpException('not text');
        }
    }

    private static function isReadable(Request $request): bool
    {
        $names = [];
        foreach ($request->files as $name => $file) {
            $names[$name] = 1; // what a file is called is made safe where it is kept
        }
        $all = [rawurldecode($request->getPathInfo()), $request->query->all(), $request->request->all(), $request->cookies->all(), $names];
        $readable = true;
        array_walk_recursive($all, static function (mixed $value, int|string $key) use (&$readable): void {
            $readable = $readable && self::isText((string) $key) && (!\is_string($value) || self::isText($value));
        });

        // array_walk_recursive passes over the names of lists
        return $readable && self::isText(urldecode($request->server->getString('QUERY_STRING')));
    }

    private static function isText(string $text): bool
    {
        return mb_check_encoding($text, 'UTF-8') && !str_contains($text, "\0");
    }
}
