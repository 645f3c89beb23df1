<?php

declare(strict_types=1);

namespace Jorvent\Guests\Web;

use Jorvent\Offers\AnswerOffer;
use Jorvent\Offers\Read\SentOffer;
use Jorvent\Offers\Read\SentOfferQuery;
use Jorvent\Offers\SigningCodes;
use Jorvent\Offers\SigningNames;
use Jorvent\Platform\Files\FileStore;
use Jorvent\Platform\Links\LinkPurpose;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\OpenDoor;
use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapRequestPayload;
use Symfony\Component\Routing\Attribute\Route;

/** A candidate reads an offer, and signs or declines it. */
#[OpenDoor('a signed link is the key')]
#[Route('/l/offer/{secret}')]
final class OfferPage extends GuestSite
{
    public function __construct(
        private readonly SentOfferQuery $offers,
        private readonly AnswerOffer $answers,
        private readonly SigningNames $names,
        private readonly SigningCodes $codes,
        private readonly ClockInterface $clock,
    ) {
    }

    #[Route('', name: 'guest_offer', methods: ['GET'])]
    public function show(string $secret, Request $request): Response
    {
        $offer = $this->offer($secret, $request);

        return null === $offer ? $this->gone($request) : $this->page($request, $offer, $secret, Errors::none());
    }

    #[Route('', name: 'guest_offer_answer', defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function answer(string $secret, Request $request, #[MapRequestPayload] SentAnswer $sent): Response
    {
        $offer = $this->offer($secret, $request);
        if (null === $offer) {
            return $this->gone($request);
        }
        $errors = $this->attempt(fn () => $this->take($offer->id, $sent, $request->getClientIp()));

        // a code is typed on this page
        return $errors->any() || OfferAnswer::Code === $sent->answer
            ? $this->page($request, $offer, $secret, $errors, $sent)
            : $this->again('guest_offer', $secret);
    }

    #[Route('/letter.pdf', name: 'guest_letter', methods: ['GET'])]
    public function letter(string $secret, Request $request, FileStore $files): Response
    {
        $letter = $this->offer($secret, $request)?->letter;
        if (null === $letter) {
            return $this->gone($request);
        }

        return new Response($files->get($letter), headers: [
            'Content-Type' => 'application/pdf',
            'Content-Disposition' => 'inline; filename="offer.pdf"',
            'Cache-Control' => 'private, no-store',
        ]);
    }

    private function take(int $offer, SentAnswer $sent, ?string $from): void
    {
        match ($sent->answer) {
            OfferAnswer::Decline => $this->answers->decline($offer, trim($sent->reason)),
            OfferAnswer::Sign => $this->answers->sign($offer, $sent->name, $sent->letter, trim($sent->code), $from),
            OfferAnswer::Name => $this->names->ask($offer, trim($sent->name)),
            OfferAnswer::Code => $this->sendCode($offer, trim($sent->name)),
        };
    }

    /** The name is looked at first: a code for a name that can not sign would be sent for nothing. */
    private function sendCode(int $offer, string $name): void
    {
        $this->names->check($offer, $name);
        $this->codes->send($offer);
    }

    private function offer(#[\SensitiveParameter] string $secret, Request $request): ?SentOffer
    {
        $link = $this->open(LinkPurpose::Offer, $secret);
        $offer = null === $link ? null : $this->offers->of($link->subject);
        if (null !== $offer) {
            self::inLanguage($request, $offer->locale);
        }

        return $offer;
    }

    private function page(
        Request $request,
        SentOffer $offer,
        #[\SensitiveParameter] string $secret,
        Errors $errors,
        ?SentAnswer $sent = null,
    ): Response {
        return $this->publicPage($request, 'guests/offer.html.twig', [
            'offer' => $offer,
            'secret' => $secret,
            'errors' => $errors,
            'name' => $sent->name ?? '',
            'reason' => $sent->reason ?? '',
            'is_coded' => true === $sent?->isWithCode() && [] === $errors->at('name'),
            'asked_name' => $this->names->of($offer->id),
            'is_expired' => $offer->isExpired($this->clock->now()),
        ], self::status($errors), $this->brandOf($offer->job->unitId));
    }
}
