<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Adverts\TrackedVisits;
use Jorvent\Careers\Form\AlertInput;
use Jorvent\Careers\Form\AlertType;
use Jorvent\Careers\Read\Opening;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Careers\Referrals;
use Jorvent\Careers\Store\ReferralVisitStore;
use Jorvent\Careers\StructuredOpening;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Web\AfterResponse;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\HttpFoundation\RedirectResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** One opening. */
#[OpenDoor('the careers site is public')]
#[Route('/careers/{number}', requirements: ['number' => '\d{1,9}'])]
final class OpeningPage extends CareersSite
{
    public function __construct(
        private readonly OpeningQuery $openings,
        private readonly OpeningsScreen $screen,
        private readonly FollowedAdverts $followed,
        private readonly VisitRule $visits,
    ) {
    }

    #[Route('', name: 'opening', methods: ['GET'])]
    public function show(
        int $number,
        Request $request,
        Referrals $referrals,
        TrackedVisits $adverts,
        ReferralVisitStore $links,
        AfterResponse $after,
    ): Response {
        $via = self::hex($request, 'via');
        $opening = $this->openings->one($number, $this->locale($request), $via);
        if (null === $opening) {
            return $this->gone($request);
        }
        if (!$opening->days->isOpen) {
            return $this->closed($request, $opening);
        }
        $posting = $adverts->posting($opening->id, $via);
        if (null !== $posting && $this->visits->counts($request, 'advert '.$posting)) {
            $after->add(static fn () => $adverts->visited($posting));
        }
        $referral = $referrals->of(self::hex($request, 'from'), $opening->id)?->id;
        if (null !== $referral && $this->visits->counts($request, 'referral '.$referral)) {
            $after->add(static fn () => $links->visited($referral));
        }
        $response = $this->page($request, $opening, $via);
        if ('' !== $via && true === FollowedAdverts::allowed($request)) {
            $this->followed->remember($request, $response, $via);
        }

        return ShortMemory::fresh($request, $response);
    }

    /** Saves it for later in the reader's browser, or no longer. */
    #[Route('/keep', name: 'careers_keep', defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function save(
        int $number,
        Request $request,
        SavedOpenings $saved,
        #[MapRequestPayload] SavedChoice $sent = new SavedChoice(),
    ): Response {
        $response = $this->toOpening($number, $sent->via);
        $saved->change($request, $response, $number, $sent->keep);

        return $response;
    }

    /** Whether we may remember, in their own browser, which adverts they followed. */
    #[Route('/ways', name: 'careers_ways', defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function remember(int $number, #[MapRequestPayload] RememberChoice $sent): Response
    {
        $response = $this->toOpening($number, $sent->via);
        $this->followed->answer($response, $sent->may);

        return $response;
    }

    private function page(Request $request, Opening $opening, string $via): Response
    {
        $brand = $this->brandOf($opening->team->unitId);
        $page = self::whole($request, 'page');
        $carried = self::carried($request);
        $locale = $this->locale($request);

        return $this->publicPage($request, 'careers/opening.html.twig', [
            'pane' => $this->screen->pane($request, $brand, $locale, $page, $carried),
            'opening' => $opening,
            'form' => $this->publicForm(AlertType::class, new AlertInput()),
            'via' => $via,
            'asks' => '' !== $via && null === FollowedAdverts::allowed($request),
            'data' => $this->structured($opening, $brand),
        ], brand: $brand);
    }

    /** @return array<string, mixed> */
    private function structured(Opening $opening, BrandView $brand): array
    {
        $address = ['opening', ['number' => $opening->number], UrlGeneratorInterface::ABSOLUTE_URL];
        $site = ['careers', ['brand' => $brand->key], UrlGeneratorInterface::ABSOLUTE_URL];

        return StructuredOpening::of(
            $opening, $brand->name, $this->generateUrl(...$address), $this->generateUrl(...$site),
        );
    }

    private function toOpening(int $number, string $via): RedirectResponse
    {
        $code = 1 === preg_match('/^[0-9a-f]{10,32}$/D', $via) ? ['via' => $via] : [];

        return $this->redirectToRoute('opening', ['number' => $number] + $code, Response::HTTP_SEE_OTHER);
    }
}
