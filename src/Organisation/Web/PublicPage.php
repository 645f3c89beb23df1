<?php

declare(strict_types=1);

namespace Jorvent\Organisation\Web;

use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Web\CsrfCheck;
use Jorvent\Platform\Web\Page;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\Form\FormTypeInterface;
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

    /** The one that a unit hires under. */
    protected function brandOf(int $unit): BrandView
    {
        return $this->brands->ofUnit($unit);
    }

    protected function locale(Request $request): string
    {
        $asked = $request->query->getString('lang') ?: $request->cookies->getString('lang');
        $preferred = (string) $request->getPreferredLanguage(self::LOCALES);
        $locale = \in_array($asked, self::LOCALES, true) ? $asked : $preferred;
        $this->speak($request, $locale);

        return $locale;
    }

    /**
     * A form of a page for candidates; its labels are words of theirs.
     *
     * @template T of object
     *
     * @param class-string<FormTypeInterface<T>> $type
     * @param T                    $data
     * @param array<string, mixed> $options
     *
     * @return FormInterface<T>
     */
    protected function publicForm(string $type, object $data, array $options = []): FormInterface
    {
        $public = ['csrf_token_id' => CsrfCheck::PUBLIC, 'translation_domain' => 'candidate'];

        return $this->formOf($type, $data, $options + $public);
    }

    /**
     * @param array<string, mixed> $view
     * @param BrandView|null       $brand null for that of the address
     */
    protected function publicPage(
        Request $request,
        string $template,
        array $view = [],
        int $status = Response::HTTP_OK,
        ?BrandView $brand = null,
    ): Response {
        $locale = $this->locale($request);
        $brand ??= $this->brand($request);
        $response = $this->render($template, [
            ...$view,
            'locale' => $locale,
            'locales' => self::LOCALES,
            'brand' => $brand,
            'home' => ['brand' => $brand->key],
            'pages_of_brand' => $this->brands->links($brand->id, $locale),
        ], new Response(status: $status));
        if ($request->query->has('lang')) {
            $cookie = Cookie::create('lang', $locale, '+1 year', httpOnly: true, sameSite: 'lax');
            $response->headers->setCookie($cookie);
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
        return $this->publicPage($request, 'public/gone.html.twig', [], Response::HTTP_GONE);
    }
}
