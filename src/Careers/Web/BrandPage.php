<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What makes a careers site look like its brand: pages that an admin wrote, colours, logo. */
#[OpenDoor('the careers site is public')]
final class BrandPage extends CareersSite
{
    private const FOR_EVER = 'public, max-age=31536000, immutable';
    private const COLOURS = ':root{--jv-mag:%s;--jv-mag-dark:%s;--jv-mag-wash:%s;--jv-deep:%s;--jv-paper:%s}';

    #[Route(
        '/careers/about/{slug}', name: 'careers_about', requirements: ['slug' => '[a-z0-9][a-z0-9-]{0,49}'],
        methods: ['GET'],
    )]
    public function about(string $slug, Request $request): Response
    {
        $page = $this->brands->page($slug, $this->locale($request));
        $brand = null === $page ? null : $this->brands->one($page->brandId);
        if (null === $page || null === $brand) {
            return $this->gone($request);
        }

        return ShortMemory::fresh(
            $request, $this->publicPage($request, 'careers/about.html.twig', ['page' => $page], brand: $brand),
        );
    }

    /** A new version has a new address, so each may be kept for ever. */
    #[Route(
        '/careers/looks/{id}-{version}.css', name: 'careers_looks',
        requirements: ['id' => '\d{1,9}', 'version' => '\d{1,9}'], methods: ['GET'],
    )]
    public function colours(int $id): Response
    {
        $brand = $this->brands->one($id) ?? throw $this->createNotFoundException();
        $colours = $brand->looks->colours;
        $css = \sprintf(
            self::COLOURS, $colours->accent, $colours->accentDark(), $colours->wash(), $colours->deep, $colours->paper,
        );

        return new Response($css."\n", headers: [
            'Content-Type' => 'text/css; charset=utf-8', 'Cache-Control' => self::FOR_EVER,
        ]);
    }

    #[Route(
        '/careers/looks/{sha256}.png', name: 'careers_logo', requirements: ['sha256' => '[0-9a-f]{64}'],
        methods: ['GET'],
    )]
    public function logo(string $sha256): Response
    {
        return new Response($this->brands->logo($sha256) ?? throw $this->createNotFoundException(), headers: [
            'Content-Type' => 'image/png',
            'Cache-Control' => self::FOR_EVER,
            'Content-Security-Policy' => "default-src 'none'",
        ]);
    }
}
