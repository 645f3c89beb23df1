<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** Candidate-facing pages: a language of the reader's choice, no session. */
abstract class PublicPage extends Page
{
    public const LOCALES = ['en', 'nb', 'pl'];

    protected function locale(Request $request): string
    {
        $asked = $request->query->getString('lang') ?: $request->cookies->getString('lang');
        $locale = \in_array($asked, self::LOCALES, true) ? $asked : (string) $request->getPreferredLanguage(self::LOCALES);
        $this->speak($request, $locale);

        return $locale;
    }

    /** @param array<string, mixed> $view */
    protected function publicPage(Request $request, string $template, array $view, int $status = 200): Response
    {
        $locale = $this->locale($request);
        $response = $this->render($template, [...$view, 'locale' => $locale, 'locales' => self::LOCALES], new Response(status: $status));
        if ($request->query->has('lang')) {
            $response->headers->setCookie(Cookie::create('lang', $locale, '+1 year', httpOnly: true, sameSite: 'lax'));
        }
        $response->headers->set('Vary', 'Accept-Language, Cookie');

        return $response;
    }

    protected function gone(Request $request): Response
    {
        return $this->publicPage($request, 'public/gone.html.twig', [], 410);
    }
}
