<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\OpeningFeeds;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

/** All openings for machines. */
#[OpenDoor('the careers site is public')]
final class FeedPage extends CareersSite
{
    private const FRESH_SECONDS = 300;
    private const DAY_SECONDS = 86_400;
    /** Nothing but the careers site is for search engines, and of it nothing that is about one person. */
    private const ROBOTS = ['Disallow: /', 'Allow: /careers', 'Disallow: /careers/alerts', 'Disallow: /*/apply'];

    public function __construct(private readonly OpeningFeeds $feeds)
    {
    }

    #[Route('/careers/openings.xml', name: 'careers_xml', methods: ['GET'])]
    public function xml(Request $request): Response
    {
        $locale = $this->locale($request);

        return $this->feed($request, 'xml '.$locale, 'application/xml', fn (): string => $this->feeds->xml($locale));
    }

    #[Route('/careers/openings.atom', name: 'careers_atom', methods: ['GET'])]
    public function atom(Request $request, TranslatorInterface $words): Response
    {
        $locale = $this->locale($request);
        $company = ['%company%' => $this->brands->main()->name];
        $title = $words->trans('careers.home', $company, 'candidate', $locale);
        $write = fn (): string => $this->feeds->atom($locale, $title);

        return $this->feed($request, 'atom '.$locale, 'application/atom+xml', $write);
    }

    #[Route('/careers/sitemap.xml', name: 'careers_sitemap', methods: ['GET'])]
    public function sitemap(Request $request): Response
    {
        $write = fn (): string => $this->feeds->sitemap(self::LOCALES);

        return $this->feed($request, 'sitemap', 'application/xml', $write);
    }

    #[Route('/robots.txt', name: 'robots', methods: ['GET'])]
    public function robots(): Response
    {
        $sitemap = $this->generateUrl('careers_sitemap', [], UrlGeneratorInterface::ABSOLUTE_URL);
        $lines = ['User-agent: *', ...self::ROBOTS, 'Sitemap: '.$sitemap];

        return new Response(implode("\n", $lines)."\n", headers: [
            'Content-Type' => 'text/plain; charset=utf-8',
            'Cache-Control' => 'public, max-age='.self::DAY_SECONDS,
        ]);
    }

    /** @param callable(): string $write */
    private function feed(Request $request, string $what, string $type, callable $write): Response
    {
        $response = new Response(headers: [
            'Content-Type' => $type.'; charset=utf-8', 'Vary' => 'Accept-Language, Cookie',
        ]);
        $response->setEtag(hash('sha256', $what.' '.$this->feeds->stamp()));
        $response->setPublic()->setMaxAge(self::FRESH_SECONDS);
        if (!$response->isNotModified($request)) {
            $response->setContent($write());
        }

        return $response;
    }
}
