<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

use Jorvent\Guests\ConfirmAddress;
use Jorvent\Pipeline\Read\StatusQuery;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Who applied under an address that we know confirms that it is theirs. */
#[OpenDoor('a signed link is the key')]
final class ConfirmPage extends GuestSite
{
    /** The link shows what it is for; the button confirms, so that a program that follows links confirms nothing. */
    #[Route('/l/confirm/{secret}', name: 'guest_confirm', defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function confirm(
        string $secret,
        Request $request,
        StatusQuery $applications,
        ConfirmAddress $confirm,
    ): Response {
        $link = $this->open(LinkPurpose::Confirm, $secret);
        $application = null === $link ? null : $applications->of($link->subject);
        if (null === $link || null === $application) {
            return $this->gone($request);
        }
        self::inLanguage($request, $application->to->locale);
        $status = null;
        $isTwice = false;
        if ($request->isMethod('POST')) {
            $errors = $this->attempt(function () use ($link, $confirm, &$status, &$isTwice): void {
                [$status, $isTwice] = $this->links->once($link, static fn (): array => $confirm($link->subject));
            });
            if ($errors->any()) {
                return $this->gone($request); // it was used meanwhile
            }
        }

        return $this->publicPage($request, 'guests/confirm.html.twig', [
            'application' => $application, 'status' => $status, 'is_twice' => $isTwice,
        ], brand: $this->brandOf($application->job->unitId));
    }
}
