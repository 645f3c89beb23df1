<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

use Jorvent\Careers\Read\ReferralQuery;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What came of telling a friend: numbers alone, for what a friend does is theirs. */
#[OpenDoor('a signed link is the key')]
final class ReferralPage extends GuestSite
{
    #[Route('/l/referral/{secret}', name: 'guest_referral', methods: ['GET'])]
    public function show(string $secret, Request $request, ReferralQuery $referrals): Response
    {
        $link = $this->open(LinkPurpose::Referral, $secret);
        $referral = null === $link ? null : $referrals->status($link->subject);
        if (null === $referral) {
            return $this->gone($request);
        }
        self::inLanguage($request, $referral->locale);

        return $this->publicPage(
            $request, 'guests/referral.html.twig', ['referral' => $referral],
            brand: $this->brandOf($referral->job->unitId),
        );
    }
}
