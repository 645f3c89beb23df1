<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

use Jorvent\Organisation\Web\PublicPage;
use Jorvent\Platform\Links\Entity\GuestLink;
use Jorvent\Platform\Links\GuestLinks;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\Errors;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Contracts\Service\Attribute\Required;

/** What candidates do by a signed link. All of it works without JavaScript. */
abstract class GuestSite extends PublicPage
{
    protected readonly GuestLinks $links;

    #[Required]
    public function setLinks(GuestLinks $links): void
    {
        $this->links = $links;
    }

    protected function open(LinkPurpose $purpose, #[\SensitiveParameter] string $secret): ?GuestLink
    {
        return $this->links->open($purpose, $secret);
    }

    /** The candidate's own language, unless they choose another here. */
    protected static function inLanguage(Request $request, string $locale): void
    {
        if (!$request->query->has('lang') && !$request->cookies->has('lang')) {
            $request->cookies->set('lang', $locale);
        }
    }

    protected function again(string $route, #[\SensitiveParameter] string $secret): RedirectResponse
    {
        return $this->redirectToRoute($route, ['secret' => $secret], Response::HTTP_SEE_OTHER);
    }

    protected static function status(Errors $errors): int
    {
        return $errors->any() ? Response::HTTP_UNPROCESSABLE_ENTITY : Response::HTTP_OK;
    }
}
