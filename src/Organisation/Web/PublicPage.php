<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Web\Page;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Contracts\Service\Attribute\Required;

/** Candidate-facing pages: a language of the reader's choice, the brand that hires, no session. */
abstract class PublicPage extends Page
{
    public const LOCALES = ['en', 'nb', 'pl'];

    protected readonly BrandQuery $brands;

    #[Required]
    public function setBrands(BrandQuery $brands): void
    {
        $this->brands = $brands;
    }

    /** The brand of the address, else the company's first. */
    protected function brand(Request $request): BrandView
    {
        $key = $request->attributes->getString('brand') ?: $request->query->getString('brand');

        return ('' === $key ? null : $this->brands->byKey($key)) ?? $this->brands->main();
    }

    protected function brandOf(Record $hiring): BrandView
    {
        return $this->brands->ofUnit($hiring->int('unit_id'));
    }

    protected function locale(Request $request): string
    {
        $asked = $request->query->getString('lang') ?: $request->cookies->getString('lang');
        $preferred = (string) $request->getPreferredLanguage(self::LOCALES);
        $locale = \in_array($asked, self::LOCALES, true) ? $asked : $preferred;
        $this->speak($request, $locale);

        return $locale;
    }

    /** @param array<string, mixed> $view */
    protected function publicPage(Request $request, string $template, array $view, int $status = 200): Response
    {
        $locale = $this->locale($request);
        $hiring = $view['hiring'] ?? $view['opening'] ?? null;
        $brand = $view['brand'] ?? ($hiring instanceof Record ? $this->brandOf($hiring) : $this->brand($request));
        \assert($brand instanceof BrandView);
        $response = $this->render($template, [
            ...$view,
            'locale' => $locale,
            'locales' => self::LOCALES,
            'brand' => $brand,
            'home' => ['brand' => $brand->key],
            'pages_of_brand' => $this->brands->links($brand->id, $locale),
        ], new Response(status: $status));
        if ($request->query->has('lang')) {
            $response->headers->setCookie(Cookie::create('lang', $locale, '+1 year', httpOnly: true, sameSite: 'lax'));
        }
        $response->headers->set('Vary', 'Accept-Language, Cookie');

        return $response;
    }

    /** A code in the address: small hexadecimal letters, or nothing. */
    protected static function hex(Request $request, string $name): string
    {
        $value = $request->query->all()[$name] ?? '';

        return \is_string($value) && 1 === preg_match('/^[0-9a-f]{10,32}$/', $value) ? $value : '';
    }

    protected function gone(Request $request): Response
    {
        return $this->publicPage($request, 'public/gone.html.twig', [], 410);
    }
}
